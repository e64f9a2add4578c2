import { workbenchBed } from '../../../testing/bed';

const outline =
  'cabin_ctrl : control\n  body_grp : group\n    L_door001_oak_geo : mesh\n    R_door001_oak_geo : mesh\n  lamp : light';

describe('LedgerState', () => {
  it('filters by query and by kind, and keeps the ancestors of a match', async () => {
    const { ledger, open } = await workbenchBed(outline);
    const shown = () => ledger.rows().map((row) => open.scene.get(row.id).name + (row.context ? '*' : ''));
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
    expect(ledger.rows()).toHaveSize(5);
  });
  it('walks with the arrows: to the parent, into a group, folding on the way', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.pick(3, 'only');
    ledger.walk('out');
    expect(ledger.picking().active).toBe(2);
    ledger.walk('out');
    expect(ledger.rows().map((row) => row.id)).toEqual([1, 2, 5]);
    ledger.walk('in');
    ledger.walk('in');
    expect(ledger.picking().active).toBe(3);
  });
  it('folds and unfolds groups by a slot with the same arrows', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.bySlot.set({ slot: 'what', down: false, grouped: true });
    const before = ledger.order();
    const second = ledger.rows().findIndex((row) => row.group?.count === 2) + 1;
    const head = ledger.rows()[second - 1]!;
    ledger.pick(before[second]!, 'only');
    ledger.walk('out');
    expect(ledger.order()).toEqual(before.filter((_, i) => i !== second));
    expect(ledger.picking().active).toBe(head.id);
    ledger.walk('out');
    expect(ledger.order()).toHaveSize(before.length - 1);
    ledger.walk('in');
    expect(ledger.order()).toEqual(before);
  });
  it('unfolds and clears the filter to show an object picked elsewhere', async () => {
    const { ledger } = await workbenchBed(outline);
    ledger.foldAll();
    ledger.filter.set('lamp');
    ledger.show(4);
    expect(ledger.rows().map((row) => row.id)).toContain(4);
    expect([ledger.filter(), ledger.picking().active]).toEqual(['', 4]);
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
    expect(ledger.order()).toEqual([1, 2, 3, 4, 5]);
    ledger.onlyPath.set(true);
    ledger.show(5);
    expect(ledger.order()).toEqual([1, 4, 5]);
  });
});
