import { TestBed } from '@angular/core/testing';
import { frames } from '../../../testing/frames';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { FixPanel } from './fix-panel';
import { FixPreview } from './fix-preview';
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
  it('put right all of one check as one change, looked at first', async () => {
    const { open, ledger } = await workbenchBed(outline);
    const page = await show(FindingCard);
    page.component.state.current.set({ object: 2, check: 'forbidden-characters' });
    await page.settle();
    await page.click('Fix all 2 of this check…');
    expect(open.scene.get(2).name).toBe('door left');
    const panel = await show(FixPanel);
    await panel.settle();
    expect(panel.root.querySelectorAll('[data-testid=fix-row]').length).toBe(2);
    expect(ledger.preview()?.names.get(3)).toBe('seat_one');
    await panel.click('Apply as one edit');
    expect([open.scene.get(2).name, open.scene.get(3).name, open.undoNext()]).toEqual([
      'door_left',
      'seat_one',
      'Fix forbidden characters',
    ]);
    expect(ledger.preview()).toBeNull();
  });
  it('hold what would break another, say why, and let a person take one out', async () => {
    const { open } = await workbenchBed('r_ctrl : control\n  a_grp : group\nlose_grp\n  m : mesh');
    const preview = TestBed.inject(FixPreview);
    const panel = await show(FixPanel);
    preview.look({
      title: 'Fix two',
      findings: [
        { object: 2, check: 'empty-group' },
        { object: 3, check: 'outside-root' },
      ],
    });
    await panel.settle();
    expect(preview.counts().fixed).toBe(2);
    expect(panel.root.textContent).toContain('put "lose_grp" under "r_ctrl"');
    // It is less than what it puts right: said, and done all the same.
    expect(panel.root.textContent).toContain('It brings Group with one child');
    const outside = preview.fixes().find(({ check }) => check === 'outside-root')!;
    preview.toggle(outside);
    await panel.settle();
    expect(preview.fixes().find(({ check }) => check === 'outside-root')?.state).toBe('out');
    preview.apply();
    expect([open.scene.find(2), open.scene.get(3).parent]).toEqual([undefined, null]);
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
    await page.click('Fix all 2 of this check…');
    await page.settle();
    expect(TestBed.inject(FixPreview).apply()).toBeTrue();
    expect(open.scene.get(1).children).toEqual([4]);
  });
  it('say of one fix what it would bring, before it is made, and nothing where it brings nothing', async () => {
    await workbenchBed('r_ctrl : control\n  a_grp : group\nlose_grp\n  m : mesh');
    const page = await show(FindingCard);
    const said = async (object: number, check: string): Promise<string[]> => {
      page.component.state.current.set({ object, check });
      await page.settle();
      await new Promise((done) => setTimeout(done, 300));
      await page.settle();
      return page.text('[data-testid=fix-brings]');
    };
    expect(await said(2, 'empty-group')).toEqual([]);
    expect(await said(3, 'outside-root')).toEqual([jasmine.stringContaining('Group with one child')]);
  });
  it('have no fix where only a person can know', async () => {
    await workbenchBed(outline);
    const page = await show(FindingCard);
    page.component.state.current.set({ object: 2, check: 'name-pattern' });
    await page.settle();
    expect(page.root.textContent).toContain('Only a person can know');
  });
});
