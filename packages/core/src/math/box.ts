import { type Mat4, type Vec3 } from './mat4.js';

/** Axis-aligned box in metres. */
export interface Box {
  readonly min: Vec3;
  readonly max: Vec3;
}

/** The smallest box that holds both; null is no box. */
export function uniteBoxes(a: Box | null, b: Box | null): Box | null {
  if (!a || !b) return a ?? b;
  return {
    min: [Math.min(a.min[0], b.min[0]), Math.min(a.min[1], b.min[1]), Math.min(a.min[2], b.min[2])],
    max: [Math.max(a.max[0], b.max[0]), Math.max(a.max[1], b.max[1]), Math.max(a.max[2], b.max[2])],
  };
}

/** Box of the eight transformed corners. */
export function transformBox(m: Mat4, box: Box): Box {
  const out = new Float64Array(6);
  putTransformedBox(m, box, out, 0);
  return { min: [out[0]!, out[1]!, out[2]!], max: [out[3]!, out[4]!, out[5]!] };
}
/** The same as six numbers of a list. Along an axis each side of the box adds the less of its ends, or the more. */
export function putTransformedBox(
  m: ArrayLike<number>,
  { min, max }: Box,
  out: Float64Array,
  at: number,
): void {
  for (let axis = 0; axis < 3; axis++) {
    let low = 0;
    let high = 0;
    for (let k = 0; k < 3; k++) {
      const along = m[k * 4 + axis]!;
      const a = along * min[k]!;
      const b = along * max[k]!;
      low += a < b ? a : b;
      high += a < b ? b : a;
    }
    out[at + axis] = low + m[12 + axis]!;
    out[at + 3 + axis] = high + m[12 + axis]!;
  }
}

/** The middle of a box. */
export function boxCentre(box: Box): Vec3 {
  return [(box.min[0] + box.max[0]) / 2, (box.min[1] + box.max[1]) / 2, (box.min[2] + box.max[2]) / 2];
}

/** Width, height and depth. */
export function boxSize(box: Box): Vec3 {
  return [box.max[0] - box.min[0], box.max[1] - box.min[1], box.max[2] - box.min[2]];
}

/** Metres between two boxes along the axis where they are furthest apart; 0 when they touch or overlap. */
export function gap(a: Box, b: Box): number {
  return Math.max(0, ...[0, 1, 2].map((k) => Math.max(a.min[k]! - b.max[k]!, b.min[k]! - a.max[k]!)));
}

/** Cubic metres; a flat box counts as a micrometre thick, so that it is larger than nothing. */
export function boxVolume({ min, max }: Box): number {
  return [0, 1, 2].reduce((product, k) => product * Math.max(1e-6, max[k]! - min[k]!), 1);
}
