import { applyChange } from '../edits/change.js';
import { openSnapshot, takeSnapshot } from '../scene/snapshot.js';
import type { Scene } from '../scene/scene.js';
import { sceneFromOutline } from './outline.js';
import { randomEdit, seededRandom } from './random-edits.js';

/** Holds what is kept up of a scene, after each of many random edits, to what is made anew of an equal scene that nothing is known of. */
export function holdFollowed(
  ask: (scene: Scene) => unknown,
  { outline, seeds = 40, edits: many = 40 }: { outline: string; seeds?: number; edits?: number },
): void {
  for (let seed = 1; seed <= seeds; seed++) {
    const random = seededRandom(seed);
    const scene = sceneFromOutline(outline);
    ask(scene);
    for (let i = 0; i < many; i++) {
      const edits = randomEdit(scene, random);
      if (!applyChange(scene, { label: '', edits }).ok) continue;
      const anew = openSnapshot(takeSnapshot(scene));
      expect(ask(scene))
        .withContext(`seed ${seed}, edit ${i}: ${JSON.stringify(edits)}`)
        .toEqual(ask(anew));
    }
  }
}
