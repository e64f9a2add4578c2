import { parseQuery } from '../../query/query.js';
import { isInSet } from '../../query/is-in-set.js';
import type { ObjectId } from '../../scene/scene-object.js';
import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import type { Scene } from '../../scene/scene.js';
import type { OtherThing } from '../../names/slots/convention.js';

/**
 * Names of things, at the first object in tree order that has one. Things that no object has are not judged: they are
 * the business of the check for what is unused. A set is told by its first member.
 */
export function firstUsers(scene: Scene, thing: OtherThing): ReadonlyMap<ObjectId, readonly string[]> {
  const by = byThing(scene);
  let known = by.get(thing);
  if (!known) by.set(thing, (known = find(scene, thing)));
  return known;
}
const byThing = memoizeByVersion(
  (scene) => scene.sceneVersion,
  () => new Map<OtherThing, ReadonlyMap<ObjectId, readonly string[]>>(),
);

function find(scene: Scene, thing: OtherThing): Map<ObjectId, string[]> {
  const first = new Map<ObjectId, string[]>();
  const seen = new Set<number | string>();
  const add = (id: ObjectId, key: number | string, name: string): void => {
    if (seen.has(key)) return;
    seen.add(key);
    first.set(id, [...(first.get(id) ?? []), name]);
  };
  for (const object of scene.walk()) {
    if (thing === 'material')
      for (const i of object.materials) add(object.id, i, scene.materials[i]?.name ?? '');
    else if (thing === 'shape' && object.shape !== null)
      add(object.id, object.shape, scene.shapes[object.shape]!.name);
    else if (thing === 'layer') add(object.id, object.layer, object.layer);
    else if (thing === 'set')
      for (const set of scene.sets.values())
        if (!seen.has(set.name) && isInSet(scene, object, set, parseQuery))
          add(object.id, set.name, set.name);
  }
  return first;
}
