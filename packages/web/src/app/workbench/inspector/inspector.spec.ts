import { workbenchBed } from '../../../testing/bed';
import { show } from '../../../testing/page';
import { Inspector } from './inspector';

describe('the inspector', () => {
  const start = async (role: 'artist' | 'viewer' = 'artist') => {
    const bed = await workbenchBed('r : control @0,1,0\n  door : mesh @1,2,3 ~2,2,2', { role });
    bed.ledger.pick(2, 'only');
    return { ...bed, page: await show(Inspector) };
  };
  const values = (page: Awaited<ReturnType<typeof start>>['page'], row: string) =>
    ['X', 'Y', 'Z'].map((axis) => page.field(row + axis).value);

  it('shows the place from the parent and in the world', async () => {
    const { page } = await start();
    expect([values(page, 'Move'), values(page, 'Turn'), values(page, 'Scale')]).toEqual([
      ['1', '2', '3'],
      ['0', '0', '0'],
      ['2', '2', '2'],
    ]);
    await page.click('World');
    expect(values(page, 'Move')).toEqual(['1', '3', '3']);
  });
  it('places by a typed number, in the terms that are chosen, as one change', async () => {
    const { page, open, commit } = await start();
    await page.click('World');
    await page.type(page.field('MoveY'), '0');
    expect(open.scene.get(2).local).toEqual(jasmine.objectContaining({ t: [1, -1, 3] }));
    expect((await commit(1)).label).toBe('Place door');
    await page.type(page.field('TurnY'), '90');
    expect(values(page, 'Turn')).toEqual(['0', '90', '0']);
  });
  it('takes a comma for a point, and puts back what is no number or a scale of nothing', async () => {
    const { page, open } = await start();
    await page.type(page.field('MoveX'), '1,5');
    expect(values(page, 'Move')[0]).toBe('1.5');
    for (const wrong of ['', 'abc', '1e999']) await page.type(page.field('MoveX'), wrong);
    await page.type(page.field('ScaleX'), '0');
    expect([values(page, 'Move')[0], values(page, 'Scale')[0], open.undoNext()]).toEqual([
      '1.5',
      '2',
      'Place door',
    ]);
  });
  it('remembers a rest, counts from it, and goes back to it', async () => {
    const { page, open } = await start();
    expect(page.button('From rest').disabled).toBeTrue();
    await page.click('Take as rest');
    await page.click('From rest');
    expect(values(page, 'Move')).toEqual(['0', '0', '0']);
    await page.type(page.field('MoveX'), '1');
    // The rest is scaled by two, so one from rest is two from the parent.
    expect(open.scene.get(2).local).toEqual(jasmine.objectContaining({ t: [3, 2, 3] }));
    await page.click('Back to rest');
    expect(open.scene.get(2).local).toEqual(jasmine.objectContaining({ t: [1, 2, 3] }));
  });
  it('moves a pivot and leaves the shape where it is', async () => {
    const { page, open } = await start();
    await page.click('base');
    expect(open.scene.world(2).slice(12, 15)).toEqual([1, 1, 3]);
    expect(open.scene.get(2).bake!.slice(12, 15)).toEqual([0, 1, 0]);
  });
  it('lets a viewer look only', async () => {
    const { page } = await start('viewer');
    expect([page.field('MoveX').disabled, page.button('Take as rest').disabled]).toEqual([true, true]);
  });
});
