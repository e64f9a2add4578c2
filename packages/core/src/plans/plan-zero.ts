import { identityTransform, type Transform } from '../math/transform.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import { planOnFork, type Plan } from './plan-on-fork.js';
import { transformIn } from './plan-transform.js';
import { relocate } from './plan-pivot.js';
import { inTreeOrder } from './top-objects.js';

/** A part of a transform. */
export type Channel = 'move' | 'turn' | 'scale';

/**
 * Works the chosen channels of objects' own transforms into their shapes and children, so that they read zero (one, for
 * scale) and everything is seen where it was. Parents before children.
 */
export function planZero(
  scene: Scene,
  objects: readonly ObjectId[],
  channels: readonly Channel[] = ['move', 'turn', 'scale'],
): Plan {
  return planOnFork(scene, (fork, run) => {
    for (const id of inTreeOrder(fork, objects)) {
      const now = transformIn(fork, id, 'parent');
      const { name } = fork.get(id);
      if (!now || 'm' in now)
        return {
          ok: false,
          reason: 'shear',
          object: id,
          because: `"${name}" is sheared: it has no channels to zero`,
        };
      const to: Transform = {
        t: channels.includes('move') ? [0, 0, 0] : now.t,
        r: channels.includes('turn') ? [0, 0, 0, 1] : now.r,
        s: channels.includes('scale') ? [1, 1, 1] : now.s,
      };
      const edits = relocate(fork, id, channels.length === 3 ? identityTransform : to);
      if (!Array.isArray(edits)) return edits;
      run(edits);
    }
  });
}
