/** Texts one after the other, and where each ends. */
export interface PackedTexts {
  readonly text: string;
  readonly ends: Int32Array<ArrayBuffer>;
}
/** Texts as one, with where each ends. */
export function packTexts(texts: readonly string[]): PackedTexts {
  const ends = new Int32Array(texts.length);
  let end = 0;
  texts.forEach((text, i) => (ends[i] = end += text.length));
  return { text: texts.join(''), ends };
}
/** The text at an index. */
export function textAt({ text, ends }: PackedTexts, i: number): string {
  return text.slice(i ? ends[i - 1] : 0, ends[i]);
}

/** Few different values, and which of them each row has, counted from 1; 0: none. */
export interface Chosen<T> {
  readonly values: readonly T[];
  readonly at: Int32Array<ArrayBuffer>;
}
/** Values told by number, each kept once. */
export class Chooser<T> {
  readonly #places = new Map<string, number>();
  readonly #values: T[] = [];
  readonly #at: Int32Array<ArrayBuffer>;
  constructor(rows: number) {
    this.#at = new Int32Array(rows);
  }
  put(row: number, key: string, value: T): void {
    let place = this.#places.get(key);
    if (place === undefined) this.#places.set(key, (place = this.#values.push(value)));
    this.#at[row] = place;
  }
  get made(): Chosen<T> {
    return { values: this.#values, at: this.#at };
  }
}
