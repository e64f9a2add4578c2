import { identityMat4, multiply, toMatrix, type Mat4 } from '@renquil/core/math';
import type { XmlElement } from '@rgrove/parse-xml';
import { elements } from './xml-file.js';

/** The numbers of a text with space between; one that is none ends them. */
export function numbersOf(of: XmlElement | null | undefined): number[] {
  const out: number[] = [];
  for (const word of of?.text.match(/\S+/g) ?? []) {
    const n = Number(word);
    if (!Number.isFinite(n)) break;
    out.push(n);
  }
  return out;
}

/** Where a node stands: its transforms one after another, the first outermost (ISO/PAS 17506, node). */
export function matrixOf(
  node: XmlElement,
  numbers: (one: XmlElement) => readonly number[] = numbersOf,
): Mat4 {
  return elements(node).reduce<Mat4>((m, one) => {
    const made = isTransform(one) ? transformOf(one.name, numbers(one)) : null;
    return made ? multiply(m, made) : m;
  }, identityMat4);
}
/** Whether an element says where its node stands. */
export const isTransform = ({ name }: XmlElement): boolean =>
  /^(translate|scale|rotate|matrix|lookat|skew)$/.test(name);
function transformOf(name: string, v: readonly number[]): Mat4 | null {
  if (name === 'translate' && v.length >= 3)
    return [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, v[0]!, v[1]!, v[2]!, 1];
  if (name === 'scale' && v.length >= 3) return [v[0]!, 0, 0, 0, 0, v[1]!, 0, 0, 0, 0, v[2]!, 0, 0, 0, 0, 1];
  if (name === 'rotate' && v.length >= 4) return rotation([v[0]!, v[1]!, v[2]!], v[3]!);
  // Row by row in the file, column by column here.
  if (name === 'matrix' && v.length >= 16)
    return Array.from({ length: 16 }, (_, i) => v[(i % 4) * 4 + Math.floor(i / 4)]!);
  if (name === 'skew' && v.length >= 7) return skewed(v);
  return name === 'lookat' && v.length >= 9 ? looking(v) : null;
}
function rotation(axis: readonly [number, number, number], degrees: number): Mat4 | null {
  const length = Math.hypot(...axis);
  if (!(length > 0)) return null;
  const half = (degrees * Math.PI) / 360;
  const [x, y, z] = axis.map((n) => (n / length) * Math.sin(half)) as [number, number, number];
  return toMatrix({ t: [0, 0, 0], r: [x, y, z, Math.cos(half)], s: [1, 1, 1] });
}
/** From an eye to what it looks at: along -Z, Y up (ISO/PAS 17506, lookat). */
function looking(v: readonly number[]): Mat4 | null {
  const back = unit([v[0]! - v[3]!, v[1]! - v[4]!, v[2]! - v[5]!]);
  const right = back && unit(cross([v[6]!, v[7]!, v[8]!], back));
  if (!back || !right) return null;
  const up = cross(back, right);
  return [...right, 0, ...up, 0, ...back, 0, v[0]!, v[1]!, v[2]!, 1];
}
/**
 * All moved along the second axis, so that the first one turns towards it by the angle (ISO/PAS 17506, skew, which names the
 * operation of the RenderMan interface for it; that is given here from memory).
 */
function skewed(v: readonly number[]): Mat4 | null {
  const angle = (v[0]! * Math.PI) / 180;
  const turned = unit([v[1]!, v[2]!, v[3]!]);
  const along = unit([v[4]!, v[5]!, v[6]!]);
  if (!turned || !along) return null;
  const cosine = dot(turned, along);
  const between = Math.acos(Math.min(1, Math.max(-1, cosine)));
  // An axis cannot be turned as far as the one that it is turned towards.
  if (!(between > 1e-6) || !(Math.abs(angle) < between)) return null;
  const by = Math.sin(angle) / Math.sin(between - angle);
  // What lies along the second axis stays: only the part of the first that is square to it counts.
  const square = turned.map((n, at) => (n - cosine * along[at]!) / (1 - cosine * cosine));
  return Array.from({ length: 16 }, (_, i) => {
    const [row, column] = [i % 4, Math.floor(i / 4)];
    const moved = row < 3 && column < 3 ? by * along[row]! * square[column]! : 0;
    return (row === column ? 1 : 0) + moved;
  });
}
const dot = (a: V3, b: V3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
type V3 = readonly [number, number, number];
const cross = (a: V3, b: V3): V3 => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0],
];
function unit(v: V3): V3 | null {
  const length = Math.hypot(...v);
  return length > 0 ? [v[0] / length, v[1] / length, v[2] / length] : null;
}
