import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** A field of a form, by the words over it. */
export class FieldHarness extends ComponentHarness {
  static hostSelector = 'rq-field';
  static with(words: string): HarnessPredicate<FieldHarness> {
    return new HarnessPredicate(FieldHarness, {}).addOption('words', words, async (field, wanted) =>
      HarnessPredicate.stringMatches(field.words(), wanted),
    );
  }
  readonly #control = this.locatorFor('input, select, textarea');
  async words(): Promise<string> {
    return (await (await this.locatorFor('label > span:first-child')()).text()).trim();
  }
  /** What is wrong with it, in words; empty: nothing. */
  async wrong(): Promise<string> {
    const said = await this.locatorForOptional('[role=alert]')();
    return said ? (await said.text()).trim() : '';
  }
  async value(): Promise<string> {
    return (await this.#control()).getProperty<string>('value');
  }
  /** Takes the place of what stands there, as somebody who types it. */
  async type(value: string): Promise<void> {
    const control = await this.#control();
    await control.clear();
    await control.sendKeys(value);
    await control.blur();
  }
}
