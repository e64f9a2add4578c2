import { boxCentre, uniteBoxes, type Box } from '../math/box.js';
import type { Vec3 } from '../math/mat4.js';
import { worldBounds } from '../scene/bounds.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

/**
 * Where a pivot goes, in world metres. anchor: one of 27 places of the bounds, -1, 0 or 1 on each axis. mean: of the
 * objects' own pivots. last: the pivot of the last object.
 */
export type PivotAt =
  'origin' | 'centre' | 'base' | 'mean' | 'last' | { readonly anchor: Vec3 } | { readonly point: Vec3 };

/** The point of the world, in metres, that a pivot is put to. `snap`: to the nearest multiple; 0 leaves it. */
export function pivotPoint(scene: Scene, objects: readonly ObjectId[], at: PivotAt, snap = 0): Vec3 {
  const point = exactPoint(scene, objects, at);
  return snap > 0 ? (point.map((n) => Math.round(n / snap) * snap) as unknown as Vec3) : point;
}

function exactPoint(scene: Scene, objects: readonly ObjectId[], at: PivotAt): Vec3 {
  if (at === 'origin' || !objects.length) return [0, 0, 0];
  if (typeof at === 'object' && 'point' in at) return at.point;
  const pivots = objects.map((id) => scene.world(id).slice(12, 15) as unknown as Vec3);
  if (at === 'last') return pivots.at(-1)!;
  if (at === 'mean') return mean(pivots);
  let box: Box | null = null;
  for (const id of objects) box = uniteBoxes(box, worldBounds(scene, id));
  // Nothing in it has a shape: the pivots are all there is to measure.
  if (!box) return mean(pivots);
  const anchor: Vec3 = at === 'centre' ? [0, 0, 0] : at === 'base' ? [0, -1, 0] : at.anchor;
  const centre = boxCentre(box);
  const { max } = box;
  return [0, 1, 2].map((k) => centre[k]! + anchor[k]! * (max[k]! - centre[k]!)) as unknown as Vec3;
}

function mean(points: readonly Vec3[]): Vec3 {
  return [0, 1, 2].map((k) => points.reduce((sum, p) => sum + p[k]!, 0) / points.length) as unknown as Vec3;
}
