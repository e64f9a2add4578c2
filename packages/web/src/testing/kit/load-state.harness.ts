import { ComponentHarness, HarnessPredicate, type BaseHarnessFilters } from '@angular/cdk/testing';

/** How far something is that was asked of the server. */
export class LoadStateHarness extends ComponentHarness {
  static hostSelector = 'rq-load-state';
  static with(filters: BaseHarnessFilters): HarnessPredicate<LoadStateHarness> {
    return new HarnessPredicate(LoadStateHarness, filters);
  }
  /** What it says, and how: waiting as status, failure as alert, that there is none as plain words, nothing as nothing. */
  async says(): Promise<{ readonly as: 'status' | 'alert' | 'plain' | 'nothing'; readonly words: string }> {
    const said = await this.locatorForOptional('p')();
    if (!said) return { as: 'nothing', words: '' };
    const role = await said.getAttribute('role');
    const words = (await said.text({ exclude: 'button' })).trim();
    return { as: role === 'status' || role === 'alert' ? role : 'plain', words };
  }
  async tryAgain(): Promise<void> {
    await (await this.locatorFor('button')()).click();
  }
}
