import { TestBed } from '@angular/core/testing';
import { largeScene } from '../../ui/settled';
import { workbenchBed } from '../../../testing/bed';

const outline =
  'cabin_ctrl : control\n  body_grp : group\n    L_door001_oak_geo : mesh\n    R_door001_oak_geo : mesh\n  lamp : light';

describe('LedgerState', () => {
  it('filters by query and by kind, and keeps the ancestors of a match', async () => {
    const { ledger, open } = await workbenchBed(outline);
    const shown = () =>
      [...ledger.rows()].map((row) => open.scene.get(row.id).name + (row.context ? '*' : ''));
    ledger.filter.set('*door*');
    expect(shown()).toEqual(['cabin_ctrl*', 'body_grp*', 'L_door001_oak_geo', 'R_door001_oak_geo']);
    expect(ledger.shownCount()).toBe(2);
    ledger.kind.set('light');
    expect(shown()).toEqual([]);
    ledger.filter.set('');
    expect(shown()).toEqual(['cabin_ctrl*', 'lamp']);
  });
  it('says where a filter cannot be read, and shows everything meanwhile', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.filter.set('(door');
    expect(ledger.query().error).toContain('character');
    expect([...ledger.rows()]).toHaveSize(5);
  });
  it('steps to the next row of which something holds, and round again, among what is shown', async () => {
    const { ledger, open } = await workbenchBed(outline);
    const isMesh = (id: number): boolean => open.scene.get(id).kind === 'mesh';
    const stepped = (by: 1 | -1): number | null => (ledger.stepTo(by, isMesh), ledger.picking().active);
    expect([stepped(1), stepped(1), stepped(1)]).toEqual([3, 4, 3]);
    expect([stepped(-1), stepped(-1)]).toEqual([4, 3]);
    ledger.filter.set('R_*');
    expect([stepped(1), stepped(1)]).toEqual([4, 4]);
    expect(ledger.stepTo(1, () => false)).toBeFalse();
    ledger.pickNothing();
    ledger.filter.set('');
    expect(stepped(-1)).toBe(4);
  });
  it('tells rows their place among the siblings that are shown', async () => {
    const { ledger } = await workbenchBed(outline);
    const places = () => [...ledger.rows()].map(({ id, place, siblings }) => [id, place, siblings]);
    expect(places()).toEqual([
      [1, 1, 1],
      [2, 1, 2],
      [3, 1, 2],
      [4, 2, 2],
      [5, 2, 2],
    ]);
    ledger.filter.set('R_*');
    expect(places()).toEqual([
      [1, 1, 1],
      [2, 1, 1],
      [4, 1, 1],
    ]);
  });
  it('walks with the arrows: to the parent, into a group, folding on the way', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.pick(3, 'only');
    ledger.walk('out');
    expect(ledger.picking().active).toBe(2);
    ledger.walk('out');
    expect([...ledger.rows()].map((row) => row.id)).toEqual([1, 2, 5]);
    ledger.walk('in');
    ledger.walk('in');
    expect(ledger.picking().active).toBe(3);
  });
  it('folds and unfolds groups by a slot with the same arrows', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.bySlot.set({ slot: 'what', down: false, grouped: true });
    const before = [...ledger.order()];
    const second = [...ledger.rows()].findIndex((row) => row.group?.count === 2) + 1;
    const head = [...ledger.rows()][second - 1]!;
    ledger.pick(before[second]!, 'only');
    ledger.walk('out');
    expect([...ledger.order()]).toEqual(before.filter((_, i) => i !== second));
    expect(ledger.picking().active).toBe(head.id);
    ledger.walk('out');
    expect([...ledger.order()]).toHaveSize(before.length - 1);
    ledger.walk('in');
    expect([...ledger.order()]).toEqual(before);
  });
  it('unfolds and clears the filter to show an object picked elsewhere', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.foldAll();
    ledger.filter.set('lamp');
    ledger.show(4);
    expect([...ledger.rows()].map((row) => row.id)).toContain(4);
    expect([ledger.filter(), ledger.picking().active]).toEqual(['', 4]);
  });
  it('goes to the row that was picked when the filter is cleared', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.filter.set('lamp');
    TestBed.tick();
    ledger.pick(4, 'only');
    ledger.reveal.set(null);
    ledger.filter.set('');
    TestBed.tick();
    expect(ledger.reveal()).toEqual({ id: 4 });
  });
  it('picks exactly what the filter shows', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.filter.set('*door*');
    ledger.pickShown();
    expect([...ledger.picking().picked]).toEqual([3, 4]);
    expect(ledger.pickedFaces()).toBe(24);
  });
  it('folds the rest around what is picked from elsewhere, when that is wanted', async () => {
    const { ledger } = await workbenchBed('a\n  b\n    c : mesh\nd\n  e : mesh');
    ledger.show(3);
    expect([...ledger.order()]).toEqual([1, 2, 3, 4, 5]);
    ledger.onlyPath.set(true);
    ledger.show(5);
    expect([...ledger.order()]).toEqual([1, 4, 5]);
  });
});

describe('the filter of a large scene', () => {
  it('looks through it in slices, shows what it showed until it is through, and begins anew with the next letter', async () => {
    const rows = Array.from({ length: largeScene + 1 }, (_, i) => `p${i}`);
    const { ledger, open, settle } = await workbenchBed(rows.join('\n'));
    const through = async (): Promise<void> => {
      for (let i = 0; i < 3000 && ledger.looking(); i++) await new Promise((done) => setTimeout(done, 10));
      expect(ledger.looking()).toBeFalse();
    };
    ledger.filter.set('p3000');
    ledger.filter.set('p30000');
    await settle();
    expect([ledger.looking(), ledger.matches()]).toEqual([true, null]);
    await through();
    expect([...ledger.matches()!]).toEqual([30_001]);
    open.apply('Rename', [{ kind: 'rename', object: 5, from: 'p4', to: 'p30000_too' }]);
    await settle();
    expect([...ledger.matches()!]).toEqual([30_001]);
    await through();
    expect([...ledger.matches()!]).toEqual([5, 30_001]);
    ledger.filter.set('');
    expect(ledger.matches()).toBeNull();
    // Thirty thousand objects are checked on the way, on a machine that may have other things to do.
  }, 60_000);
});
