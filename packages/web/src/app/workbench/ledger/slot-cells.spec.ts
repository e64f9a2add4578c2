import { TestBed } from '@angular/core/testing';
import { frames } from '../../../testing/frames';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Ledger } from './ledger';
import { SlotCells } from './slot-cells';

const outline =
  'L_door001_oak_geo : mesh @4,0,0\ndoor left : mesh @4,0,9\nR_lid001_oak_geo : mesh @-4,0,0\nlamps_grp';

describe('the cells of slots', () => {
  const start = async () => {
    const bed = await workbenchBed(outline);
    const cells = TestBed.inject(SlotCells);
    const page = await show(Ledger, {}, 'display:flex;height:400px;width:850px');
    await frames();
    await page.settle();
    const names = () => bed.open.scene.roots.map((id) => bed.open.scene.get(id).name);
    const grid = page.root.querySelector<HTMLElement>('[role=treegrid]')!;
    return { ...bed, cells, page, names, grid };
  };
  it('are walked with Tab and arrows, and left again', async () => {
    const { ledger, page, grid } = await start();
    ledger.pick(1, 'only');
    await page.press(grid, 'Tab');
    expect(ledger.cell()).toBe('side');
    await page.press(grid, 'ArrowRight');
    expect(ledger.cell()).toBe('place');
    await page.press(grid, 'Tab', { shiftKey: true });
    await page.press(grid, 'Tab', { shiftKey: true });
    expect(ledger.cell()).toBeNull();
    for (let i = 0; i < 7; i++) await page.press(grid, 'Tab');
    expect(ledger.cell()).withContext('out behind the last').toBeNull();
  });
  it('begin with a typed letter, show what would become, and keep it on Enter', async () => {
    const { ledger, page, grid, names } = await start();
    ledger.pick(1, 'only');
    ledger.cell.set('surface');
    await page.press(grid, 's');
    const field = page.field('slot-field');
    expect([field.value, field.getAttribute('list')]).toEqual(['s', 'words-surface']);
    field.value = 'steel';
    field.dispatchEvent(new Event('input'));
    await page.settle();
    expect(ledger.preview()!.names.get(1)).toBe('L_door001_steel_geo');
    await page.press(field, 'Enter');
    expect(names()[0]).toBe('L_door001_steel_geo');
    expect([ledger.preview(), ledger.editing()]).toEqual([null, null]);
  });
  it('change the same slot of everything picked, as one edit', async () => {
    const { ledger, cells, names, open } = await start();
    ledger.pickAll([1, 2, 3]);
    cells.put(1, 'surface', 'glass');
    expect(names()).toEqual(['L_door001_glass_geo', 'L_door_glass_geo', 'R_lid001_glass_geo', 'lamps_grp']);
    open.undo();
    expect(names()[1]).toBe('door left');
  });
  it('back out on Escape, and are emptied by Delete', async () => {
    const { ledger, page, grid, names } = await start();
    ledger.pick(1, 'only');
    ledger.cell.set('side');
    await page.press(grid, 'R');
    await page.press(page.field('slot-field'), 'Escape');
    expect(names()[0]).toBe('L_door001_oak_geo');
    await page.press(grid, 'Delete');
    expect(names()[0]).toBe('door001_oak_geo');
  });
  it('are filled down, copied and pasted as a spreadsheet has them', async () => {
    const { ledger, cells, names, open } = await start();
    ledger.pickAll([1, 3]);
    cells.fillDown('side');
    expect(names()[2]).toBe('L_lid001_oak_geo');
    expect(cells.copy('side')).toBe('L\nL');
    expect(cells.copy(null).split('\n')[0]).toBe('L_door001_oak_geo\tL\t\tdoor\t001\toak\tgeo');
    ledger.pick(1, 'only');
    cells.paste('what', 'gate\t007\nhatch\t008');
    expect(names().slice(0, 2)).toEqual(['L_gate007_oak_geo', 'L_hatch008_geo']);
    cells.paste(null, 'x_grp\n"a ""b"""\n');
    expect(names().slice(0, 2)).toEqual(['x_grp', 'a "b"']);
    open.undo();
    expect(names()[0]).toBe('L_gate007_oak_geo');
  });
  it('sort and group the rows without the tree', async () => {
    const { ledger, page } = await start();
    ledger.bySlot.set({ slot: 'side', down: true, grouped: false });
    await page.settle();
    expect([...ledger.order()]).toEqual([3, 2, 1, 4]);
    ledger.bySlot.set({ slot: 'side', down: false, grouped: true });
    await page.settle();
    expect(
      [...ledger.rows()].filter((row) => row.group).map((row) => `${row.group!.label} ${row.group!.count}`),
    ).toEqual(['L 1', 'left 1', 'R 1', ' 1']);
    ledger.filter.set('slot.side:L');
    await page.settle();
    expect([...ledger.order()]).toEqual([1]);
  });
});
