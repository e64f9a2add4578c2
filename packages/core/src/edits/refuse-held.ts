import { heldFrom } from '../scene/held.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { refused, type Applied } from './edit.js';

/** Why an object that is taken over cannot get another name or place in the tree; null: it can. */
export function refuseHeld(
  scene: Scene,
  { id, name, held }: SceneObject,
  what: 'named' | 'moved',
): Applied | null {
  if (!held) return null;
  return refused('held', id, `"${name}" comes from ${heldFrom(scene, held)}: it is ${what} there`);
}
/** Why nothing can be put under a parent; null: it can. */
export function refuseUnderHeld(scene: Scene, parent: ObjectId | null, id: ObjectId): Applied | null {
  const above = parent === null ? null : scene.find(parent);
  if (!above?.held) return null;
  return refused(
    'held',
    id,
    `"${above.name}" comes from ${heldFrom(scene, above.held)}: nothing can be put under it here`,
  );
}
