import { toMatrix } from '../math/transform.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

/** Metres and matrix elements that count as equal. */
const step = 1e-4;

/**
 * Branches of the same shape: the same kinds, the same geometry (by digest; shapes without one by their index), the same
 * materials, children alike in the same relative places. Where a branch stands itself does not matter. Groups of two and
 * more, those with the most objects first; a branch inside a twin is listed again only when `inner` asks for it.
 */
export function findTwins(scene: Scene, { inner = false } = {}): ObjectId[][] {
  const keys = new Map<ObjectId, number>();
  const sizes = new Map<ObjectId, number>();
  const known = new Map<string, number>();
  const byKey = new Map<number, ObjectId[]>();
  const order = [...scene.walk()];
  for (let i = order.length - 1; i >= 0; i--) {
    const { id, kind, shape, materials, bake, children } = order[i]!;
    const own = shape === null ? '' : (scene.shapes[shape]?.digest ?? `#${shape}`);
    const below = children.map((child) => `${keys.get(child)!}@${placeKey(scene, child)}`).sort();
    const text = `${kind}|${own}|${materials.join()}|${bake ? bake.map(round).join() : ''}|${below.join(';')}`;
    let key = known.get(text);
    if (key === undefined) known.set(text, (key = known.size + 1));
    keys.set(id, key);
    sizes.set(
      id,
      children.reduce((sum, child) => sum + sizes.get(child)!, 1),
    );
    // A group or light alone is like any other; only what has a shape somewhere is worth calling a twin.
    if (!own && !below.length) continue;
    const alike = byKey.get(key);
    if (alike) alike.push(id);
    else byKey.set(key, [id]);
  }
  // The walk went from the end, so each list is turned to tree order.
  const groups = [...byKey.values()]
    .filter((ids) => ids.length > 1)
    .map((ids) => ids.reverse())
    .sort((a, b) => sizes.get(b[0]!)! - sizes.get(a[0]!)!);
  return inner ? groups : withoutInner(scene, groups);
}

function placeKey(scene: Scene, id: ObjectId): string {
  return toMatrix(scene.get(id).local).map(round).join();
}
function round(n: number): number {
  return Math.round(n / step) + 0;
}

/** Twins that lie inside larger twins say nothing new. */
function withoutInner(scene: Scene, groups: readonly ObjectId[][]): ObjectId[][] {
  const inside = new Set<ObjectId>();
  const out: ObjectId[][] = [];
  for (const ids of groups) {
    const fresh = ids.filter((id) => !inside.has(id));
    if (fresh.length > 1) out.push(fresh);
    for (const id of fresh) for (const object of scene.walk(id)) if (object.id !== id) inside.add(object.id);
  }
  return out;
}

/**
 * The object of a twin that corresponds to one inside the other: the same way down, where siblings are told by what
 * they are and where they stand, then by their order. Null when there is none.
 */
export function sameInTwin(
  scene: Scene,
  object: ObjectId,
  branch: ObjectId,
  twin: ObjectId,
): ObjectId | null {
  const way: ObjectId[] = [];
  for (let at = object; at !== branch;) {
    const { parent } = scene.get(at);
    if (parent === null) return null;
    way.push(at);
    at = parent;
  }
  let at = twin;
  for (const step of way.reverse()) {
    const next = childLike(scene, at, step);
    if (next === undefined) return null;
    at = next;
  }
  return at;
}

function childLike(scene: Scene, parent: ObjectId, wanted: ObjectId): ObjectId | undefined {
  const siblings = scene.childrenOf(scene.get(wanted).parent);
  const children = scene.childrenOf(parent);
  const key = likeKey(scene, wanted);
  // Several alike in one place: the first is the first.
  const rank = siblings.filter((id) => likeKey(scene, id) === key).indexOf(wanted);
  return children.filter((id) => likeKey(scene, id) === key)[rank] ?? children[siblings.indexOf(wanted)];
}
function likeKey(scene: Scene, id: ObjectId): string {
  const { kind, shape } = scene.get(id);
  return `${kind}|${shape === null ? '' : (scene.shapes[shape]?.digest ?? shape)}|${placeKey(scene, id)}`;
}
