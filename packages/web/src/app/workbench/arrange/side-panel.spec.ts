import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { SidePanel } from './side-panel';
import { SetList } from './set-list';
import { tally } from './tally';
import { sceneFromOutline } from '@renquil/core/testing';

const outline = 'r : control\n  a : mesh\n  b : mesh\n  sun : light';

describe('the side panel', () => {
  const start = async () => {
    const bed = await workbenchBed(outline);
    return { ...bed, page: await show(SidePanel) };
  };
  it('counts kinds and narrows the ledger to one, and to none again', async () => {
    const { page, ledger } = await start();
    await page.click('mesh');
    expect([ledger.kind(), ledger.shownCount()]).toEqual(['mesh', 2]);
    await page.click('mesh');
    expect(ledger.kind()).toBe('');
  });
  it('makes a layer from what is picked, and objects made later enter it', async () => {
    const { page, ledger, open } = await start();
    ledger.pickAll([2, 3]);
    await page.settle();
    await page.click('New layer from what is picked');
    const field = page.field('layer-name');
    field.value = 'Small';
    field.form!.dispatchEvent(new Event('submit', { cancelable: true }));
    await page.settle();
    expect([2, 3, 4].map((id) => open.scene.get(id).layer)).toEqual(['Small', 'Small', 'Base']);
    expect(page.component.arrange.layer()).toBe('Small');
    page.component.arrange.group('centre');
    expect(open.scene.get(5).layer).toBe('Small');
  });
  it('marks and unmarks what is picked', async () => {
    const { page, ledger, open } = await start();
    ledger.pickAll([2]);
    await page.settle();
    await page.click('waits');
    expect(open.scene.get(2).mark).toEqual(jasmine.objectContaining({ word: 'waits' }));
    await page.click('unmark');
    expect(open.scene.get(2).mark).toBeNull();
  });
  it('quotes names that the filter could misread', async () => {
    const { page } = await start();
    expect([
      page.component.filterOf('layer', 'Base'),
      page.component.filterOf('layer', 'a b'),
      page.component.filterOf('has', 'x*'),
    ]).toEqual(['layer:Base', 'layer:"a b"', 'has:"x*"']);
  });
});

describe('the list of sets', () => {
  const start = async () => {
    const bed = await workbenchBed(outline);
    const page = await show(SetList);
    const make = async (button: string, name: string) => {
      await page.click(button);
      page.field('set-name').value = name;
      page.field('set-name').form!.dispatchEvent(new Event('submit', { cancelable: true }));
      await page.settle();
    };
    return { ...bed, page, make };
  };
  it('keeps what is picked, adds to it and takes from it', async () => {
    const { page, ledger, open, make } = await start();
    expect(page.button('New set from what is picked').disabled).toBeTrue();
    ledger.pickAll([2]);
    await page.settle();
    await make('New set from what is picked', 'parts');
    ledger.pickAll([3]);
    await page.settle();
    await page.click('Put what is picked into parts');
    expect(open.scene.sets.get('parts')).toEqual({ name: 'parts', how: 'fixed', objects: [2, 3] });
    ledger.pickAll([2]);
    await page.settle();
    await page.click('Take what is picked out of parts');
    expect(page.text('[data-testid=set]')).toEqual(['parts1']);
  });
  it('keeps a live set up to date, and undoes its making', async () => {
    const { page, ledger, open, make } = await start();
    ledger.filter.set('kind:mesh');
    await page.settle();
    await make('New live set from the filter', 'meshes');
    expect(page.text('[data-testid=set]')).toEqual(['meshes2']);
    open.apply('Make it a light', [{ kind: 'rename', object: 2, from: 'a', to: 'a2' }]);
    ledger.filter.set('set:meshes a2');
    expect(ledger.shownCount()).toBe(1);
    open.undo();
    open.undo();
    await page.settle();
    expect(open.scene.sets.size).toBe(0);
  });
  it('deletes a set and no object', async () => {
    const { page, ledger, open, make } = await start();
    ledger.pickAll([2, 3]);
    await page.settle();
    await make('New set from what is picked', 'parts');
    await page.click('Delete the set parts');
    expect([open.scene.sets.size, open.scene.size]).toEqual([0, 4]);
    open.undo();
    expect(open.scene.sets.get('parts')).toBeDefined();
  });
});

describe('tally', () => {
  it('always knows the layer Base', () =>
    expect([...tally(sceneFromOutline('')).layers]).toEqual([['Base', 0]]));
});
