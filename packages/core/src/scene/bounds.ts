import { transformBox, uniteBoxes, type Box } from '../math/box.js';
import type { Scene } from './scene.js';
import type { ObjectId } from './scene-object.js';

/** World box of the corner points of all shapes in a subtree, or null when there is no shape in it. */
export function worldBounds(scene: Scene, id: ObjectId): Box | null {
  let box: Box | null = null;
  for (const object of scene.walk(id)) box = uniteBoxes(box, ownBounds(scene, object.id));
  return box;
}

/** World box of the object's own shape only. */
export function ownBounds(scene: Scene, id: ObjectId): Box | null {
  const object = scene.get(id);
  const bounds = object.shape === null ? null : scene.shapes[object.shape]?.bounds;
  return bounds ? transformBox(scene.world(id), bounds) : null;
}
