import { repOf, type ValueRep } from './value-rep.js';

/** All fields of a crate file: the name of each, and its value as 64 bits, little end first. */
export interface FieldTable {
  readonly names: readonly string[];
  readonly values: DataView;
  /** Numbers of fields, set after set. */
  readonly sets: Int32Array;
}
/** Fields that are looked through one after another, at most. */
const few = 16;
const nothing: readonly (readonly [string, ValueRep])[] = Object.freeze([]);

/**
 * What is said of a path: a few of the fields of a file. A file may have millions of these sets, so that nothing is made for
 * what stands in one until it is asked.
 */
export class CrateFields {
  /** @param from where its numbers of fields begin in the table, and end */
  constructor(
    readonly table: FieldTable,
    readonly from: number,
    readonly to: number,
  ) {}
  /** What counts of a name; undefined: it is not said. */
  get(name: string): ValueRep | undefined {
    if (this.to - this.from > few) return this.#all.get(name);
    const { names, sets } = this.table;
    for (let i = this.to - 1; i >= this.from; i--) {
      if (names[sets[i]!] !== name) continue;
      const rep = this.#at(i);
      // What its writer had no type for is nothing.
      if (rep.type) return rep;
    }
    return undefined;
  }
  /** All but some, in their order. */
  without(some: ReadonlySet<string>): readonly (readonly [string, ValueRep])[] {
    const { names, sets } = this.table;
    for (let i = this.from; i < this.to; i++)
      if (!some.has(names[sets[i]!]!)) return [...this.#all].filter(([name]) => !some.has(name));
    return nothing;
  }
  /** By name, once each. One look for each of many names would be the square of them. */
  get #all(): ReadonlyMap<string, ValueRep> {
    if (this.#known) return this.#known;
    const { names, sets } = this.table;
    const found = new Map<string, ValueRep>();
    for (let i = this.from; i < this.to; i++) {
      const rep = this.#at(i);
      if (rep.type) found.set(names[sets[i]!]!, rep);
    }
    if (this.to - this.from > few) this.#known = found;
    return found;
  }
  #known: ReadonlyMap<string, ValueRep> | null = null;
  #at(i: number): ValueRep {
    const { sets, values } = this.table;
    const at = sets[i]! * 8;
    return repOf(values.getUint32(at, true), values.getUint32(at + 4, true));
  }
}
