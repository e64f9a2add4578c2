import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import type { HarnessLoader } from '@angular/cdk/testing';
import { FieldHarness } from '../../testing/kit/field.harness';
import { LoadStateHarness } from '../../testing/kit/load-state.harness';
import { MenuHarness } from '../../testing/kit/menu.harness';
import { SheetHarness } from '../../testing/kit/sheet.harness';
import { SureButtonHarness } from '../../testing/kit/sure-button.harness';
import { TickHarness } from '../../testing/kit/tick.harness';
import { show, type Page } from '../../testing/page';
import { KitPage } from './kit-page';
import { KitParts } from './kit-parts';

describe('the kit', () => {
  let page: Page<KitParts>;
  let loader: HarnessLoader;
  let root: HarnessLoader;
  beforeEach(async () => {
    page = await show(KitParts);
    loader = TestbedHarnessEnvironment.loader(page.fixture);
    root = TestbedHarnessEnvironment.documentRootLoader(page.fixture);
  });

  it('opens menus whose entries are chosen, hold one of several, or are on or off', async () => {
    await page.click('Rows…');
    let menu = await root.getHarness(MenuHarness.with('Group'));
    expect(await menu.entries()).toEqual(['Group', '(Ungroup)', 'By name ✓', 'By size', 'Labels ✓']);
    await menu.choose('By size');
    await page.click('Rows…');
    menu = await root.getHarness(MenuHarness.with('Group'));
    expect(await menu.entries()).toEqual(['Group', '(Ungroup)', 'By name', 'By size ✓', 'Labels ✓']);
    await menu.choose('Labels');
    await page.click('Rows…');
    menu = await root.getHarness(MenuHarness.with('Group'));
    expect(await menu.entries()).toContain('Labels');
    await menu.choose('Group');
    expect(page.text('[data-testid=done]')).toEqual(['grouped']);
    expect(await root.getAllHarnesses(MenuHarness.with('Group'))).toEqual([]);
  });
  it('ticks, and not what cannot be ticked', async () => {
    const tick = await loader.getHarness(TickHarness.with('With its children'));
    await tick.turn();
    expect([await tick.isOn(), page.component.ticked()]).toEqual([false, false]);
    const other = await loader.getHarness(TickHarness.with('Not for this one'));
    await other.turn();
    expect([await other.isOn(), await other.isDisabled()]).toEqual([false, true]);
  });
  it('has fields that say what is wrong with them', async () => {
    const fields = await loader.getAllHarnesses(FieldHarness);
    expect(await Promise.all(fields.map((field) => field.words()))).toEqual([
      'Name',
      'Revision',
      'Cannot be changed',
      'One of several',
    ]);
    expect(await fields[1]!.wrong()).toBe('A revision is a whole number.');
    await fields[0]!.type('barn');
    expect([await fields[0]!.value(), await fields[0]!.wrong()]).toEqual(['barn', '']);
  });
  it('asks once more before what cannot be taken back', async () => {
    const button = await loader.getHarness(SureButtonHarness.with('Delete'));
    await button.ask();
    expect(await button.question()).toBe('Delete it for good?');
    await button.answer(false);
    expect([await button.question(), page.component.done()]).toEqual(['', '']);
    await button.ask();
    await button.answer(true);
    expect(page.component.done()).toBe('deleted');
  });
  it('says how far it is with what it asked for', async () => {
    const of = async (which: string) =>
      (await loader.getHarness(LoadStateHarness.with({ selector: `[data-testid=${which}]` }))).says();
    expect(await of('coming')).toEqual({ as: 'status', words: 'Reading the history…' });
    expect(await of('failed')).toEqual({ as: 'alert', words: 'The server does not answer.' });
    expect(await of('none')).toEqual({ as: 'plain', words: 'Nothing was handed off yet.' });
  });
  it('lays out sheets with what can be done, the main thing last', async () => {
    const sheet = await loader.getHarness(SheetHarness);
    expect(await sheet.heading()).toBe('The bin');
    expect(await sheet.failure()).toBe('One could not be put back.');
    expect(await sheet.actions()).toEqual(['Cancel', 'Put back']);
  });
  it('remembers panes that were dragged', async () => {
    localStorage.removeItem('renquil.panes.kit');
    const separator = page.all('[role=separator]')[0]!;
    separator.focus();
    await page.press(separator, 'ArrowRight');
    separator.dispatchEvent(new KeyboardEvent('keyup', { key: 'ArrowRight', bubbles: true }));
    await page.settle();
    const [first, second] = JSON.parse(localStorage.getItem('renquil.panes.kit')!) as number[];
    expect(first).toBeGreaterThan(40);
    expect(first! + second!).toBeCloseTo(100, 3);
    localStorage.removeItem('renquil.panes.kit');
  });
});

describe('the page of the kit', () => {
  it('shows light and dark beside each other, whatever the page has', async () => {
    const page = await show(KitPage);
    const grounds = page
      .all('section[data-theme] > rq-kit-parts')
      .map((one) => getComputedStyle(one).backgroundColor);
    expect(grounds).toEqual(['rgb(245, 241, 230)', 'rgb(22, 33, 30)']);
  });
});
