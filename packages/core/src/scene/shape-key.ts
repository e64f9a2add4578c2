import type { SceneObject } from './scene-object.js';
import type { Scene } from './scene.js';

/** Equal for equal geometry: the digest where it is known, else which shape it is. Null: the object has none. */
export function shapeKey(scene: Scene, { shape }: Pick<SceneObject, 'shape'>): number | string | null {
  return shape === null ? null : (scene.shapes[shape]?.digest ?? shape);
}
