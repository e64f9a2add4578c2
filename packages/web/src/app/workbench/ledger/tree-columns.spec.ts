import { TestBed } from '@angular/core/testing';
import { sceneFromOutline } from '@renquil/core/testing';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { ColumnChoice } from './column-choice';
import { Ledger } from './ledger';
import { compareBy, treeColumns } from './tree-columns';

describe('the columns of Arrange', () => {
  beforeEach(() => localStorage.removeItem('renquil.columns'));
  afterEach(() => localStorage.removeItem('renquil.columns'));
  it('say something of every object, and sort it', () => {
    const scene = sceneFromOutline('r\n  b10 : mesh\n  b9 : mesh ~2,2,2\n  sun : light');
    for (const column of treeColumns) {
      for (const object of scene.walk())
        if (column.text)
          expect(column.text(scene, object))
            .withContext(column.key)
            .toMatch(/^[^{}]*$/);
      const sorted = [...scene.get(1).children].sort(compareBy(scene, column, false));
      expect([...sorted].sort()).toEqual([2, 3, 4]);
    }
    const by = (key: string, down = false) =>
      [2, 3, 4].sort(compareBy(scene, treeColumns.find((one) => one.key === key) ?? 'name', down));
    expect([by('name'), by('size', true), by('faces')[0]]).toEqual([[3, 2, 4], [3, 2, 4], 4]);
    expect(treeColumns.find((one) => one.key === 'size')!.text!(scene, scene.get(3))).toBe('4 m');
  });
  it('are chosen, moved, sorted up and down and not at all, and remembered', async () => {
    const { ledger } = await workbenchBed('r\n  b : mesh\n  a : mesh');
    const choice = TestBed.inject(ColumnChoice);
    const page = await show(Ledger, { columns: 'tree' });
    const titles = () => page.text('[role=columnheader]').map((title) => title.split(' ')[0]);
    choice.toggle('faces');
    choice.toggle('mark');
    choice.move(3, 0);
    await page.settle();
    expect(titles()).toEqual(['Object', 'Mark', 'Kids', 'Layer', 'Switches', 'Place']);
    await page.click('Object');
    expect([...ledger.order()]).toEqual([1, 3, 2]);
    await page.click('Object');
    expect([...ledger.order()]).toEqual([1, 2, 3]);
    expect(choice.sort()).toEqual({ key: 'name', down: true });
    await page.click('Object');
    expect(choice.sort()).toBeNull();
    expect(JSON.parse(localStorage.getItem('renquil.columns')!)).toEqual({
      chosen: ['mark', 'kids', 'layer', 'switches'],
      sort: null,
    });
  });
  it('start as they were left, and as they are at first when that cannot be read', () => {
    localStorage.setItem('renquil.columns', '{"chosen":["size","gone"],"sort":{"key":"size","down":true}}');
    expect(new ColumnChoice().chosen().map((column) => column.key)).toEqual(['size']);
    localStorage.setItem('renquil.columns', '{');
    expect(new ColumnChoice().chosen()).toHaveSize(4);
  });
});
