import { remembered } from '../scene/remembered.js';
import { hashStart, mix, RowTable } from '../scene/row-table.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** A name in three parts around its last run of digits; no digits: null. */
export interface Numbered {
  readonly before: string;
  readonly digits: string;
  readonly after: string;
}
export function lastNumber(name: string): Numbered | null {
  const end = endOfDigits(name);
  if (!end) return null;
  const start = startOfDigits(name, end);
  return { before: name.slice(0, start), digits: name.slice(start, end), after: name.slice(end) };
}
const isDigit = (code: number): boolean => code >= 48 && code <= 57;
function endOfDigits(name: string): number {
  let end = name.length;
  while (end > 0 && !isDigit(name.charCodeAt(end - 1))) end--;
  return end;
}
function startOfDigits(name: string, end: number): number {
  let start = end - 1;
  while (start > 0 && isDigit(name.charCodeAt(start - 1))) start--;
  return start;
}

/** What is odd about the numbers of a family: names that are the same but for their last number. */
export interface NumberOddities {
  readonly count: number;
  /** The lowest number, as it is written. */
  readonly first: { readonly digits: string; readonly value: number };
  /** Stretches of numbers that nobody has between two that are there, by their ends, in the digits of the one before. */
  readonly gaps: readonly (readonly [from: string, to: string])[];
  /** How many such stretches there are; `gaps` holds the first few. */
  readonly gapCount: number;
  /** Numbers that are there in two writings, as 1 and 01; the first few. */
  readonly repeats: readonly (readonly [string, string])[];
  readonly repeatCount: number;
}
/** So many gaps and repeats are told. */
const told = 4;

/**
 * Families whose numbers do not follow one another, do not begin at 0 or 1, or are there twice in other digits: by the
 * object that has the lowest number, the first of them in the tree. Remembered until a name changes.
 */
export const numberOddities = remembered(
  (scene: Scene) => scene.namesVersion,
  (scene) => {
    const odd = new Map<ObjectId, NumberOddities>();
    const { names, ids, values, order, ends } = families(scene);
    const digitsOf = (row: number): string => lastNumber(names[row]!)!.digits;
    for (let family = 0, from = 0; family < ends.length; from = ends[family++]!) {
      const count = ends[family]! - from;
      if (count < 2) continue;
      const gaps: [string, string][] = [];
      const repeats: [string, string][] = [];
      let [gapCount, repeatCount] = [0, 0];
      for (let i = from + 1; i < ends[family]!; i++) {
        const [before, row] = [order[i - 1]!, order[i]!];
        const step = values[row]! - values[before]!;
        if (step > 1 && ++gapCount <= told) {
          const width = digitsOf(before).length;
          const pad = (value: number): string => String(value).padStart(width, '0');
          gaps.push([pad(values[before]! + 1), pad(values[row]! - 1)]);
        } else if (step === 0 && names[row] !== names[before]) {
          const [one, other] = [digitsOf(before), digitsOf(row)];
          if (one !== other && ++repeatCount <= told) repeats.push([one, other]);
        }
      }
      const row = order[from]!;
      const value = values[row]!;
      if (!gapCount && !repeatCount && value <= 1) continue;
      const first = { digits: digitsOf(row), value };
      odd.set(ids[row]!, { count, first, gaps, gapCount, repeats, repeatCount });
    }
    return odd;
  },
);

interface Families {
  /** By row, in tree order: names with digits, whose they are, and the last number in them. */
  readonly names: readonly string[];
  readonly ids: Int32Array;
  readonly values: Float64Array;
  /** Rows by family, and in it by number. */
  readonly order: Int32Array;
  /** Where each family ends in that order. */
  readonly ends: Int32Array;
}

function families(scene: Scene): Families {
  const names: string[] = [];
  const ids = new Int32Array(scene.size);
  const values = new Float64Array(scene.size);
  const starts = new Int32Array(scene.size);
  const stops = new Int32Array(scene.size);
  const familyOf = new Int32Array(scene.size);
  const firstOf: number[] = [];
  const table = new RowTable(scene.size);
  let n = 0;
  const isKin = (row: number): boolean => {
    const [a, b] = [names[row]!, names[n]!];
    const [start, stop] = [starts[n]!, stops[n]!];
    if (starts[row] !== start || a.length - stops[row]! !== b.length - stop) return false;
    for (let i = 0; i < start; i++) if (a.charCodeAt(i) !== b.charCodeAt(i)) return false;
    const shift = stops[row]! - stop;
    for (let i = stop; i < b.length; i++) if (a.charCodeAt(i + shift) !== b.charCodeAt(i)) return false;
    return true;
  };
  for (const { id, name } of scene.walk()) {
    const end = endOfDigits(name);
    if (!end) continue;
    const start = startOfDigits(name, end);
    let hash = hashStart;
    for (let i = 0; i < start; i++) hash = mix(hash, name.charCodeAt(i));
    for (let i = end; i < name.length; i++) hash = mix(hash, name.charCodeAt(i));
    let value = 0;
    for (let i = start; i < end; i++) value = value * 10 + (name.charCodeAt(i) - 48);
    names.push(name);
    [ids[n], starts[n], stops[n], values[n]] = [id, start, end, value];
    const kin = table.claim(hash, n, isKin);
    if (kin === n) firstOf.push(n);
    familyOf[n] = kin === n ? firstOf.length - 1 : familyOf[kin]!;
    n++;
  }
  const ends = new Int32Array(firstOf.length);
  for (let row = 0; row < n; row++) ends[familyOf[row]!]!++;
  for (let family = 1; family < ends.length; family++) ends[family]! += ends[family - 1]!;
  const order = new Int32Array(n);
  const put = ends.slice();
  for (let row = n - 1; row >= 0; row--) order[--put[familyOf[row]!]!] = row;
  for (let family = 0; family < ends.length; family++)
    sortByValue(order.subarray(put[family], ends[family]), values);
  return { names, ids, values, order, ends };
}

/** Names mostly stand in the order of their numbers already. */
function sortByValue(rows: Int32Array, values: Float64Array): void {
  for (let i = 1; i < rows.length; i++)
    if (values[rows[i]!]! < values[rows[i - 1]!]!) {
      rows.sort((a, b) => values[a]! - values[b]! || a - b);
      return;
    }
}
