import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import type { Cluster, TidyItem } from '@renquil/core/plans';
import { sceneFromOutline } from '@renquil/core/testing';
import { frames } from '../../../testing/frames';
import { show } from '../../../testing/page';
import { ReviewList } from '../name/review-list';
import { AutoArrange } from './auto-arrange';
import { AttributeSheet } from './attribute-sheet';
import { TemplateSheet } from './template-sheet';
import { TidyList } from './tidy-list';
import { TwinSheet, type TwinWish } from './twin-sheet';

/** What a dialog was closed with. */
function dialog(data: unknown): { closed: () => unknown } {
  let result: unknown = 'open';
  TestBed.configureTestingModule({
    providers: [
      { provide: DIALOG_DATA, useValue: data },
      { provide: DialogRef, useValue: { close: (value: unknown) => (result = value) } },
    ],
  });
  return { closed: () => result };
}

describe('tidy up', () => {
  const items: TidyItem[] = [
    { object: 1, what: 'empty', because: '"a" groups nothing' },
    { object: 2, what: 'lone', because: '"b" holds one object' },
  ];
  it('gives back what is ticked', async () => {
    const { closed } = dialog(items);
    const page = await show(TidyList);
    await frames();
    await page.settle();
    expect(page.text('label')).toEqual(['"a" groups nothing', '"b" holds one object']);
    await page.click(page.all('input')[0]!);
    await page.click('Tidy up 1');
    expect(closed()).toEqual([items[1]]);
  });
  it('has nothing to give when nothing is ticked', async () => {
    dialog(items);
    const page = await show(TidyList);
    await frames();
    await page.settle();
    for (const box of page.all('input')) await page.click(box);
    expect(page.button('Tidy up 0').disabled).toBeTrue();
  });
});

describe('grouping by what parts share', () => {
  const scene = sceneFromOutline(
    'door_L : mesh\ndoor_R : mesh\nbolt : mesh @30,0,0\nbolt2 : mesh @40,0,0\nsun : light',
  );
  const start = async () => {
    const { closed } = dialog({ scene, objects: scene.roots });
    return { closed, page: await show(AutoArrange) };
  };
  it('shows the groups before they are made, anew for each way', async () => {
    const { page } = await start();
    expect(page.component.clusters().map((c) => c.name)).toEqual(['door_grp', 'bolt_grp']);
    const way = page.root.querySelector('select')!;
    way.value = 'kind';
    way.dispatchEvent(new Event('change'));
    await page.settle();
    expect(page.component.clusters().map((c) => c.name)).toEqual(['mesh_grp']);
  });
  it('gives back those that are ticked', async () => {
    const { page, closed } = await start();
    await page.click(page.all('li input')[0]!);
    await page.click('Make 1 group');
    expect((closed() as Cluster[]).map((c) => c.name)).toEqual(['bolt_grp']);
  });
  it('takes a distance for nearness and keeps the old one when it is none', async () => {
    const { page } = await start();
    page.component.choose('nearness');
    await page.settle();
    const gap = page.root.querySelector<HTMLInputElement>('input.w-16')!;
    await page.type(gap, '9');
    expect(page.component.clusters().map((c) => c.objects)).toEqual([
      [1, 2],
      [3, 4],
    ]);
    await page.type(gap, 'far');
    expect(gap.value).toBe('9');
  });
});

describe('the review list', () => {
  it('shows every name before and after, with what nobody could see made visible', async () => {
    const lines = [
      { before: 'pulley2 ', after: 'sheave002', clash: null },
      { before: '', after: 'x', clash: 'took the next number' },
    ];
    const { closed } = dialog({ ids: [0, 1], lineOf: (id: number) => lines[id] });
    const page = await show(ReviewList);
    await frames();
    await page.settle();
    expect(page.text('rq-name-change')).toEqual(['pulley2·', 'sheave002', 'no name', 'x']);
    expect(page.root.textContent).toContain('took the next number');
    await page.click('Apply as one edit');
    expect(closed()).toBeTrue();
  });
});

describe('parents proposed', () => {
  const scene = sceneFromOutline('leg_a : mesh\nleg_b : mesh ~3,3,3\nleg_c : mesh @4,0,0');
  it('under the biggest part, or in rig order', async () => {
    const { closed } = dialog({ scene, objects: scene.roots });
    const page = await show(AutoArrange);
    await page.click(page.field('under-biggest'));
    expect(page.component.clusters()).toEqual([{ name: 'leg_b', under: 2, objects: [1, 3] }]);
    await page.click('Hang under 1 part');
    expect(closed()).toEqual([{ name: 'leg_b', under: 2, objects: [1, 3] }]);
    page.component.choose('rig-order');
    expect(page.component.clusters().map(({ under }) => under)).toEqual([2]);
  });
});

describe('twins held against a master', () => {
  const outline = 'r\n  a\n    m : mesh\n  b\n    m2 : mesh @0,1,0\n  c\n    m3 : mesh';
  const start = async () => {
    const scene = sceneFromOutline(outline);
    const { closed } = dialog({ scene, branches: [2, 4, 6], mayEdit: true });
    const page = await show(TwinSheet);
    return { closed: closed as () => TwinWish, page };
  };
  it('says what differs, and drops it', async () => {
    const { closed, page } = await start();
    expect(page.text('[data-testid=twin-verdict]')).toEqual(['the master', '1 difference', 'alike']);
    await page.click('Make 1 like the master');
    const wish = closed();
    expect([wish.label, wish.plan.ok && wish.plan.edits.map((edit) => edit.kind)]).toEqual([
      'Make 1 like a',
      ['transform'],
    ]);
  });
  it('another can be named the master, and its difference pushed to the rest', async () => {
    const { closed, page } = await start();
    page.component.master.set(4);
    await page.settle();
    expect(page.component.odd()).toEqual([2, 6]);
    page.component.push(2);
    const { plan } = closed();
    expect(plan.ok && plan.edits).toEqual([jasmine.objectContaining({ kind: 'transform', object: 5 })]);
  });
});

describe('the sheet of an attribute', () => {
  const start = async () => {
    const scene = sceneFromOutline('a : mesh\nb : mesh\nc : light');
    scene.patch(1, { attributes: { lod: 2 } });
    scene.patch(2, { attributes: { lod: 8 } });
    const { closed } = dialog({ scene, key: 'lod', picked: [2, 3], mayEdit: true });
    const page = await show(AttributeSheet);
    return { closed: closed as () => { pick?: unknown; label?: string; edits?: unknown[] }, page };
  };
  it('shows the spread, and picks all that have it', async () => {
    const { closed, page } = await start();
    expect(page.component.label()).toBe('2: 1, 8: 1');
    await page.click('Pick all that have it');
    expect(closed()).toEqual({ pick: [1, 2] });
  });
  it('sets one value for all picked: a number as a number, words as text', async () => {
    const { closed, page } = await start();
    page.component.set('8');
    expect(closed()).toEqual({
      label: 'Set lod for 2 picked',
      edits: [{ kind: 'attribute', object: 3, key: 'lod', to: 8 }],
    });
    page.component.set('far away');
    expect(closed().edits![0]).toEqual(jasmine.objectContaining({ from: 8, to: 'far away' }));
    page.component.set('  ');
    await page.settle();
    expect(page.text('[role=alert]')).toHaveSize(1);
  });
  it('takes it off', async () => {
    const { closed, page } = await start();
    page.component.takeOff();
    expect(closed().edits).toEqual([{ kind: 'attribute', object: 2, key: 'lod', from: 8 }]);
  });
});

describe('the sheet of what an asset holds', () => {
  it('adds, orders and takes out branches, and says only what is on', async () => {
    const template = { branches: [{ name: 'geo_grp' }, { name: 'col_grp', optional: true }], floor: true };
    const { closed } = dialog({ template, own: false, type: 'prop', mayEdit: true });
    const page = await show(TemplateSheet);
    await page.click('Add a branch');
    page.component.change(2, { name: ' loc_grp ' });
    await page.settle();
    await page.click('Move col_grp up');
    page.component.flip('floor');
    page.component.flip('strangers');
    await page.click('Keep');
    expect(closed()).toEqual({
      branches: [{ name: 'col_grp', optional: true }, { name: 'geo_grp' }, { name: 'loc_grp' }],
      strangers: true,
    });
  });
});
