import { parseQuery } from '../../query/query.js';
import { isInSet } from '../../query/is-in-set.js';
import type { ObjectId } from '../../scene/scene-object.js';
import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import type { Scene } from '../../scene/scene.js';

/**
 * Names of layers and sets, at the first object in tree order that is in one: a set is told by its first member.
 */
export function firstUsers(scene: Scene, thing: 'layer' | 'set'): ReadonlyMap<ObjectId, readonly string[]> {
  const by = byThing(scene);
  let known = by.get(thing);
  if (!known) by.set(thing, (known = find(scene, thing)));
  return known;
}
const byThing = memoizeByVersion(
  (scene) => scene.sceneVersion,
  () => new Map<'layer' | 'set', ReadonlyMap<ObjectId, readonly string[]>>(),
);

function find(scene: Scene, thing: 'layer' | 'set'): Map<ObjectId, string[]> {
  const first = new Map<ObjectId, string[]>();
  const seen = new Set<string>();
  const add = (id: ObjectId, key: string, name: string): void => {
    if (seen.has(key)) return;
    seen.add(key);
    first.set(id, [...(first.get(id) ?? []), name]);
  };
  for (const object of scene.walk()) {
    if (thing === 'layer') add(object.id, object.layer, object.layer);
    else
      for (const set of scene.sets.values())
        if (!seen.has(set.name) && isInSet(scene, object, set, parseQuery))
          add(object.id, set.name, set.name);
  }
  return first;
}
