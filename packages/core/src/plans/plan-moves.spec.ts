import { applyChange } from '../edits/change.js';
import { sceneFromOutline, outlineOf } from '../testing/index.js';
import { takeSnapshot } from '../scene/snapshot.js';
import { planMoves } from './plan-moves.js';

describe('planMoves', () => {
  const outline = 'a\n  b\n  c\nd\ne';
  it('plans each move on what those before it left, and leaves the scene as it was', () => {
    const scene = sceneFromOutline(outline);
    const before = takeSnapshot(scene);
    const plan = planMoves(
      scene,
      [
        { object: 2, under: 4 },
        { object: 3, under: 4, index: 0 },
        { object: 4, under: 5 },
      ],
      'world',
    );
    expect(takeSnapshot(scene)).toEqual(before);
    if (!plan.ok) throw new Error(plan.because);
    expect(applyChange(scene, { label: '', edits: plan.edits }).ok).toBeTrue();
    expect(
      outlineOf(scene)
        .replace(/ : \w+/g, '')
        .trim(),
    ).toBe('a\ne\n  d\n    c\n    b');
  });
  it('refuses the whole list when one move would make a ring, and leaves the scene as it was', () => {
    const scene = sceneFromOutline(outline);
    const before = takeSnapshot(scene);
    const plan = planMoves(
      scene,
      [
        { object: 4, under: 1 },
        { object: 1, under: 4 },
      ],
      'world',
    );
    expect(plan).toEqual(jasmine.objectContaining({ ok: false, reason: 'cycle', object: 1 }));
    expect(takeSnapshot(scene)).toEqual(before);
  });
});
