import { mostObjectId } from './most-object-id.js';
import type { ObjectId } from './scene-object.js';

/** Objects by a hash that the caller works out, put in and taken out one by one: three flat arrays, no object for any. */
export class IdChains {
  readonly #heads: Int32Array;
  #next: Int32Array;
  #hashes: Int32Array;
  readonly #mask: number;
  /** @param end most ids are below it; ids begin at 1 */
  constructor(end: number) {
    let size = 16;
    while (size < end) size *= 2;
    this.#mask = size - 1;
    this.#heads = new Int32Array(size);
    this.#next = new Int32Array(end).fill(-1);
    this.#hashes = new Int32Array(end);
  }
  put(id: ObjectId, hash: number): void {
    // One far from all others stands outside of any counting: it is not kept.
    if (id > mostObjectId) return;
    if (id >= this.#next.length) this.#grow(id + 1);
    const at = this.#place(hash);
    this.#next[id] = this.#heads[at]!;
    this.#heads[at] = id;
    this.#hashes[id] = hash;
  }
  /** @returns the hash it was put in by; null: it was not. */
  drop(id: ObjectId): number | null {
    if (!(this.#next[id]! >= 0)) return null;
    const hash = this.#hashes[id]!;
    const at = this.#place(hash);
    if (this.#heads[at] === id) this.#heads[at] = this.#next[id]!;
    else {
      let before = this.#heads[at]!;
      while (this.#next[before] !== id) before = this.#next[before]!;
      this.#next[before] = this.#next[id]!;
    }
    this.#next[id] = -1;
    return hash;
  }
  /** Those that were put in by a hash; others may share it by chance only where the caller's hash does. */
  of(hash: number): ObjectId[] {
    const found: ObjectId[] = [];
    for (let id = this.#heads[this.#place(hash)]!; id > 0; id = this.#next[id]!)
      if (this.#hashes[id] === (hash | 0)) found.push(id);
    return found;
  }
  #grow(end: number): void {
    const size = Math.max(end, Math.ceil(this.#next.length * 1.25));
    const [next, hashes] = [new Int32Array(size).fill(-1), new Int32Array(size)];
    next.set(this.#next);
    hashes.set(this.#hashes);
    [this.#next, this.#hashes] = [next, hashes];
  }
  #place(hash: number): number {
    return Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d) & this.#mask;
  }
}
