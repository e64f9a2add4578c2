import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { NoPlan } from './plan-on-fork.js';

/** Why an object's own transform may not be worked into its shape and children; null: it may. */
export function mayNotBake(scene: Scene, id: ObjectId): NoPlan | null {
  const { name, kind, shape } = scene.get(id);
  const no = (because: string): NoPlan => ({
    ok: false,
    reason: 'skinned',
    object: id,
    because: `"${name}" ${because}`,
  });
  if (kind === 'joint') return no('is a joint: its place is bound into the skin');
  if (scene.animated.has(id)) return no('is animated: its motion is written for the transform it has');
  if (kind === 'camera' || kind === 'light')
    return no(`is a ${kind}: it has nothing to bake a transform into`);
  const fixed = shape === null ? undefined : scene.shapes[shape]?.fixed;
  if (fixed === 'skinned') return no('is skinned: its points are bound to joints');
  if (fixed === 'listed') return no('came in a listing, without its points');
  if (fixed === 'packed') return no('has geometry that is packed, and could not be unpacked when it came');
  if (fixed === 'instanced')
    return no('is drawn many times over: its instances are written for the transform it has');
  return null;
}
