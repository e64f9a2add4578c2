import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** A button that asks once more, by its words while it does not ask. */
export class SureButtonHarness extends ComponentHarness {
  static hostSelector = 'rq-sure-button';
  static with(words: string): HarnessPredicate<SureButtonHarness> {
    return new HarnessPredicate(SureButtonHarness, {}).addOption('words', words, async (button, wanted) =>
      (await (await button.host()).text()).includes(wanted),
    );
  }
  /** What it asks; empty while it does not. */
  async question(): Promise<string> {
    const asked = await this.locatorForOptional('span')();
    return asked ? (await asked.text()).trim() : '';
  }
  async ask(): Promise<void> {
    await (await this.locatorFor('button')()).click();
  }
  async answer(yes: boolean): Promise<void> {
    const [no, sure] = await this.locatorForAll('button')();
    await (yes ? sure! : no!).click();
  }
}
