import type { ObjectId } from '../scene/scene-object.js';

/** One line of the ledger. `context`: shown only because something below it matched. */
export interface TreeRow {
  readonly id: ObjectId;
  readonly depth: number;
  readonly hasChildren: boolean;
  readonly open: boolean;
  readonly context: boolean;
  /** Which of its siblings that are shown it is, from 1, and how many they are; both 1 without the tree. */
  readonly place?: number;
  readonly siblings?: number;
  /** The first row of a group: what its rows share, and how many they are. */
  readonly group?: { readonly label: string; readonly count: number };
}
const flags = { hasChildren: 1, open: 2, context: 4 };

/** The lines of the ledger, sixteen bytes each; a line becomes an object when it is looked at. */
export class RowList implements Iterable<TreeRow> {
  #ids = new Int32Array(256);
  /** Depth and flags. */
  #says = new Int32Array(256);
  #siblings = new Int32Array(512);
  #length = 0;
  #groups = new Map<number, { readonly label: string; readonly count: number }>();
  /** Place of each object, counted from 1; made when asked for. */
  #places: Int32Array | null = null;

  add(row: TreeRow): void {
    if (row.group) this.#groups.set(this.#length, row.group);
    const { id, depth, hasChildren, open, context, place = 1, siblings = 1 } = row;
    if (this.#length === this.#ids.length) {
      const [ids, says, of] = [this.#ids, this.#says, this.#siblings];
      this.#ids = new Int32Array(ids.length * 2);
      this.#says = new Int32Array(ids.length * 2);
      this.#ids.set(ids);
      this.#says.set(says);
      this.#siblings = new Int32Array(of.length * 2);
      this.#siblings.set(of);
    }
    this.#ids[this.#length] = id;
    this.#siblings[this.#length * 2] = place;
    this.#siblings[this.#length * 2 + 1] = siblings;
    this.#says[this.#length++] =
      depth * 8 +
      (hasChildren ? flags.hasChildren : 0) +
      (open ? flags.open : 0) +
      (context ? flags.context : 0);
  }
  get length(): number {
    return this.#length;
  }
  /** Objects in the order of the lines. */
  get ids(): Int32Array {
    return this.#ids.subarray(0, this.#length);
  }
  at(index: number): TreeRow | undefined {
    if (index < 0 || index >= this.#length) return undefined;
    const says = this.#says[index]!;
    const row: TreeRow = {
      id: this.#ids[index]!,
      depth: says >> 3,
      hasChildren: (says & flags.hasChildren) > 0,
      open: (says & flags.open) > 0,
      context: (says & flags.context) > 0,
      place: this.#siblings[index * 2]!,
      siblings: this.#siblings[index * 2 + 1]!,
    };
    const group = this.#groups.get(index);
    return group ? { ...row, group } : row;
  }
  /** Where the line of an object is; -1: it has none. */
  indexOf(id: ObjectId): number {
    if (!this.#places) {
      const { ids } = this;
      let most = 0;
      for (const one of ids) if (one > most) most = one;
      this.#places = new Int32Array(most + 1);
      ids.forEach((one, i) => (this.#places![one] = i + 1));
    }
    return (this.#places[id] ?? 0) - 1;
  }
  slice(from: number, to: number): TreeRow[] {
    const rows: TreeRow[] = [];
    for (let i = Math.max(0, from); i < Math.min(to, this.#length); i++) rows.push(this.at(i)!);
    return rows;
  }
  /** Objects whose lines are there for themselves, not for what is below them. */
  ownIds(): ObjectId[] {
    const ids: ObjectId[] = [];
    for (let i = 0; i < this.#length; i++) if (!(this.#says[i]! & flags.context)) ids.push(this.#ids[i]!);
    return ids;
  }
  *[Symbol.iterator](): Iterator<TreeRow> {
    for (let i = 0; i < this.#length; i++) yield this.at(i)!;
  }
}
