import { applyChange } from '../edits/change.js';
import { openSnapshot, takeSnapshot } from '../scene/snapshot.js';
import type { Scene } from '../scene/scene.js';
import { randomEdit, sampleScene, seededRandom } from '../testing/index.js';
import { planRestore } from './plan-restore.js';

const stateOf = (scene: Scene): unknown => {
  const { nextId: _nextId, ...rest } = JSON.parse(JSON.stringify(takeSnapshot(scene))) as { nextId: number };
  return rest;
};
const copyOf = (scene: Scene): Scene => openSnapshot(takeSnapshot(scene));

describe('planRestore', () => {
  it('brings a scene back to any earlier state, as one invertible change', () => {
    for (let seed = 1; seed <= 150; seed++) {
      const random = seededRandom(seed);
      const scene = sampleScene();
      const version = copyOf(scene);
      for (let i = 0; i < 25; i++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      const changed = stateOf(scene);
      const edits = planRestore(copyOf(scene), version);
      const result = applyChange(scene, { label: 'restore', edits });
      if (!result.ok) return fail(`seed ${seed}: ${result.detail}`);
      expect(stateOf(scene)).withContext(`seed ${seed}`).toEqual(stateOf(version));
      applyChange(scene, result.inverse);
      expect(stateOf(scene)).withContext(`seed ${seed}, taken back`).toEqual(changed);
    }
  });
  it('has nothing to do between equal scenes', () => {
    expect(planRestore(sampleScene(), sampleScene())).toEqual([]);
  });
});
