import { mostDigits } from './slots/slot-number.js';
import { IdChains } from '../scene/id-chains.js';
import { keptUp } from '../scene/kept-up.js';
import { hashStart, mix, RowTable } from '../scene/row-table.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Rename } from '../scene/rename.js';
import type { Scene } from '../scene/scene.js';

/** A name in three parts around its last run of digits; no digits: null. */
export interface Numbered {
  readonly before: string;
  readonly digits: string;
  readonly after: string;
}
/** The last number of a name with what stands before and after it; null: it has none. */
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
 * object that has the lowest number, of several the one with the lowest id. Kept up as names change.
 */
class NumberFamilies {
  readonly odd = new Map<ObjectId, NumberOddities>();
  readonly #chains: IdChains;
  constructor(readonly scene: Scene) {
    this.#chains = new IdChains(scene.nextId);
    const { names, ids, hashes, values, order, ends } = families(scene);
    for (let row = 0; row < names.length; row++) this.#chains.put(ids[row]!, hashes[row]!);
    for (let family = 0, from = 0; family < ends.length; from = ends[family++]!)
      if (ends[family]! - from > 1)
        this.#judge(
          ends[family]! - from,
          (i) => ids[order[from + i]!]!,
          (i) => values[order[from + i]!]!,
        );
  }
  follow(renamed: readonly Rename[]): void {
    const hashes = new Set<number>();
    for (const { object } of renamed) {
      this.odd.delete(object);
      const before = this.#chains.drop(object);
      if (before !== null) hashes.add(before);
      const number = countedNumber(this.scene.find(object)?.name ?? '');
      if (!number) continue;
      this.#chains.put(object, number.hash);
      hashes.add(number.hash);
    }
    for (const hash of hashes) {
      /** Mostly one: others only where hashes are the same by chance. */
      const groups: {
        readonly name: string;
        readonly ids: ObjectId[];
        readonly values: Map<ObjectId, number>;
      }[] = [];
      for (const id of this.#chains.of(hash)) {
        this.odd.delete(id);
        const { name } = this.scene.get(id);
        let group = groups.find((one) => isKin(one.name, name));
        if (!group) groups.push((group = { name, ids: [], values: new Map() }));
        group.ids.push(id);
        group.values.set(id, valueIn(name));
      }
      for (const { ids, values } of groups) {
        if (ids.length < 2) continue;
        ids.sort((one, other) => values.get(one)! - values.get(other)! || one - other);
        this.#judge(
          ids.length,
          (i) => ids[i]!,
          (i) => values.get(ids[i]!)!,
        );
      }
    }
  }
  /** Objects of the family that a name belongs to. */
  family(name: string): ObjectId[] {
    const number = countedNumber(name);
    return number ? this.#chains.of(number.hash).filter((id) => isKin(this.scene.get(id).name, name)) : [];
  }
  /** A family in the order of its numbers. */
  #judge(count: number, idAt: (i: number) => ObjectId, valueAt: (i: number) => number): void {
    const nameAt = (i: number): string => this.scene.get(idAt(i)).name;
    const digitsAt = (i: number): string => lastNumber(nameAt(i))!.digits;
    const gaps: [string, string][] = [];
    const repeats: [string, string][] = [];
    let [gapCount, repeatCount] = [0, 0];
    for (let i = 1; i < count; i++) {
      const step = valueAt(i) - valueAt(i - 1);
      if (step > 1 && ++gapCount <= told) {
        const width = digitsAt(i - 1).length;
        const pad = (value: number): string => String(value).padStart(width, '0');
        gaps.push([pad(valueAt(i - 1) + 1), pad(valueAt(i) - 1)]);
      } else if (step === 0 && nameAt(i) !== nameAt(i - 1)) {
        const [one, other] = [digitsAt(i - 1), digitsAt(i)];
        if (one !== other && ++repeatCount <= told) repeats.push([one, other]);
      }
    }
    const value = valueAt(0);
    if (!gapCount && !repeatCount && value <= 1) return;
    const first = { digits: digitsAt(0), value };
    this.odd.set(idAt(0), { count, first, gaps, gapCount, repeats, repeatCount });
  }
}

/** Names that differ in their number only, by what they share; follows renames. */
export const numberFamilies = keptUp(
  (scene) => new NumberFamilies(scene),
  (families, _scene, renamed) => {
    families.follow(renamed);
    return true;
  },
);

/** Where the number of a name stands that counts, with the hash of what is around it; null: it has none. */
function countedNumber(name: string): { readonly hash: number } | null {
  const end = endOfDigits(name);
  if (!end) return null;
  const start = startOfDigits(name, end);
  return end - start > mostDigits ? null : { hash: hashAround(name, start, end) };
}
function valueIn(name: string): number {
  const end = endOfDigits(name);
  let value = 0;
  for (let i = startOfDigits(name, end); i < end; i++) value = value * 10 + (name.charCodeAt(i) - 48);
  return value;
}
/** Whether two names with numbers are the same around them. */
function isKin(a: string, b: string): boolean {
  const [stopA, stopB] = [endOfDigits(a), endOfDigits(b)];
  const start = startOfDigits(a, stopA);
  return (
    start === startOfDigits(b, stopB) &&
    a.length - stopA === b.length - stopB &&
    a.startsWith(b.slice(0, start)) &&
    a.endsWith(b.slice(stopB))
  );
}
function hashAround(name: string, start: number, end: number): number {
  let hash = hashStart;
  for (let i = 0; i < start; i++) hash = mix(hash, name.charCodeAt(i));
  for (let i = end; i < name.length; i++) hash = mix(hash, name.charCodeAt(i));
  return hash;
}

interface Families {
  /** By row, in tree order: names with digits, whose they are, and the last number in them. */
  readonly names: readonly string[];
  readonly ids: Int32Array;
  /** Of what stands around the number. */
  readonly hashes: Int32Array;
  readonly values: Float64Array;
  /** Rows by family, and in it by number. */
  readonly order: Int32Array;
  /** Where each family ends in that order. */
  readonly ends: Int32Array;
}

function families(scene: Scene): Families {
  const names: string[] = [];
  const ids = new Int32Array(scene.size);
  const hashes = new Int32Array(scene.size);
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
    // Digits beyond counting are no number of a row.
    if (end - start > mostDigits) continue;
    const hash = (hashes[n] = hashAround(name, start, end));
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
    sortByValue(order.subarray(put[family], ends[family]), values, ids);
  return { names, ids, hashes, values, order, ends };
}

/** Names mostly stand in the order of their numbers already; of one number the lowest id goes first. */
function sortByValue(rows: Int32Array, values: Float64Array, ids: Int32Array): void {
  const isBefore = (a: number, b: number): boolean =>
    values[a]! < values[b]! || (values[a] === values[b] && ids[a]! < ids[b]!);
  for (let i = 1; i < rows.length; i++)
    if (isBefore(rows[i]!, rows[i - 1]!)) {
      rows.sort((a, b) => values[a]! - values[b]! || ids[a]! - ids[b]!);
      return;
    }
}
