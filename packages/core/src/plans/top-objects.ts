import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

/** Those of the objects that do not lie inside another of them, in tree order. */
export function topObjects(scene: Scene, objects: Iterable<ObjectId>): ObjectId[] {
  const picked = new Set(objects);
  const tops = [...picked].filter((id) => {
    if (!scene.find(id)) return false;
    for (const ancestor of scene.ancestors(id)) if (picked.has(ancestor.id)) return false;
    return true;
  });
  return inTreeOrder(scene, tops);
}

/** Sorts by the way down from the root: places among siblings, one level after another. */
export function inTreeOrder(scene: Scene, objects: readonly ObjectId[]): ObjectId[] {
  const places = placesOf(scene, objects);
  const ways = new Map(objects.map((id) => [id, wayTo(scene, id, places)] as const));
  return [...objects].sort((a, b) => compareWays(ways.get(a)!, ways.get(b)!));
}

/** The place among its siblings of every child of the parents on the way to the objects: one pass a parent. */
export function placesOf(scene: Scene, objects: readonly ObjectId[]): Map<ObjectId, number> {
  const places = new Map<ObjectId, number>();
  const seen = new Set<ObjectId | null>();
  for (const id of objects) {
    for (let at: ObjectId | null = id; at !== null; at = scene.get(at).parent) {
      const { parent } = scene.get(at);
      if (seen.has(parent)) break;
      seen.add(parent);
      scene.childrenOf(parent).forEach((child, i) => places.set(child, i));
    }
  }
  return places;
}

function wayTo(scene: Scene, id: ObjectId, places: ReadonlyMap<ObjectId, number>): number[] {
  const way = [places.get(id)!];
  for (const ancestor of scene.ancestors(id)) way.push(places.get(ancestor.id)!);
  return way.reverse();
}

function compareWays(a: readonly number[], b: readonly number[]): number {
  for (let i = 0; i < Math.min(a.length, b.length); i++) if (a[i] !== b[i]) return a[i]! - b[i]!;
  return a.length - b.length;
}
