import { invertAffine, multiply, type Vec3 } from '../math/mat4.js';
import { fromMatrix } from '../math/transform.js';
import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Plan } from './draft.js';
import { localBelow, singular } from './plan-move.js';

/**
 * Moves an object's own origin to a point of the world (metres); everything below stays where it is. For objects
 * without a shape of their own: a shape would have to be offset in the file. A joint's place is bound into its skin.
 */
export function planPivot(scene: Scene, id: ObjectId, point: Vec3): Plan {
  const object = scene.get(id);
  if (object.shape !== null)
    return {
      ok: false,
      reason: 'has-shape',
      object: id,
      because: `"${object.name}" has a shape, which would move with its pivot; put it under a group and set the pivot of that`,
    };
  if (object.kind === 'joint')
    return {
      ok: false,
      reason: 'skinned',
      object: id,
      because: `"${object.name}" is a joint: its place is bound into the skin`,
    };
  const world = [...scene.world(id).slice(0, 12), point[0], point[1], point[2], 1];
  const above = object.parent === null ? null : invertAffine(scene.world(object.parent));
  if (object.parent !== null && !above) return singular(scene, object.parent);
  const inverse = invertAffine(world);
  if (!inverse) return singular(scene, id);
  const local = fromMatrix(above ? multiply(above, world) : world);
  if (!local)
    return {
      ok: false,
      reason: 'shear',
      object: id,
      because: `"${object.name}" is sheared and cannot be moved alone`,
    };
  const edits: Edit[] = [{ kind: 'transform', object: id, from: object.local, to: local }];
  for (const child of object.children) {
    const kept = localBelow(scene, child, inverse, id);
    if ('reason' in kept) return kept;
    edits.push({ kind: 'transform', object: child, from: scene.get(child).local, to: kept.local });
  }
  return { ok: true, edits };
}
