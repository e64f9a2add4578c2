import { applyChange } from '../../edits/change.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { openSnapshot, takeSnapshot } from '../../scene/snapshot.js';
import { randomTree, sceneFromOutline, seededRandom } from '../../testing/index.js';
import { CheckRun } from '../check-run.js';
import { editsOfPlan, fixKey, type FindingRef } from './fix-plan.js';
import { planFixes } from './plan-fixes.js';

function judged(scene: ReturnType<typeof sceneFromOutline>, checks: object = {}): CheckRun {
  const source = { ...partsConvention, checks: { ...partsConvention.checks, ...checks } };
  const run = new CheckRun(scene, new CompiledConvention(source));
  run.all();
  return run;
}
const refs = (run: CheckRun): FindingRef[] =>
  [...run.findings()].map(({ object, check }) => ({ object, check }));

describe('plan fixes', () => {
  it('orders places before names, leaves the scene as it is, and says what is put right along', () => {
    const scene = sceneFromOutline('root\n  geo_grp\n    x y : mesh\n  group3\nloose : mesh');
    const run = judged(scene);
    const before = takeSnapshot(scene);
    const plan = planFixes(run, refs(run));
    expect(takeSnapshot(scene)).toEqual(before);
    const kinds = editsOfPlan(plan).map(({ kind }) => kind);
    expect(kinds.lastIndexOf('move')).toBeLessThan(kinds.indexOf('rename'));
    expect(kinds).toContain('rename');
    expect(applyChange(scene, { label: '', edits: editsOfPlan(plan) }).ok).toBeTrue();
    const after = judged(scene);
    expect(run.count - plan.fewer).toBe(after.count);
    expect(plan.fewer).toBeGreaterThan(0);
  });
  it('holds a fix that would bring something as bad, says what and where, and does it despite that when asked', () => {
    // Empty groups go; the house wants each root to keep one.
    const rule = {
      id: 'keeps',
      title: 'Keeps a bin',
      severity: 'blocker' as const,
      where: 'name:root',
      has: { below: 'name:bin' },
      says: '"{name}" has lost its bin.',
    };
    const scene = sceneFromOutline('root\n  bin\n  L_door001_oak_geo : mesh');
    const source = {
      ...partsConvention,
      rules: [rule],
      checks: { 'empty-group': { severity: 'warning' as const } },
    };
    const run = new CheckRun(scene, new CompiledConvention(source));
    run.all();
    const bin = [...scene.withName('bin')][0]!;
    const finding = { object: bin, check: 'empty-group' };
    const [held] = planFixes(run, [finding]).fixes;
    expect(held?.state).toBe('held');
    expect(held?.because).toContain('Keeps a bin');
    expect(held?.because).toContain('"root"');
    const despite = planFixes(run, [finding], { without: new Set(), despite: new Set([fixKey(finding)]) });
    expect(despite.fixes[0]?.state).toBe('fixed');
    expect(despite.fixes[0]?.because).toContain('Keeps a bin');
    const without = planFixes(run, [finding], { without: new Set([fixKey(finding)]), despite: new Set() });
    expect(without.fixes[0]?.state).toBe('out');
    expect(editsOfPlan(without)).toEqual([]);
  });
  it('over random scenes: every fix that stands puts its finding right, and nothing as bad comes that is not said', () => {
    let fixed = 0;
    for (let seed = 1; seed <= 12; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 40);
      const run = judged(scene);
      const plan = planFixes(run, refs(run));
      const edits = editsOfPlan(plan);
      const copy = openSnapshot(takeSnapshot(scene));
      expect(applyChange(copy, { label: '', edits }).ok)
        .withContext(`seed ${seed}`)
        .toBeTrue();
      const after = judged(copy);
      expect(run.count - after.count)
        .withContext(`seed ${seed}`)
        .toBe(plan.fewer);
      for (const fix of plan.fixes) {
        if (fix.state !== 'fixed') continue;
        fixed++;
        if (!fix.because && copy.find(fix.object))
          expect(after.has(fix.object, fix.check))
            .withContext(`seed ${seed}: ${fixKey(fix)}`)
            .toBeFalse();
      }
      expect(
        plan.fixes.filter(({ state }) => state === 'held').every(({ because }) => because !== ''),
      ).toBeTrue();
    }
    expect(fixed).toBeGreaterThan(60);
  });
  it('two fixes of one object follow each other', () => {
    const scene = sceneFromOutline('root\n  geo_grp\n    a b : mesh\n    a b : mesh');
    const run = judged(scene);
    const plan = planFixes(run, refs(run));
    expect(applyChange(scene, { label: '', edits: editsOfPlan(plan) }).ok).toBeTrue();
    expect([...scene.walk()].filter(({ name }) => name.includes(' ')).length).toBe(0);
  });
});
