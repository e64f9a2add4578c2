import { type Box, type Vec3 } from '@renquil/core/math';
import { readFloats } from './decode-shape.js';
import type { Gltf } from './gltf-json.js';

/** Numbers of keys that are looked at, beside four times what the file holds: it may say that many share the same bytes. */
const mostRead = 16 * 2 ** 20;

/**
 * Between which points animations move nodes, in metres in the space of their parents (glTF 2.0 section 3.11: translations
 * of channels). What is turned or scaled only, and what is packed, is not in it.
 */
export function motionOf(json: Gltf, buffers: readonly Uint8Array[]): Map<number, Box> {
  let toRead = mostRead + buffers.reduce((sum, { length }) => sum + length, 0);
  const known = new Map<string, Box | null>();
  const motion = new Map<number, Box>();
  for (const { channels, samplers } of json.animations ?? [])
    for (const { sampler, target } of channels) {
      if (target.path !== 'translation' || target.node === undefined) continue;
      const { output, interpolation = 'LINEAR' } = samplers[sampler] ?? {};
      const accessor = output === undefined ? undefined : json.accessors?.[output];
      if (output === undefined || accessor?.type !== 'VEC3') continue;
      const key = `${output} ${interpolation}`;
      let box = known.get(key);
      if (box === undefined) {
        toRead -= accessor.count * 3;
        box = toRead < 0 ? null : boxOf(readFloats(json, buffers, output), interpolation === 'CUBICSPLINE');
        known.set(key, box);
      }
      if (box) motion.set(target.node, united(motion.get(target.node), box));
    }
  return motion;
}

/** Of a cubic spline the middle of three: a tangent stands on either side of each value. */
function boxOf(points: Float32Array | null, isSpline: boolean): Box | null {
  if (!points?.length) return null;
  const min: [number, number, number] = [Infinity, Infinity, Infinity];
  const max: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (let at = isSpline ? 3 : 0; at + 2 < points.length; at += isSpline ? 9 : 3)
    for (let axis = 0; axis < 3; axis++) {
      min[axis] = Math.min(min[axis]!, points[at + axis]!);
      max[axis] = Math.max(max[axis]!, points[at + axis]!);
    }
  return [...min, ...max].every(Number.isFinite) ? { min, max } : null;
}
function united(one: Box | undefined, other: Box): Box {
  if (!one) return other;
  const each = (f: (a: number, b: number) => number, a: Vec3, b: Vec3): Vec3 => [
    f(a[0], b[0]),
    f(a[1], b[1]),
    f(a[2], b[2]),
  ];
  return { min: each(Math.min, one.min, other.min), max: each(Math.max, one.max, other.max) };
}
