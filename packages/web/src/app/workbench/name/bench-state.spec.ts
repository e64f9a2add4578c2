import { TestBed } from '@angular/core/testing';
import { workbenchBed } from '../../../testing/bed';
import { BenchState } from './bench-state';
import { summarise } from './step-summary';

const outline = 'a_grp : group\n  pulley1 : mesh\n  pulley2 : mesh\nC_sheave001_nylon_geo : mesh';

describe('the rename bench', () => {
  const start = async () => {
    const bed = await workbenchBed(outline);
    const bench = TestBed.inject(BenchState);
    TestBed.tick();
    return { ...bed, bench };
  };
  it('works on what is picked, else on what the filter shows, else on everything', async () => {
    const { bench, ledger } = await start();
    expect([bench.target(), bench.objects().length]).toEqual(['all', 4]);
    ledger.filter.set('pulley*');
    expect([bench.target(), bench.objects().length]).toEqual(['shown', 2]);
    ledger.pick(4, 'only');
    expect([bench.target(), [...bench.objects()]]).toEqual(['picked', [4]]);
  });
  it('previews while one types, counts by step, and resolves a clash by the policy', async () => {
    const { bench, ledger } = await start();
    ledger.pickAll([2, 3]);
    bench.add('swap-words');
    bench.change(0, { find: 'pulley\\d', put: 'C_sheave000_nylon_geo', how: 'regex' });
    bench.add('number');
    TestBed.tick();
    expect([...bench.result()!.names.values()]).toEqual(['C_sheave003_nylon_geo', 'C_sheave002_nylon_geo']);
    expect(bench.result()!.clashes).toEqual([
      { object: 2, wanted: 'C_sheave001_nylon_geo', with: 4, way: 'number-on' },
    ]);
    expect(bench.result()!.changedBy).toEqual([2, 2]);
    bench.policy.set('stop');
    TestBed.tick();
    expect([bench.unresolved(), bench.apply()]).toEqual([1, false]);
    bench.policy.set('skip');
    TestBed.tick();
    expect([...bench.result()!.names.keys()]).toEqual([3]);
  });
  it('applies everything as one edit and is empty afterwards', async () => {
    const { bench, ledger, open, commit } = await start();
    ledger.pickAll([2, 3]);
    bench.add('add-text');
    bench.change(0, { text: 'x_' });
    TestBed.tick();
    expect(bench.apply()).toBeTrue();
    expect([open.scene.get(2).name, open.scene.get(3).name, bench.steps().length]).toEqual([
      'x_pulley1',
      'x_pulley2',
      0,
    ]);
    expect((await commit(1)).label).toBe('Rename 2 objects');
    open.undo();
    expect(open.scene.get(3).name).toBe('pulley2');
  });
  it('says what is wrong with an expression and changes nothing', async () => {
    const { bench, ledger } = await start();
    bench.add('swap-words');
    bench.change(0, { find: '(', how: 'regex' });
    TestBed.tick();
    expect(bench.error()).toContain('cannot be read');
    expect([bench.result(), ledger.preview()]).toEqual([null, null]);
  });
  it('moves, switches off and removes steps', async () => {
    const { bench } = await start();
    bench.add('number');
    bench.add('add-text');
    bench.move(1, -1);
    expect(bench.steps().map((step) => step.step)).toEqual(['add-text', 'number']);
    bench.change(1, { off: true });
    TestBed.tick();
    expect(bench.result()!.changedBy).toEqual([0, 0]);
    bench.remove(0);
    expect(bench.steps().map((step) => summarise(step).title)).toEqual(['Number']);
  });
});
