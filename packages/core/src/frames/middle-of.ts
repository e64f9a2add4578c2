import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { framesOf } from './frames-of.js';
import { axesOf } from './read-facing.js';

/** The plane between left and right of the asset that an object belongs to: the axis of the world it stands across, and where, metres. */
export function middleOf(
  scene: Scene,
  id: ObjectId,
  convention: CompiledConvention | null,
): { readonly axis: 0 | 2; readonly middle: number } {
  const { facing, side } = framesOf(scene, convention).of(id);
  return { axis: axesOf[facing][0].axis === 0 ? 0 : 2, middle: side.middle };
}
