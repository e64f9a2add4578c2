import { identityMat4, invertAffine, multiply, type Mat4 } from '@renquil/core/math';
import type { LayerTime } from './layer-time.js';
import type { UsdaStage } from './usda-stage.js';
import { chars, UsdaScanner, type Span } from './usda-scanner.js';
import { numbersIn } from './usda-value.js';
import { opMatrix, stringsIn } from './xform-ops.js';

/** A transform that changes over time. */
export interface XformMotion {
  /** In time codes, rising: those that something is said for, and more between where turns go far. */
  readonly times: readonly number[];
  /** Column vectors, in the units of the layer, as `xformOps` has them. */
  at(time: number): Mat4;
}
interface Op {
  readonly kind: string;
  readonly isInverse: boolean;
  readonly times: readonly number[];
  /** One for each time; where there are no times, the one that always holds. */
  readonly values: readonly (readonly number[])[];
}
/** Numbers of keys that one prim may have. */
const mostKeys = 100_000;
/** A turn between two keys that is further than this goes by keys between: glTF goes the short way (section 3.11). */
const mostDegrees = 30;

/** How the operations of a prim move it; null: they do not, or with more keys than there is room for. */
export function xformMotion(stage: UsdaStage, place: number): XformMotion | null {
  const order = stage.property(place, 'xformOpOrder')?.value;
  if (!order) return null;
  const ops: Op[] = [];
  for (const name of stringsIn(stage, order)) {
    if (name === '!resetXformStack!') {
      ops.length = 0;
      continue;
    }
    const op = opOf(stage, place, name);
    if (op) ops.push(op);
  }
  const times = timesOf(ops);
  if (!times.length || times.length > mostKeys) return null;
  return {
    times,
    at: (time) =>
      ops.reduce<Mat4>((matrix, { kind, isInverse, ...said }) => {
        const op = opMatrix(kind, valueAt(kind, said, time));
        if (!op) return matrix;
        return multiply(matrix, isInverse ? (invertAffine(op) ?? identityMat4) : op);
      }, identityMat4),
  };
}
function opOf(stage: UsdaStage, place: number, name: string): Op | null {
  const isInverse = name.startsWith('!invert!');
  const key = name.replace('!invert!', '');
  const kind = key.split(':')[1] ?? '';
  const samples = stage.samples(place, key);
  if (samples) {
    const said = samplesIn(stage, samples.value, samples.time);
    // Samples are stronger than the value that stands beside them (OpenUSD, value resolution).
    if (said.times.length) return { kind, isInverse, ...said };
  }
  const value = stage.property(place, key)?.value;
  return value ? { kind, isInverse, times: [], values: [stage.numbers(value)] } : null;
}
/** `{ time: value, ... }`, rising, as the layer itself counts them where the prim stands; what is `None` is left out. */
function samplesIn(
  stage: UsdaStage,
  samples: Span,
  { offset, scale }: LayerTime,
): Pick<Op, 'times' | 'values'> {
  const scan = new UsdaScanner(stage.bytes, stage.layer.file);
  const found: [number, readonly number[]][] = [];
  scan.at = samples.start + 1;
  for (;;) {
    scan.between();
    if (scan.at >= samples.end - 1 || scan.next === chars.closeBody) break;
    const start = scan.at;
    while (scan.next !== chars.colon && scan.at < samples.end) scan.at++;
    const [time = Number.NaN] = numbersIn(stage.bytes, { start, end: scan.at });
    scan.at++;
    const values = numbersIn(stage.bytes, scan.value());
    if (Number.isFinite(time) && values.length && values.every(Number.isFinite))
      found.push([offset + scale * time, values]);
  }
  found.sort((a, b) => a[0] - b[0]);
  return { times: found.map(([time]) => time), values: found.map(([, value]) => value) };
}
function timesOf(ops: readonly Op[]): number[] {
  const all = new Set<number>();
  for (const { kind, times, values } of ops)
    times.forEach((time, i) => {
      all.add(time);
      if (i === 0 || !kind.startsWith('rotate')) return;
      const turn = values[i]!.reduce(
        (most, n, k) => Math.max(most, Math.abs(n - (values[i - 1]![k] ?? n))),
        0,
      );
      const steps = Math.min(mostKeys, Math.ceil(turn / mostDegrees));
      const from = times[i - 1]!;
      for (let step = 1; step < steps && all.size <= mostKeys; step++)
        all.add(from + ((time - from) * step) / steps);
    });
  return [...all].sort((a, b) => a - b);
}
/** Between two samples along a line, quaternions along an arc; before the first and after the last as those say. */
function valueAt(
  kind: string,
  { times, values }: Pick<Op, 'times' | 'values'>,
  time: number,
): readonly number[] {
  let [low, high] = [0, times.length - 1];
  if (high <= 0 || time <= times[0]!) return values[0]!;
  if (time >= times[high]!) return values[high]!;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (times[middle]! <= time) low = middle;
    else high = middle;
  }
  const part = (time - times[low]!) / (times[high]! - times[low]!);
  const [a, b] = [values[low]!, values[high]!];
  if (kind !== 'orient') return a.map((n, i) => n + ((b[i] ?? n) - n) * part);
  return alongArc(a, b, part);
}
function alongArc(a: readonly number[], b: readonly number[], part: number): number[] {
  const dot = a.reduce((sum, n, i) => sum + n * (b[i] ?? 0), 0);
  const sign = dot < 0 ? -1 : 1;
  const angle = Math.acos(Math.min(1, Math.abs(dot)));
  if (angle < 1e-6) return a.map((n, i) => n + (sign * (b[i] ?? 0) - n) * part);
  const [x, y] = [Math.sin((1 - part) * angle), sign * Math.sin(part * angle)];
  return a.map((n, i) => (n * x + (b[i] ?? 0) * y) / Math.sin(angle));
}
