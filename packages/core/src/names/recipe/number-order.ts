import { boxCentre, boxSize } from '../../math/box.js';
import type { Vec3 } from '../../math/mat4.js';
import { ownBounds } from '../../scene/bounds.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { naturalCompare } from '../natural-order.js';
import { lastNumber } from '../number-family.js';
import type { StepRow } from './step-definition.js';

/** x, y, z: along a world axis; around-*: by the angle about it, through the middle of all; distance: from the world origin. */
export const numberOrders = [
  'tree',
  'name',
  'old-number',
  'x',
  'y',
  'z',
  'around-x',
  'around-y',
  'around-z',
  'distance',
  'size',
] as const;
/** In which order objects are counted. */
export type NumberOrder = (typeof numberOrders)[number];

/** Indexes of the rows in the order they are counted; equal ones stay in tree order. */
export function orderRows(
  order: NumberOrder,
  rows: readonly StepRow[],
  scene: Scene,
  down = false,
): number[] {
  const indexes = rows.map((_, i) => i);
  const by = comparer(order, rows, scene);
  if (by) indexes.sort((a, b) => (down ? by(b, a) : by(a, b)) || a - b);
  else if (down) indexes.reverse();
  return indexes;
}

function comparer(
  order: NumberOrder,
  rows: readonly StepRow[],
  scene: Scene,
): ((a: number, b: number) => number) | null {
  if (order === 'tree') return null;
  if (order === 'name') return (a, b) => naturalCompare(rows[a]!.name, rows[b]!.name);
  const values =
    order === 'old-number'
      ? rows.map(({ name }) => Number(lastNumber(name)?.digits ?? Infinity))
      : places(order, rows, scene);
  // Infinity minus itself is no number.
  return (a, b) => (values[a] === values[b] ? 0 : values[a]! - values[b]!);
}

function places(order: NumberOrder, rows: readonly StepRow[], scene: Scene): number[] {
  if (order === 'size')
    return rows.map(({ object }) => {
      const box = ownBounds(scene, object.id);
      return box ? Math.max(...boxSize(box)) : 0;
    });
  const points = rows.map(({ object }) => placeOf(scene, object.id));
  if (order === 'distance') return points.map((p) => Math.hypot(...p));
  const axis = 'xyz'.indexOf(order.at(-1)!);
  if (!order.startsWith('around')) return points.map((p) => p[axis]!);
  const [u, v] = [(axis + 1) % 3, (axis + 2) % 3];
  const middle = [0, 1, 2].map((k) => points.reduce((sum, p) => sum + p[k]!, 0) / (points.length || 1));
  return points.map((p) => {
    const angle = Math.atan2(p[v]! - middle[v]!, p[u]! - middle[u]!);
    return angle < -1e-9 ? angle + 2 * Math.PI : angle;
  });
}

/** Where an object counts as standing: the middle of its shape's box in the world, else its origin. */
export function placeOf(scene: Scene, id: ObjectId): Vec3 {
  const box = ownBounds(scene, id);
  if (box) return boxCentre(box);
  const m = scene.world(id);
  return [m[12]!, m[13]!, m[14]!];
}
