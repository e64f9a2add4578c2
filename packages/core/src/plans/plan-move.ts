import { invertAffine, multiply, type Mat4 } from '../math/mat4.js';
import { fromMatrix, sameTransform, toMatrix, type Transform } from '../math/transform.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { NoPlan, Plan } from './plan-on-fork.js';

/** What stays when an object goes under another. */
export interface MoveOptions {
  /** `world`: the object stays where it is seen. `local`: its numbers stay. */
  readonly keep: 'world' | 'local';
  /** Place among the new siblings; the end when left out. */
  readonly index?: number;
}
/** The one edit, or why it cannot be. */
export type MovePlan = Plan;

/** Puts one object under another (null: makes it a root). Keeping its place: L' = W(new parent)^-1 W(n), for column vectors. */
export function planMove(scene: Scene, id: ObjectId, under: ObjectId | null, options: MoveOptions): MovePlan {
  const object = scene.get(id);
  if (under !== null && scene.isWithin(under, id)) {
    const because = `"${object.name}" cannot go under itself or something below it`;
    return { ok: false, reason: 'cycle', object: id, because };
  }
  let local = object.local;
  if (options.keep === 'world' && under !== object.parent) {
    const kept = keepPlace(scene, id, under);
    if ('reason' in kept) return kept;
    local = kept.local;
  }
  const from = {
    parent: object.parent,
    index: scene.childrenOf(object.parent).indexOf(id),
    local: object.local,
  };
  const room = scene.childrenOf(under).length - (under === object.parent ? 1 : 0);
  const to = { parent: under, index: Math.min(options.index ?? room, room), local };
  if (from.parent === to.parent && from.index === to.index && sameTransform(from.local, to.local)) {
    return { ok: true, edits: [] };
  }
  return { ok: true, edits: [{ kind: 'move', object: id, from, to }] };
}

/** The local transform that keeps an object where it is seen, below a parent whose world is `above`. */
export function localBelow(
  scene: Scene,
  id: ObjectId,
  inverse: Mat4 | null,
  under: ObjectId | null,
): { local: Transform } | NoPlan {
  const object = scene.get(id);
  const local = fromMatrix(inverse ? multiply(inverse, scene.world(id)) : scene.world(id));
  if (local) return { local };
  const culprit = nonUniformAncestor(scene, under) ?? nonUniformAncestor(scene, object.parent) ?? object.id;
  const because =
    `"${object.name}" would be sheared: "${scene.get(culprit).name}" is scaled unevenly. ` +
    'Keep local instead, or zero that scale first';
  return { ok: false, reason: 'shear', object: culprit, because };
}

function keepPlace(scene: Scene, id: ObjectId, under: ObjectId | null): { local: Transform } | NoPlan {
  const inverse = under === null ? null : invertAffine(scene.world(under));
  if (under !== null && !inverse) return singular(scene, under);
  return localBelow(scene, id, inverse, under);
}

/** Why something below an object that is scaled to nothing cannot keep its place. */
export function singular(scene: Scene, object: ObjectId): NoPlan {
  const because = `"${scene.get(object).name}" is scaled to nothing, so no place below it can be kept`;
  return { ok: false, reason: 'singular', object, because };
}

/** The nearest object, from here up, whose own scale is not the same on all axes. */
function nonUniformAncestor(scene: Scene, from: ObjectId | null): ObjectId | null {
  for (let at = from; at !== null; at = scene.get(at).parent) {
    const m = toMatrix(scene.get(at).local);
    const lengths = [0, 4, 8].map((c) => Math.hypot(m[c]!, m[c + 1]!, m[c + 2]!));
    if (Math.max(...lengths) - Math.min(...lengths) > 1e-6 * Math.max(...lengths)) return at;
  }
  return null;
}
