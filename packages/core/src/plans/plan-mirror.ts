import { invertAffine, multiply, transformPoint, type Mat4 } from '../math/mat4.js';
import { fromMatrix, toMatrix } from '../math/transform.js';
import type { Edit } from '../edits/edit.js';
import { middleOf } from '../frames/middle-of.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { swapSides } from '../names/sides/swap-sides.js';
import { readName } from '../names/slots/read-name.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { NoPlan, Plan } from './plan-on-fork.js';
import { mayNotBake } from './may-bake.js';
import { bakeEdit } from './plan-pivot.js';
import { singular } from './plan-move.js';

/** An axis of the world. */
export type Axis = 'x' | 'y' | 'z';
/** A plane of the world through its origin, or the plane between left and right of the asset that a branch belongs to. */
export type MirrorAcross = Axis | 'asset';

/**
 * Mirrors a branch across a plane of the world through the origin, or across the middle of its asset. No scale turns negative: every transform is
 * conjugated by the reflection and the shapes are mirrored (faces turned when the file goes out). Names that have a side
 * get the other one when that name is free.
 */
export function planMirror(
  scene: Scene,
  id: ObjectId,
  across: MirrorAcross,
  convention?: CompiledConvention,
): Plan {
  const { axis, middle } = planeOf(scene, id, across, convention ?? null);
  const flip = reflection(axis);
  const edits: Edit[] = [];
  for (const object of scene.walk(id)) {
    const refusal = mayNotBake(scene, object.id);
    // Cameras and lights have no shape: they are conjugated like anything else.
    if (refusal && object.kind !== 'camera' && object.kind !== 'light') return refusal;
    const local =
      object.id === id
        ? rootLocal(scene, object, flip, reflection(axis, middle))
        : fromMatrix(multiply(flip, multiply(toMatrix(object.local), flip)));
    if (!local || 'reason' in local) return local ?? sheared(object);
    edits.push({ kind: 'transform', object: object.id, from: object.local, to: local });
    if (object.shape !== null)
      edits.push(bakeEdit(object.id, object.bake, multiply(flip, object.bake ?? reflection(null))));
    if (object.outline)
      edits.push({
        kind: 'set',
        object: object.id,
        field: 'outline',
        from: object.outline,
        to: object.outline.map((point) => transformPoint(flip, point)),
      });
  }
  if (convention) edits.push(...otherSides(scene, id, convention));
  return { ok: true, edits };
}

/** The world is reflected outside and the object's own axes inside, so that what is left is a proper transform. */
function rootLocal(
  scene: Scene,
  object: SceneObject,
  flip: Mat4,
  worldFlip: Mat4,
): ReturnType<typeof fromMatrix> | NoPlan {
  const world = multiply(worldFlip, multiply(scene.world(object.id), flip));
  if (object.parent === null) return fromMatrix(world);
  const above = invertAffine(scene.world(object.parent));
  return above ? fromMatrix(multiply(above, world)) : singular(scene, object.parent);
}

function planeOf(
  scene: Scene,
  id: ObjectId,
  across: MirrorAcross,
  convention: CompiledConvention | null,
): { readonly axis: Axis; readonly middle: number } {
  if (across !== 'asset') return { axis: across, middle: 0 };
  const { axis, middle } = middleOf(scene, id, convention);
  return { axis: axis === 0 ? 'x' : 'z', middle };
}

/** `middle`: where the plane crosses the axis, metres. */
function reflection(axis: Axis | null, middle = 0): Mat4 {
  const m = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];
  if (!axis) return m;
  const at = { x: 0, y: 1, z: 2 }[axis];
  m[at * 5] = -1;
  m[12 + at] = 2 * middle;
  return m;
}

function sheared({ id, name }: SceneObject): NoPlan {
  return {
    ok: false,
    reason: 'shear',
    object: id,
    because: `"${name}" would be sheared by mirroring: something above it is scaled unevenly`,
  };
}

function otherSides(scene: Scene, id: ObjectId, convention: CompiledConvention): Edit[] {
  const edits: Edit[] = [];
  const branch = new Set([...scene.walk(id)].map((object) => object.id));
  for (const object of scene.walk(id)) {
    const key = convention.keyOf(scene, object);
    if (!readName(convention, key, object.name).fits) continue;
    const to = swapSides(convention, key, object.name);
    if (to !== object.name && [...scene.withName(to)].every((taken) => branch.has(taken)))
      edits.push({ kind: 'rename', object: object.id, from: object.name, to });
  }
  return edits;
}
