import { invertAffine, multiply, transformPoint, type Mat4, type Vec3 } from '../math/mat4.js';
import { fromMatrix, toMatrix, type Transform } from '../math/transform.js';
import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { NoPlan, Plan } from './plan-on-fork.js';
import { mayNotBake } from './may-bake.js';
import { singular } from './plan-move.js';

/**
 * Moves an object's own origin to a point of the world (metres); its shape and everything below stay where they are. A
 * shape is offset, for this object alone even when others share it, and written so when the file goes out.
 */
export function planPivot(scene: Scene, id: ObjectId, point: Vec3): Plan {
  const object = scene.get(id);
  const world = [...scene.world(id).slice(0, 12), point[0], point[1], point[2], 1];
  const above = object.parent === null ? null : invertAffine(scene.world(object.parent));
  if (object.parent !== null && !above) return singular(scene, object.parent);
  const local = fromMatrix(above ? multiply(above, world) : world);
  if (!local) {
    return {
      ok: false,
      reason: 'shear',
      object: id,
      because: `"${object.name}" is sheared and cannot be moved alone`,
    };
  }
  const made = relocate(scene, id, local);
  return Array.isArray(made) ? { ok: true, edits: made } : made;
}

/**
 * Gives an object another local transform while its shape and children stay where they are seen: what the transform
 * loses goes into the shape (as a bake) and into the children.
 */
export function relocate(scene: Scene, id: ObjectId, local: Transform): Edit[] | NoPlan {
  const object = scene.get(id);
  const refusal = mayNotBake(scene, id);
  if (refusal) return refusal;
  const inverse = invertAffine(toMatrix(local));
  if (!inverse) return singular(scene, id);
  const difference = multiply(inverse, toMatrix(object.local));
  const edits: Edit[] = [{ kind: 'transform', object: id, from: object.local, to: local }];
  if (object.shape !== null)
    edits.push(bakeEdit(id, object.bake, multiply(difference, object.bake ?? identity)));
  if (object.outline)
    edits.push({
      kind: 'set',
      object: id,
      field: 'outline',
      from: object.outline,
      to: object.outline.map((point) => transformPoint(difference, point)),
    });
  for (const child of object.children) {
    const { local: from, name } = scene.get(child);
    const matrix = toMatrix(from);
    const to = fromMatrix(multiply(difference, matrix));
    if (!to && !fromMatrix(matrix))
      return {
        ok: false,
        reason: 'shear',
        object: child,
        because: `"${name}" is sheared and cannot be moved alone`,
      };
    if (!to)
      return {
        ok: false,
        reason: 'shear',
        object: id,
        because: `"${name}" would be sheared: "${object.name}" is scaled unevenly`,
      };
    edits.push({ kind: 'transform', object: child, from, to });
  }
  return edits;
}

const identity: Mat4 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];

/** A bake that is as good as none is none. */
export function bakeEdit(object: ObjectId, from: Mat4 | null | undefined, to: Mat4): Edit {
  const none = to.every((n, i) => Math.abs(n - identity[i]!) < 1e-12);
  return { kind: 'set', object, field: 'bake', from: from ?? null, to: none ? null : to };
}
