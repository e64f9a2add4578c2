import { Chooser, packTexts, textAt, type Chosen, type PackedTexts } from '../scene/packed-texts.js';
import type { ObjectId } from '../scene/scene-object.js';
import { type Finding } from './check.js';
import { severities, type Severity } from './severity.js';

/** What findings have in common: all but the object and the sentence. */
type Sort = Omit<Finding, 'object' | 'because'>;

/**
 * Findings as a few flat pieces, by ascending object: they go from thread to thread at once, and take a fraction of the room of
 * as many objects. `asked` are the objects that were looked at: one without a finding has none.
 */
export interface PackedFindings {
  readonly asked: Int32Array<ArrayBuffer>;
  readonly objects: Int32Array<ArrayBuffer>;
  readonly sorts: Chosen<Sort>;
  readonly because: PackedTexts;
}

/** @param rows what was found of each object, in any order */
export function packFindings(rows: Iterable<readonly [ObjectId, readonly Finding[]]>): PackedFindings {
  const sorted = [...rows].sort((a, b) => a[0] - b[0]);
  const all = sorted.flatMap(([, findings]) => findings);
  const sorts = new Chooser<Sort>(all.length);
  const objects = new Int32Array(all.length);
  const because: string[] = [];
  all.forEach(({ object, because: why, ...sort }, i) => {
    objects[i] = object;
    because.push(why);
    sorts.put(
      i,
      `${sort.check}\n${sort.severity}\n${sort.messageId}\n${sort.slot}\n${sort.fixable}\n${sort.message}`,
      sort,
    );
  });
  const asked = Int32Array.from(sorted, ([id]) => id);
  return { asked, objects, sorts: sorts.made, because: packTexts(because) };
}
/** What can be handed to another thread without being copied. */
export function findingBuffers({ asked, objects, sorts, because }: PackedFindings): ArrayBuffer[] {
  return [asked.buffer, objects.buffer, sorts.at.buffer, because.ends.buffer];
}

/** Packed findings as they are asked for: one becomes an object when it is looked at. */
class FindingTable {
  #starts: Int32Array | null = null;
  constructor(readonly packed: PackedFindings) {}
  get length(): number {
    return this.packed.objects.length;
  }
  sortAt(at: number): Sort {
    return this.packed.sorts.values[this.packed.sorts.at[at]! - 1]!;
  }
  at(at: number): Finding {
    return { ...this.sortAt(at), object: this.packed.objects[at]!, because: textAt(this.packed.because, at) };
  }
  /** Where an object's findings begin and end. */
  rangeOf(id: ObjectId): readonly [number, number] {
    const { objects } = this.packed;
    const from = this.#startOf(id);
    let end = from;
    while (objects[end] === id) end++;
    return [from, end];
  }
  #startOf(id: ObjectId): number {
    const { objects } = this.packed;
    if (objects.length < indexFrom) {
      let [low, high] = [0, objects.length];
      while (low < high) {
        const middle = (low + high) >> 1;
        if (objects[middle]! < id) low = middle + 1;
        else high = middle;
      }
      return low;
    }
    // Of many, all are asked for again and again: a place for each id.
    if (!this.#starts) {
      this.#starts = new Int32Array(objects.at(-1)! + 1).fill(objects.length);
      for (let at = objects.length - 1; at >= 0; at--) this.#starts[objects[at]!] = at;
    }
    return this.#starts[id] ?? objects.length;
  }
}
const indexFrom = 1000;

/** All findings of a scene, as they came: the whole, then what was looked at again. */
export class FoundFindings {
  #tables: FindingTable[] = [];
  /** Which table knows of an object, counted from 1; 0: the first. */
  #newest = new Int32Array(0);

  take(packed: PackedFindings, whole: boolean): void {
    const table = new FindingTable(packed);
    if (whole) {
      this.#tables = [table];
      this.#newest = new Int32Array(0);
      return;
    }
    if (!this.#tables.length) this.#tables.push(new FindingTable(packFindings([])));
    const place = this.#tables.push(table);
    const most = packed.asked.at(-1) ?? 0;
    if (most >= this.#newest.length) {
      const grown = new Int32Array(Math.ceil((most + 1) * 1.5));
      grown.set(this.#newest);
      this.#newest = grown;
    }
    for (const id of packed.asked) this.#newest[id] = place;
    if (place > mostTables) this.#merge();
  }
  of(id: ObjectId): readonly Finding[] {
    const found = this.placeOf(id);
    if (!found) return none;
    const { table, from, to } = found;
    return Array.from({ length: to - from }, (_, i) => table.at(from + i));
  }
  /** Whether something is found of an object that `is` so; no sentence is made. */
  some(id: ObjectId, is: (sort: Sort) => boolean): boolean {
    const found = this.placeOf(id);
    if (!found) return false;
    for (let at = found.from; at < found.to; at++) if (is(found.table.sortAt(at))) return true;
    return false;
  }
  /** The table that knows of an object, and its stretch there; null: nothing is found. */
  placeOf(id: ObjectId): { readonly table: FindingTable; readonly from: number; readonly to: number } | null {
    const table = this.#tables[Math.max(0, (this.#newest[id] ?? 0) - 1)];
    if (!table) return null;
    const [from, to] = table.rangeOf(id);
    return from < to ? { table, from, to } : null;
  }
  /** Many small tables become one; large ones are left as they are. */
  #merge(): void {
    const [first, ...rest] = this.#tables;
    const large = rest.filter((table) => table.packed.asked.length > largeTable);
    const kept = new Map([first!, ...large].map((table, i) => [table, i + 1] as const));
    const ids: ObjectId[] = [];
    this.#newest.forEach((place, id) => {
      if (place && !kept.has(this.#tables[place - 1]!)) ids.push(id);
    });
    const merged = packFindings(ids.map((id) => [id, this.of(id)] as const));
    const places = this.#tables.map((table) => kept.get(table) ?? kept.size + 1);
    this.#newest.forEach((place, id) => {
      if (place) this.#newest[id] = places[place - 1]!;
    });
    this.#tables = [first!, ...large, new FindingTable(merged)];
  }
}
const mostTables = 64;
const largeTable = 20_000;
const none: readonly Finding[] = [];

/** Findings in some order, a few numbers each: what lists and counts are made of. */
export class FindingColumns {
  readonly #sorts: Sort[] = [];
  readonly #known = new Map<Sort, number>();
  objects = new Int32Array(256);
  sorts = new Int32Array(256);
  length = 0;
  add(object: ObjectId, sort: Sort): void {
    let place = this.#known.get(sort);
    if (place === undefined) this.#known.set(sort, (place = this.#sorts.push(sort) - 1));
    if (this.length === this.objects.length) {
      const [objects, sorts] = [this.objects, this.sorts];
      this.objects = new Int32Array(objects.length * 2);
      this.sorts = new Int32Array(sorts.length * 2);
      this.objects.set(objects);
      this.sorts.set(sorts);
    }
    this.objects[this.length] = object;
    this.sorts[this.length++] = place;
  }
  sortAt(at: number): Sort {
    return this.#sorts[this.sorts[at]!]!;
  }
  severityAt(at: number): Severity {
    return this.sortAt(at).severity;
  }
}
/** 0 for the worst; for sorting. */
export const severityRank: Readonly<Record<Severity, number>> = Object.fromEntries(
  severities.map((one, i) => [one, i]),
) as Record<Severity, number>;
