import { identityMat4, invertAffine, multiply, toMatrix, type Mat4 } from '@renquil/core/math';
import type { UsdaStage } from './usda-stage.js';
import { chars, textOf, UsdaScanner, type Span } from './usda-scanner.js';
import { stringText } from './usda-value.js';

/** The transform that a prim says of itself. */
export interface XformOps {
  /** Column vectors, in the units of the layer. */
  readonly matrix: Mat4;
  /** `!resetXformStack!`: it stands in the world, whatever stands above it. */
  readonly resets: boolean;
  /** Something of it changes over time; the matrix is of the default time, else of the first sample. */
  readonly isAnimated: boolean;
  /** Names in the order of `xformOpOrder`, as they stand there. */
  readonly order: readonly string[];
}
const none: XformOps = { matrix: identityMat4, resets: false, isAnimated: false, order: [] };
const inverse = '!invert!';

/** The local transform of a prim (OpenUSD, UsdGeomXformable): its operations one after another, the first outermost. */
export function xformOps(stage: UsdaStage, place: number): XformOps {
  const order = stage.property(place, 'xformOpOrder')?.value;
  if (!order) return none;
  const names = orderOf(stage, order);
  let matrix = identityMat4;
  let resets = false;
  let isAnimated = false;
  for (const name of names) {
    // What stands before it does not count.
    if (name === '!resetXformStack!') {
      [matrix, resets] = [identityMat4, true];
      continue;
    }
    const isInverse = name.startsWith(inverse);
    const key = isInverse ? name.slice(inverse.length) : name;
    const samples = stage.property(place, key, 'timeSamples')?.value;
    const value = stage.property(place, key)?.value ?? (samples ? firstSample(stage, samples) : null);
    isAnimated ||= samples !== undefined;
    const op = value ? opMatrix(kindOf(key), stage.numbers(value)) : null;
    if (!op) continue;
    const own = isInverse ? (invertAffine(op) ?? identityMat4) : op;
    matrix = matrix === identityMat4 ? own : multiply(matrix, own);
  }
  return { matrix, resets, isAnimated, order: names };
}

/** `translate` of `xformOp:translate:pivot`. */
function kindOf(key: string): string {
  const from = key.indexOf(':') + 1;
  const to = key.indexOf(':', from);
  return from === 0 ? '' : key.slice(from, to < 0 ? undefined : to);
}
const [mostOrders, longestOrder] = [1000, 200];
/** Thousands of prims have the same order. */
function orderOf(stage: UsdaStage, value: Span): readonly string[] {
  if (value.end - value.start > longestOrder) return stringsIn(stage, value);
  const text = textOf(stage.bytes, value.start, value.end);
  let known = stage.orders.get(text);
  if (!known) {
    known = stringsIn(stage, value);
    if (stage.orders.size < mostOrders) stage.orders.set(text, known);
  }
  return known;
}
/** Texts of a list, or the one text, with where each stands. */
export function textsIn(stage: UsdaStage, { start, end }: Span): [Span, string][] {
  const scan = new UsdaScanner(stage.bytes, stage.layer.file);
  const out: [Span, string][] = [];
  for (scan.at = start; scan.at < end;) {
    scan.between();
    if (scan.next === chars.quote || scan.next === chars.apostrophe) {
      const span = scan.string();
      out.push([span, stringText(stage.bytes, span)]);
    } else scan.at++;
  }
  return out;
}
/** The texts alone. */
export function stringsIn(stage: UsdaStage, value: Span): string[] {
  return textsIn(stage, value).map(([, text]) => text);
}
/** The value of the first sample of `{ time: value, ... }`; null: there is none. */
export function firstSample(stage: UsdaStage, samples: Span): Span | null {
  const scan = new UsdaScanner(stage.bytes, stage.layer.file);
  scan.at = samples.start + 1;
  scan.between();
  if (scan.next === chars.closeBody) return null;
  while (scan.next !== chars.colon && scan.at < samples.end) scan.at++;
  scan.at++;
  return scan.value();
}

/** One operation by its numbers; null: it is none that is known, or its numbers are none. */
export function opMatrix(kind: string, v: readonly number[]): Mat4 | null {
  for (const n of v) if (!Number.isFinite(n)) return null;
  const turn = kind.startsWith('rotate') ? /^rotate([XYZ]{1,3})$/.exec(kind)?.[1] : undefined;
  if (turn) {
    // rotateXYZ turns about X first: in column vectors that is the innermost.
    const angles = [...turn];
    if (v.length < angles.length) return null;
    return angles.reduce(
      (m, axis) => multiply(rotation(axis, angles.length === 1 ? v[0]! : v['XYZ'.indexOf(axis)]!), m),
      identityMat4,
    );
  }
  if (kind === 'translate' && v.length >= 3)
    return [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, v[0]!, v[1]!, v[2]!, 1];
  if (kind === 'scale' && v.length >= 3) return [v[0]!, 0, 0, 0, 0, v[1]!, 0, 0, 0, 0, v[2]!, 0, 0, 0, 0, 1];
  // A quaternion stands with its real part first.
  if (kind === 'orient' && v.length >= 4) {
    const length = Math.hypot(v[0]!, v[1]!, v[2]!, v[3]!) || 1;
    return toMatrix({
      t: [0, 0, 0],
      s: [1, 1, 1],
      r: [v[1]! / length, v[2]! / length, v[3]! / length, v[0]! / length],
    });
  }
  // Row vectors row by row are column vectors column by column.
  return kind === 'transform' && v.length >= 16 ? v.slice(0, 16) : null;
}
function rotation(axis: string, degrees: number): Mat4 {
  const [c, s] = [Math.cos((degrees * Math.PI) / 180), Math.sin((degrees * Math.PI) / 180)];
  if (axis === 'X') return [1, 0, 0, 0, 0, c, s, 0, 0, -s, c, 0, 0, 0, 0, 1];
  if (axis === 'Y') return [c, 0, -s, 0, 0, 1, 0, 0, s, 0, c, 0, 0, 0, 0, 1];
  return [c, s, 0, 0, -s, c, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];
}
