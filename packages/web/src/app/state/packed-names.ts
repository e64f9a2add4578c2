import type { ObjectId } from '@renquil/core/scene';

/** Names by object as a few flat pieces, which go from a worker to the page at once: a map of 100,000 would stop it. */
export interface PackedNames {
  readonly ids: Int32Array<ArrayBuffer>;
  /** Where each name ends in the text. */
  readonly ends: Int32Array<ArrayBuffer>;
  readonly text: string;
}

/** Names by object in arrays, for another thread. */
export function packNames(names: ReadonlyMap<ObjectId, string>): PackedNames {
  const ids = new Int32Array(names.size);
  const ends = new Int32Array(names.size);
  let [at, end] = [0, 0];
  for (const [id, name] of names) {
    ids[at] = id;
    ends[at++] = end += name.length;
  }
  return { ids, ends, text: [...names.values()].join('') };
}

/** For each id its place in a list, from 1; 0: it is not in it. */
export function placesOf(ids: Int32Array): Int32Array {
  let most = 0;
  for (let at = 0; at < ids.length; at++) if (ids[at]! > most) most = ids[at]!;
  const places = new Int32Array(most + 1);
  for (let at = 0; at < ids.length; at++) places[ids[at]!] = at + 1;
  return places;
}

/** Packed names as the map that they were; each name is cut out when it is asked for. */
export class NamesById implements ReadonlyMap<ObjectId, string> {
  readonly #places: Int32Array;
  constructor(readonly packed: PackedNames) {
    this.#places = placesOf(packed.ids);
  }
  get size(): number {
    return this.packed.ids.length;
  }
  has(id: ObjectId): boolean {
    return !!this.#places[id];
  }
  get(id: ObjectId): string | undefined {
    const at = this.#places[id];
    return at ? this.#nameAt(at - 1) : undefined;
  }
  *entries(): MapIterator<[ObjectId, string]> {
    for (let at = 0; at < this.size; at++) yield [this.packed.ids[at]!, this.#nameAt(at)];
  }
  *keys(): MapIterator<ObjectId> {
    yield* this.packed.ids;
  }
  *values(): MapIterator<string> {
    for (let at = 0; at < this.size; at++) yield this.#nameAt(at);
  }
  [Symbol.iterator](): MapIterator<[ObjectId, string]> {
    return this.entries();
  }
  forEach(each: (name: string, id: ObjectId, names: ReadonlyMap<ObjectId, string>) => void): void {
    for (const [id, name] of this) each(name, id, this);
  }
  #nameAt(at: number): string {
    const { ends, text } = this.packed;
    return text.slice(at ? ends[at - 1] : 0, ends[at]);
  }
}
