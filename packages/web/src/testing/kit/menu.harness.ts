import { ComponentHarness, HarnessPredicate } from '@angular/cdk/testing';

/** An open menu of the kit. It stands in an overlay: look for it from the root of the document. */
export class MenuHarness extends ComponentHarness {
  static hostSelector = '[rqMenu]';
  /** The one with an entry of these words: another may be open beside it. */
  static with(entry: string): HarnessPredicate<MenuHarness> {
    return new HarnessPredicate(MenuHarness, {}).addOption('entry', entry, async (menu, wanted) =>
      (await menu.entries()).includes(wanted),
    );
  }
  /** The words of its entries, in order; one that cannot be chosen in brackets, one that is on with a tick. */
  async entries(): Promise<string[]> {
    const entries = await this.locatorForAll('[role^=menuitem]')();
    return Promise.all(
      entries.map(async (entry) => {
        // The tick is drawn, and not read: what is said is the state.
        const words = (await entry.text({ exclude: '[aria-hidden]' })).trim();
        if ((await entry.getAttribute('aria-disabled')) === 'true') return `(${words})`;
        return (await entry.getAttribute('aria-checked')) === 'true' ? `${words} ✓` : words;
      }),
    );
  }
  async choose(words: string): Promise<void> {
    for (const entry of await this.locatorForAll('[role^=menuitem]')())
      if ((await entry.text({ exclude: '[aria-hidden]' })).trim() === words) return entry.click();
    throw new Error(`no entry "${words}"; there are ${(await this.entries()).join(', ')}`);
  }
}
