import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { SidePanel } from './side-panel';
import { SetList } from './set-list';
import { tally } from './tally';
import { planLayer } from '@renquil/core/plans';
import { offBy, type SceneSet } from '@renquil/core/scene';
import { sceneFromOutline } from '@renquil/core/testing';
import { AssetPanel } from './asset-panel';
import { LayerList } from './layer-list';
import { SetMenu } from './set-menu';
import { ViewList } from './view-list';

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
    await page.type(field, 'Small');
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
  it('marks by a word of ones own with a note, and adds a note to a mark', async () => {
    const { page, ledger, open } = await start();
    ledger.pickAll([2]);
    await page.settle();
    page.field('mark-word').value = 'ask Ines';
    page.field('mark-note').value = 'pivot?';
    page.component.markOwn(page.field('mark-word'), page.field('mark-note'));
    expect(open.scene.get(2).mark).toEqual(jasmine.objectContaining({ word: 'ask Ines', note: 'pivot?' }));
    page.field('mark-note').value = 'base';
    page.component.markOwn(page.field('mark-word'), page.field('mark-note'));
    expect(open.scene.get(2).mark).toEqual(jasmine.objectContaining({ word: 'ask Ines', note: 'base' }));
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
      await page.type(page.field('set-name'), name);
      page.field('set-name').form!.dispatchEvent(new Event('submit', { cancelable: true }));
      await page.settle();
    };
    return { ...bed, page, make };
  };
  it('keeps what is picked, and counts it', async () => {
    const { page, ledger, make } = await start();
    expect(page.button('New set from what is picked').disabled).toBeTrue();
    ledger.pickAll([2]);
    await page.settle();
    await make('New set from what is picked', 'parts');
    expect(page.text('[data-testid=set]')).toEqual(['parts1']);
  });
  it('keeps a live set up to date, and undoes its making', async () => {
    const { page, ledger, open, make } = await start();
    ledger.filter.set('kind:mesh');
    await page.settle();
    await make('New live set, kept by the filter', 'meshes');
    expect(page.text('[data-testid=set]')).toEqual(['meshes2']);
    open.apply('Make it a light', [{ kind: 'rename', object: 2, from: 'a', to: 'a2' }]);
    ledger.filter.set('set:meshes a2');
    expect(ledger.shownCount()).toBe(1);
    open.undo();
    open.undo();
    await page.settle();
    expect(open.scene.sets.size).toBe(0);
  });
});

describe('what can be done with a set', () => {
  const start = async () => {
    const bed = await workbenchBed(outline);
    const set: SceneSet = { name: 'parts', how: 'fixed', objects: [2] };
    const other: SceneSet = { name: 'big', how: 'live', query: 'kind:mesh' };
    for (const to of [set, other]) bed.open.apply('', [{ kind: 'named-set', name: to.name, from: null, to }]);
    bed.ledger.pickAll([3]);
    return { ...bed, page: await show(SetMenu, { set }) };
  };
  it('what is picked goes in and comes out, and it is picked', async () => {
    const { page, open, ledger } = await start();
    page.component.change('add');
    expect(open.scene.sets.get('parts')).toEqual({ name: 'parts', how: 'fixed', objects: [2, 3] });
    open.undo();
    page.component.pick();
    expect([...ledger.picking().picked]).toEqual([2]);
    page.component.change('take');
    expect(open.scene.sets.get('parts')).toEqual(jasmine.objectContaining({ objects: [] }));
  });
  it('combined with another it makes a third, and both stay', async () => {
    const { page, open, ledger } = await start();
    page.component.combine(page.component.others()[0]!, 'together');
    ledger.filter.set('set:"parts and big"');
    expect([open.scene.sets.size, ledger.shownCount()]).toEqual([3, 2]);
  });
  it('it is doubled under a free name, and deleted without its objects', async () => {
    const { page, open } = await start();
    await page.click('Double it');
    expect([...open.scene.sets.keys()]).toEqual(['big', 'parts', 'parts 2']);
    await page.click('Delete the set');
    expect([...open.scene.sets.keys(), open.scene.size]).toEqual(['big', 'parts 2', 4]);
    open.undo();
    expect(open.scene.sets.get('parts')).toBeDefined();
  });
  it('a switch that is off for it rules over its objects', async () => {
    const { page, open } = await start();
    page.component.rule({ switches: { goes: false } });
    expect([...open.home().all]).toEqual([2]);
  });
});

describe('the list of layers', () => {
  const start = async () => {
    const bed = await workbenchBed(outline);
    bed.open.apply('', planLayer(bed.open.scene, 'Fur', { parent: 'Skin' }));
    bed.ledger.pickAll([2]);
    const page = await show(LayerList);
    return { ...bed, page };
  };
  it('shows layers under those they lie in, Base first', async () => {
    const { page, open } = await start();
    expect(page.text('[data-testid=layer]')).toEqual(['Base4', 'Skin0', 'Fur0']);
    expect(page.component.rows().map((row) => row.depth)).toEqual([0, 0, 1]);
    expect(page.component.nests(page.component.rows()[1]!)).toEqual(['Base']);
    page.component.rule('Skin', { switches: { shown: false } });
    open.scene.patch(2, { layer: 'Fur' });
    expect(offBy(open.scene, open.scene.get(2), 'shown')).toEqual({ by: 'layer', name: 'Skin' });
  });
  it('renames, colours and deletes one, its objects going to Base', async () => {
    const { page, open } = await start();
    page.component.arrange.settings.toLayer('Fur');
    page.component.naming.set({ renames: 'Fur' });
    page.component.named('Wool');
    page.component.colour('Wool', '#123456');
    expect([open.scene.get(2).layer, open.scene.layers.get('Wool')!.colour]).toEqual(['Wool', '#123456']);
    page.component.remove('Wool');
    expect([open.scene.get(2).layer, open.scene.size]).toEqual(['Base', 4]);
  });
});

describe('the list of views', () => {
  it('keeps what is shown and brings it back, and everything', async () => {
    const { open } = await workbenchBed(outline);
    const page = await show(ViewList);
    const { switches } = open.scene.get(2);
    open.apply('', [
      { kind: 'set', object: 2, field: 'switches', from: switches, to: { ...switches, shown: false } },
    ]);
    page.component.keep('left');
    await page.click('All on');
    expect(open.scene.get(2).switches.shown).toBeTrue();
    await page.click('left');
    expect(open.scene.get(2).switches.shown).toBeFalse();
    await page.click('Delete the view left');
    expect(page.text('[data-testid=view]')).toEqual(['All on']);
  });
});

describe('the asset', () => {
  it('is said on the main root, and its checks follow', async () => {
    const { open } = await workbenchBed(outline);
    const page = await show(AssetPanel);
    page.component.set('assetType', 'prop');
    await page.settle();
    expect(JSON.stringify(open.scene.get(1).attributes)).toBe('{"assetType":"prop"}');
    expect(page.root.textContent).toContain('*geo_grp');
    page.component.set('assetType', '');
    await page.settle();
    expect(Object.keys(open.scene.get(1).attributes)).toEqual([]);
    expect(page.component.template()).toBeNull();
  });
  it('needs a root to be said on', async () => {
    await workbenchBed('a : mesh\nb : mesh');
    const page = await show(AssetPanel);
    expect(page.root.textContent).toContain('under one root first');
  });
});

describe('tally', () => {
  it('always knows the layer Base', () =>
    expect([...tally(sceneFromOutline('')).layers]).toEqual([['Base', 0]]));
});
