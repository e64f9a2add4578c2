import { isDefaultName } from '@renquil/core/names';
import type { Scene, SceneObject } from '@renquil/core/scene';

/** What an object's shape is called, where that tells something; else nothing. */
export function shapeNameOf(scene: Scene, { shape }: Pick<SceneObject, 'shape'>): string {
  const called = shape === null ? '' : (scene.shapes[shape]?.name ?? '');
  return isDefaultName(called) ? '' : called;
}
