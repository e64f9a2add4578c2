import type { ObjectId } from '../scene/scene-object.js';

/** Which checks found something of which object, a bit each: a million objects with findings take a few megabytes. */
export class FindingBitset {
  readonly #words: number;
  #bits: Uint32Array;

  /** @param checks how many there are; @param objects one more than the highest id so far */
  constructor(checks: number, objects: number) {
    this.#words = Math.max(1, Math.ceil(checks / 32));
    this.#bits = new Uint32Array(objects * this.#words);
  }
  has(id: ObjectId, check: number): boolean {
    return ((this.#bits[this.#at(id, check)] ?? 0) & (1 << (check & 31))) !== 0;
  }
  any(id: ObjectId): boolean {
    for (let i = id * this.#words; i < (id + 1) * this.#words; i++) if (this.#bits[i]) return true;
    return false;
  }
  put(id: ObjectId, check: number): void {
    const at = this.#at(id, check);
    if (at >= this.#bits.length) this.#grow(id);
    this.#bits[at]! |= 1 << (check & 31);
  }
  drop(id: ObjectId, check: number): void {
    const at = this.#at(id, check);
    if (at < this.#bits.length) this.#bits[at]! &= ~(1 << (check & 31));
  }
  dropAll(id: ObjectId): void {
    this.#bits.fill(0, id * this.#words, (id + 1) * this.#words);
  }
  copy(): FindingBitset {
    const copy = new FindingBitset(this.#words * 32, 0);
    copy.#bits = this.#bits.slice();
    return copy;
  }
  /** How many findings there are. */
  count(): number {
    let n = 0;
    for (let word of this.#bits) for (; word; word &= word - 1) n++;
    return n;
  }
  /** Objects of which something is found, by id. */
  *objects(): Generator<ObjectId> {
    const objects = this.#bits.length / this.#words;
    for (let id = 0; id < objects; id++) if (this.any(id)) yield id;
  }
  /** Objects of which one check found something: a look at one word for each object, however much is found. */
  having(check: number): ObjectId[] {
    const found: ObjectId[] = [];
    const mask = 1 << (check & 31);
    for (let at = check >>> 5, id = 0; at < this.#bits.length; at += this.#words, id++)
      if (this.#bits[at]! & mask) found.push(id);
    return found;
  }
  #at(id: ObjectId, check: number): number {
    return id * this.#words + (check >>> 5);
  }
  /** New objects come one after another: room for half as many more. */
  #grow(id: ObjectId): void {
    const bits = new Uint32Array(Math.ceil((id + 1) * 1.5) * this.#words);
    bits.set(this.#bits);
    this.#bits = bits;
  }
}
