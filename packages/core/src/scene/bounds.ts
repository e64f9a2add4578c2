import { multiply, multiplyInto, type Mat4 } from '../math/mat4.js';
import { toMatrix } from '../math/transform.js';
import { transformBox, uniteBoxes, type Box } from '../math/box.js';
import type { Scene } from './scene.js';
import type { ObjectId, SceneObject } from './scene-object.js';

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
  return bounds ? transformBox(drawnWorld(scene, id), bounds) : null;
}

/** The matrix that an object's shape is drawn with: its world, and before that whatever is baked into its shape. */
export function drawnWorld(scene: Scene, id: ObjectId): Mat4 {
  const { bake } = scene.get(id);
  return bake ? multiply(scene.world(id), bake) : scene.world(id);
}

/**
 * The same, of a leaf worked out into a scratch of 16 numbers: a scene keeps the matrices of what others hang on, and those
 * of a million leaves are needed just once.
 */
export function drawnWorldIn(
  scratch: Float64Array,
  scene: Scene,
  { id, parent, children, bake, local }: SceneObject,
): ArrayLike<number> {
  if (children.length || bake || parent === null) return drawnWorld(scene, id);
  return multiplyInto(scratch, scene.world(parent), toMatrix(local));
}

/** Faces of an object and all below it. */
export function facesBelow(scene: Scene, id: ObjectId): number {
  let faces = 0;
  for (const { shape } of scene.walk(id)) if (shape !== null) faces += scene.shapes[shape]!.faces;
  return faces;
}
