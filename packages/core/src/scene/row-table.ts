/**
 * Rows found by a hash that the caller works out and a comparison it makes: open addressing over one flat array, so
 * that a million rows cost no object each.
 */
export class RowTable {
  readonly #rows: Int32Array;
  readonly #mask: number;
  /** @param most how many different rows will be put in at most */
  constructor(most: number) {
    let size = 16;
    while (size < most * 2) size *= 2;
    this.#rows = new Int32Array(size).fill(-1);
    this.#mask = size - 1;
  }
  /** The row that is the same; -1: none has been put in. */
  find(hash: number, isSame: (row: number) => boolean): number {
    for (let at = spread(hash) & this.#mask; ; at = (at + 1) & this.#mask) {
      const row = this.#rows[at]!;
      if (row < 0 || isSame(row)) return row;
    }
  }
  /** The row that is the same; when there is none, this one is put in. */
  claim(hash: number, row: number, isSame: (row: number) => boolean): number {
    for (let at = spread(hash) & this.#mask; ; at = (at + 1) & this.#mask) {
      const held = this.#rows[at]!;
      if (held < 0) return (this.#rows[at] = row);
      if (isSame(held)) return held;
    }
  }
}

const spread = (hash: number): number => Math.imul(hash ^ (hash >>> 15), 0x2c1b3c6d);

/** One more number into a hash (FNV-1a over 32 bits, public domain). */
export const mix = (hash: number, value: number): number => Math.imul(hash ^ value, 0x01000193);
/** What a hash begins with. */
export const hashStart = 0x811c9dc5 | 0;
