import { frames } from '../../../testing/frames';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { FindingCard } from './finding-card';
import { FindingsList } from './findings-list';

const outline = 'r_ctrl : control\n  door left : mesh\n  seat  one : mesh';

describe('the findings on the page', () => {
  it('walk with the arrows; each one walked to is picked', async () => {
    const { ledger } = await workbenchBed(outline);
    const page = await show(FindingsList);
    await frames();
    await page.settle();
    const list = page.root.querySelector<HTMLElement>('cdk-virtual-scroll-viewport')!;
    await page.press(list, 'ArrowDown');
    expect(ledger.picking().active).toBe(2);
    await page.press(list, 'ArrowDown');
    expect(ledger.picking().active).toBe(3);
    await page.press(list, 'ArrowUp');
    expect(page.component.state.current()).toEqual(jasmine.objectContaining({ object: 2 }));
  });
  it('say why, show the fix first, and put it right', async () => {
    const { open } = await workbenchBed(outline);
    const page = await show(FindingCard);
    expect(page.root.textContent).toContain('Choose a finding');
    page.component.state.current.set({ object: 2, check: 'forbidden-characters' });
    await page.settle();
    expect(page.root.textContent).toContain('has a space at character 5');
    expect(page.root.textContent).toContain('OpenUSD');
    expect(page.text('rq-name')).toEqual(['door·left', 'door·left']);
    await page.click('Fix this');
    expect(open.scene.get(2).name).toBe('door_left');
    await page.settle();
    expect(page.root.textContent).toContain('This is put right');
  });
  it('put right all of one check as one change', async () => {
    const { open } = await workbenchBed(outline);
    const page = await show(FindingCard);
    page.component.state.current.set({ object: 2, check: 'forbidden-characters' });
    await page.settle();
    await page.click('Fix all 2 of this check');
    expect([open.scene.get(2).name, open.scene.get(3).name, open.undoNext()]).toEqual([
      'door_left',
      'seat_one',
      'Fix 2 × forbidden characters',
    ]);
  });
  it('tell what a fix does that is no new name, and do it, also for all at once', async () => {
    const { open } = await workbenchBed(
      'r_ctrl : control\n  a_grp : group\n  b_grp : group\nlose_grp\n  m : mesh',
    );
    const page = await show(FindingCard);
    page.component.state.current.set({ object: 4, check: 'outside-root' });
    await page.settle();
    expect(page.text('[data-testid=fix-says]')).toEqual(['put "lose_grp" under "r_ctrl"']);
    await page.click('Fix this');
    expect(open.scene.get(4).parent).toBe(1);
    page.component.state.current.set({ object: 2, check: 'empty-group' });
    await page.settle();
    expect(page.text('[data-testid=fix-says]')).toEqual(['remove "a_grp"']);
    await page.click('Fix all 2 of this check');
    expect(open.scene.get(1).children).toEqual([4]);
  });
  it('have no fix where only a person can know', async () => {
    await workbenchBed(outline);
    const page = await show(FindingCard);
    page.component.state.current.set({ object: 2, check: 'name-pattern' });
    await page.settle();
    expect(page.root.textContent).toContain('Only a person can know');
  });
});
