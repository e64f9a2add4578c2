import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { TestBed } from '@angular/core/testing';
import type { Cluster, TidyItem } from '@renquil/core';
import { sceneFromOutline } from '@renquil/core/testing';
import { show } from '../../../testing/page';
import { ReviewList } from '../name/review-list';
import { AutoArrange } from './auto-arrange';
import { TidyList } from './tidy-list';

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
    expect(page.text('li')).toEqual(['"a" groups nothing', '"b" holds one object']);
    await page.click(page.all('input')[0]!);
    await page.click('Tidy up 1');
    expect(closed()).toEqual([items[1]]);
  });
  it('has nothing to give when nothing is ticked', async () => {
    dialog(items);
    const page = await show(TidyList);
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
    await page.click(page.all('input[type=checkbox]')[0]!);
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
    const { closed } = dialog([
      { before: 'pulley2 ', after: 'sheave002', clash: null },
      { before: '', after: 'x', clash: 'took the next number' },
    ]);
    const page = await show(ReviewList);
    await new Promise((done) => setTimeout(done, 50));
    await page.settle();
    expect(page.text('rq-name')).toEqual(['pulley2·', 'sheave002', 'no name', 'x']);
    expect(page.root.textContent).toContain('took the next number');
    await page.click('Apply as one edit');
    expect(closed()).toBeTrue();
  });
});
