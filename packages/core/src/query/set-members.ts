import type { Scene } from '../scene/scene.js';
import type { ObjectId, SceneSet } from '../scene/scene-object.js';
import { isInSet } from './is-in-set.js';
import { parseQuery } from './query.js';

/** The objects of a set that are in the scene, in tree order. */
export function setMembers(scene: Scene, set: SceneSet): ObjectId[] {
  const found: ObjectId[] = [];
  for (const object of scene.walk()) if (isInSet(scene, object, set, parseQuery)) found.push(object.id);
  return found;
}
