import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** A box to tick, by its words. */
export class TickHarness extends ComponentHarness {
  static hostSelector = 'rq-tick';
  static with(words: string): HarnessPredicate<TickHarness> {
    return new HarnessPredicate(TickHarness, {}).addOption('words', words, async (tick, wanted) =>
      HarnessPredicate.stringMatches(tick.words(), wanted),
    );
  }
  readonly #box = this.locatorFor('input');
  async words(): Promise<string> {
    return (await (await this.host()).text()).trim();
  }
  async isOn(): Promise<boolean> {
    return (await this.#box()).getProperty<boolean>('checked');
  }
  async isDisabled(): Promise<boolean> {
    return (await this.#box()).getProperty<boolean>('disabled');
  }
  async turn(): Promise<void> {
    await (await this.#box()).click();
  }
}
