import { invertAffine, multiply, transformPoint, type Mat4, type Vec3 } from '../math/mat4.js';
import { identityTransform, toMatrix, type Transform } from '../math/transform.js';
import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import { newGroup } from '../scene/new-group.js';
import type { Kind, ObjectId } from '../scene/scene-object.js';
import type { Plan } from './plan-on-fork.js';
import { localBelow, singular } from './plan-move.js';
import { pivotPoint, type PivotAt } from './pivot-point.js';
import { placesOf, topObjects } from './top-objects.js';

/** How the group is made. */
export interface GroupOptions {
  readonly name: string;
  readonly pivot: PivotAt;
  /** Metres; 0: the pivot stays where it was computed. */
  readonly snap?: number;
  /** `control` makes something a person grabs; it is a group otherwise. */
  readonly kind?: Extract<Kind, 'group' | 'control'>;
  readonly layer?: string;
  /** In the new object's own space; see ObjectData. */
  readonly outline?: readonly Vec3[];
}

/**
 * Puts objects into a new group that is turned and scaled as its parent and takes the place of the first of them;
 * they keep their places in the world. Objects of different parents: under their closest common ancestor. No objects:
 * an empty group at the origin, after all roots. The new object's id is `scene.nextId`.
 */
export function planGroup(scene: Scene, objects: Iterable<ObjectId>, options: GroupOptions): Plan {
  const tops = topObjects(scene, objects);
  const parent = commonParent(scene, tops);
  const above: Mat4 | null = parent === null ? null : scene.world(parent);
  const inverse = above && invertAffine(above);
  if (above && !inverse) return singular(scene, parent!);
  const point = pivotPoint(scene, tops, options.pivot, options.snap);
  const local = placeAt(inverse ? transformPoint(inverse, point) : point);
  const places = placesOf(scene, tops);
  const index = tops.length
    ? places.get(childTowards(scene, tops[0]!, parent))!
    : scene.childrenOf(parent).length;
  const group = newGroup(scene.nextId, options.name, {
    local,
    kind: options.kind ?? 'group',
    layer: options.layer ?? 'Base',
    ...(options.outline ? { outline: options.outline } : {}),
  });
  const edits: Edit[] = [{ kind: 'insert', branch: { data: group, children: [] }, parent, index }];
  const world = above ? multiply(above, toMatrix(local)) : toMatrix(local);
  const below = invertAffine(world)!;
  const gone = new Map<ObjectId | null, number>();
  for (const [i, id] of tops.entries()) {
    const kept = localBelow(scene, id, below, parent);
    if ('reason' in kept) return kept;
    const object = scene.get(id);
    // Each move shifts the later siblings to the left; the group that was put in before them, to the right.
    const left = gone.get(object.parent) ?? 0;
    gone.set(object.parent, left + 1);
    const now = places.get(id)! - left + (object.parent === parent && places.get(id)! >= index ? 1 : 0);
    edits.push({
      kind: 'move',
      object: id,
      from: { parent: object.parent, index: now, local: object.local },
      to: { parent: group.id, index: i, local: kept.local },
    });
  }
  return { ok: true, edits };
}

function placeAt(t: Vec3): Transform {
  return t.every((n) => n === 0) ? identityTransform : { t, r: [0, 0, 0, 1], s: [1, 1, 1] };
}

/** The closest ancestor of all (null: none), never one of the objects themselves. */
function commonParent(scene: Scene, objects: readonly ObjectId[]): ObjectId | null {
  let common: ObjectId[] | null = null;
  for (const id of objects) {
    const { parent } = scene.get(id);
    if (common?.at(-1) === parent && parent !== null) continue;
    const way = [...scene.ancestors(id)].map((ancestor) => ancestor.id).reverse();
    if (common === null) common = way;
    else {
      let same = 0;
      while (same < Math.min(common.length, way.length) && common[same] === way[same]) same++;
      common = common.slice(0, same);
    }
    if (!common.length) return null;
  }
  return common?.at(-1) ?? null;
}

/** The child of `ancestor` that the object lies in or is. */
function childTowards(scene: Scene, id: ObjectId, ancestor: ObjectId | null): ObjectId {
  let at = id;
  for (let { parent } = scene.get(at); parent !== ancestor; { parent } = scene.get(at)) at = parent!;
  return at;
}
