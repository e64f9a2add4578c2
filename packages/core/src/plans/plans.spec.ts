import { distance } from '../math/mat4.js';
import { applyChange } from '../edits/change.js';
import { outlineOf, sceneFromOutline, tidyOutline } from '../testing/index.js';
import { planMove } from './plan-move.js';
import { planRemove } from './plan-remove.js';

describe('planMove', () => {
  it('keeps the place in the world', () => {
    const scene = sceneFromOutline('a @1,2,3\n  b : mesh @1,0,0\nc @-5,0,2');
    const before = scene.world(2);
    const plan = planMove(scene, 2, 3, { keep: 'world' });
    if (!plan.ok) throw new Error(plan.because);
    applyChange(scene, { label: '', edits: plan.edits });
    expect(distance(scene.world(2), before)).toBeLessThan(1e-12);
    expect(outlineOf(scene)).toBe(tidyOutline('a\nc\n  b : mesh'));
  });
  it('names the unevenly scaled ancestor instead of shearing', () => {
    const scene = sceneFromOutline('stretched\nturned : mesh');
    scene.patch(1, { local: { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 3, 1] } });
    scene.patch(2, { local: { t: [0, 0, 0], r: [0, 0, Math.sin(0.4), Math.cos(0.4)], s: [1, 1, 1] } });
    const plan = planMove(scene, 2, 1, { keep: 'world' });
    expect(plan).toEqual(jasmine.objectContaining({ ok: false, reason: 'shear', object: 1 }));
    expect(planMove(scene, 2, 1, { keep: 'local' }).ok).toBeTrue();
  });
  it('refuses a cycle and a parent scaled to nothing', () => {
    const scene = sceneFromOutline('a\n  b\nc');
    expect(planMove(scene, 1, 2, { keep: 'local' })).toEqual(
      jasmine.objectContaining({ ok: false, reason: 'cycle' }),
    );
    scene.patch(3, { local: { t: [0, 0, 0], r: [0, 0, 0, 1], s: [0, 1, 1] } });
    expect(planMove(scene, 1, 3, { keep: 'world' })).toEqual(
      jasmine.objectContaining({ ok: false, reason: 'singular' }),
    );
  });
});

describe('planRemove', () => {
  it('takes several siblings, and one inside another only once', () => {
    const scene = sceneFromOutline('a\n  b\n    c\n  d\n  e');
    const edits = planRemove(scene, [2, 3, 5]);
    expect(edits.length).toBe(2);
    const result = applyChange(scene, { label: '', edits });
    expect(outlineOf(scene)).toBe(tidyOutline('a\n  d'));
    if (result.ok) applyChange(scene, result.inverse);
    expect(outlineOf(scene)).toBe(tidyOutline('a\n  b\n    c\n  d\n  e'));
  });
});
