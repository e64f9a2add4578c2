import { invertAffine, multiply } from '../math/mat4.js';
import { fromMatrix, sameTransform, toMatrix, type Transform } from '../math/transform.js';
import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Plan } from './plan-on-fork.js';
import { singular } from './plan-move.js';

/** In which terms a transform is given: of the world, of the parent, or on top of the object's rest. */
export type TransformSpace = 'world' | 'parent' | 'rest';

/** The object's transform in those terms; null when it is sheared there, or there is no rest. */
export function transformIn(scene: Scene, id: ObjectId, space: TransformSpace): Transform | null {
  const object = scene.get(id);
  if (space === 'parent') return 'm' in object.local ? fromMatrix(object.local.m) : object.local;
  if (space === 'world') return fromMatrix(scene.world(id));
  const inverse = object.rest && invertAffine(toMatrix(object.rest));
  return inverse ? fromMatrix(multiply(inverse, toMatrix(object.local))) : null;
}

/** Gives an object a transform in those terms; what hangs below it goes along. */
export function planTransform(scene: Scene, id: ObjectId, space: TransformSpace, to: Transform): Plan {
  const object = scene.get(id);
  let local: Transform | null = to;
  if (space === 'rest') {
    if (!object.rest)
      return {
        ok: false,
        reason: 'no-rest',
        object: id,
        because: `"${object.name}" has no rest to start from`,
      };
    local = fromMatrix(multiply(toMatrix(object.rest), toMatrix(to)));
  } else if (space === 'world' && object.parent !== null) {
    const inverse = invertAffine(scene.world(object.parent));
    if (!inverse) return singular(scene, object.parent);
    local = fromMatrix(multiply(inverse, toMatrix(to)));
  }
  if (!local) {
    const because = `"${object.name}" would be sheared: something above it is scaled unevenly`;
    return { ok: false, reason: 'shear', object: object.parent ?? id, because };
  }
  if (sameTransform(object.local, local)) return { ok: true, edits: [] };
  return { ok: true, edits: [{ kind: 'transform', object: id, from: object.local, to: local }] };
}

/** Remembers the transforms the objects have now as their rest: their values from rest are zero from here on. */
export function planRest(scene: Scene, objects: Iterable<ObjectId>): Edit[] {
  const edits: Edit[] = [];
  for (const id of objects) {
    const { rest, local } = scene.get(id);
    if (rest && sameTransform(rest, local)) continue;
    edits.push({ kind: 'set', object: id, field: 'rest', from: rest, to: local });
  }
  return edits;
}

/** Puts the objects back to their rest; those without one stay. */
export function planBackToRest(scene: Scene, objects: Iterable<ObjectId>): Edit[] {
  const edits: Edit[] = [];
  for (const id of objects) {
    const { rest, local } = scene.get(id);
    if (rest && !sameTransform(rest, local))
      edits.push({ kind: 'transform', object: id, from: local, to: rest });
  }
  return edits;
}
