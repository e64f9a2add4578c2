import { TestBed } from '@angular/core/testing';
import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Bench } from './bench';
import { BenchState } from './bench-state';
import { Tray } from './tray';

const outline = 'pulley1 : mesh\npulley2 : mesh\nsheave2 : mesh';

describe('bench and tray on the page', () => {
  const start = async (role: 'artist' | 'viewer' = 'artist') => {
    const bed = await workbenchBed(outline, { role });
    return { ...bed, bench: TestBed.inject(BenchState), page: await show(Bench), tray: await show(Tray) };
  };
  it('says what it works on, and previews every key that is typed', async () => {
    const { bench, page, tray } = await start();
    expect(page.text('[data-testid=bench-target]')[0]).toBe('on the whole scene, 3 objects');
    bench.add('swap-words');
    await page.settle();
    const [find, put] = page.all('input.field-mono') as HTMLInputElement[];
    await page.type(find!, 'pulley');
    await page.type(put!, 'sheave');
    await tray.settle();
    expect(page.text('[data-testid=step-count]')).toEqual(['2']);
    expect(tray.text('[data-testid=tray-count]')).toEqual(['2 names will change']);
    expect(tray.text('[data-testid=tray-clash]')[0]).toContain('1 clash: sheave2');
  });
  it('holds everything back while a clash has no way out', async () => {
    const { bench, page, tray, open } = await start();
    bench.add('swap-words');
    bench.change(0, { find: 'pulley', put: 'sheave' });
    bench.policy.set('stop');
    await page.settle();
    await tray.settle();
    expect(tray.button('Apply as one edit').disabled).toBeTrue();
    bench.policy.set('number-on');
    await tray.settle();
    await tray.click('Apply as one edit');
    expect([1, 2, 3].map((id) => open.scene.get(id).name)).toEqual(['sheave1', 'sheave3', 'sheave2']);
    expect(tray.text('[data-testid=tray]')).toEqual([]);
  });
  it('switches a step off, moves it and takes it away by its buttons', async () => {
    const { bench, page } = await start();
    bench.add('number');
    bench.add('add-text');
    await page.settle();
    await page.click('Move this step up');
    expect(bench.steps().map((step) => step.step)).toEqual(['add-text', 'number']);
    const on = page.all('label').find((label) => label.textContent.trim() === 'on')!;
    await page.click(on.querySelector('input')!);
    expect(bench.steps().map((step) => step.off === true)).toEqual([true, false]);
    await page.click('Take this step away');
    expect(bench.steps()).toHaveSize(1);
  });
  it('lets a viewer add nothing', async () =>
    expect((await start('viewer')).page.button('+ Add step').disabled).toBeTrue());
});
