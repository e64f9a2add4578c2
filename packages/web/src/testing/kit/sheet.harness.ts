import { ContentContainerComponentHarness } from '@angular/cdk/testing';

/** A sheet of the kit: what it is called, what it says, what went wrong, and the buttons of its foot. */
export class SheetHarness extends ContentContainerComponentHarness {
  static hostSelector = 'rq-sheet';
  readonly #foot = this.locatorForAll('rq-sheet-foot button');
  async heading(): Promise<string> {
    return (await (await this.locatorFor('header h2')()).text()).trim();
  }
  async failure(): Promise<string> {
    const said = await this.locatorForOptional(':scope > [role=alert]')();
    return said ? (await said.text()).trim() : '';
  }
  async actions(): Promise<string[]> {
    return Promise.all((await this.#foot()).map(async (button) => (await button.text()).trim()));
  }
  async act(words: string): Promise<void> {
    for (const button of await this.#foot())
      if ((await button.text()).trim() === words) return button.click();
    throw new Error(`no button "${words}"; there are ${(await this.actions()).join(', ')}`);
  }
}
