import { workbenchBed } from '../../../testing/bed';
import { show, type Page } from '../../../testing/page';
import { Inspector } from './inspector';

/** Three pairs whose names say that the cart faces -Z, and one thing without a side. */
const cart = [
  'cart_grp @9,0,0',
  ...['wheel', 'rail', 'lamp'].flatMap((name, i) => [
    `  L_${name}001_steel_geo : mesh @-2,${i * 3},0`,
    `  R_${name}001_steel_geo : mesh @2,${i * 3},0`,
  ]),
].join('\n');

describe('the facing of an asset', () => {
  const start = async (role: 'artist' | 'viewer' = 'artist') => {
    const bed = await workbenchBed(cart, { role });
    bed.ledger.pick(1, 'only');
    return { ...bed, page: await show(Inspector) };
  };
  const chosen = (page: Page<Inspector>): string =>
    (page.field('facing-told') as unknown as HTMLSelectElement).selectedOptions[0]!.textContent.trim();
  it('is read from its names, with how many agree and where its sides part', async () => {
    const { page, ledger } = await start();
    expect(chosen(page)).toBe('-Z read from its names');
    expect(page.text('[data-testid="facing-why"]')[0]).toBe(
      "6 of 6 sided names agree with that. Left and right part halfway between 3 pairs (9.000 m from the world's origin).",
    );
    ledger.pick(2, 'only');
    await page.settle();
    expect(page.field('facing')).withContext('a part has none of its own').toBeNull();
  });
  it('is told in one change, and left to the names again', async () => {
    const { page, open, commit } = await start();
    await page.type(page.field('facing-told'), '+X');
    expect(JSON.stringify(open.scene.get(1).attributes)).toBe('{"facing":"+X"}');
    expect((await commit(1)).label).toBe('Let cart_grp face +X');
    expect(page.text('[data-testid="facing-why"]')[0]).toContain('No name in it says a side that tells.');
    await page.type(page.field('facing-told'), '');
    expect(Object.keys(open.scene.get(1).attributes)).toEqual([]);
    expect(chosen(page)).toBe('-Z read from its names');
  });
  it('is shown to a viewer only', async () => {
    const { page } = await start('viewer');
    expect(page.field('facing-told').disabled).toBeTrue();
  });
});
