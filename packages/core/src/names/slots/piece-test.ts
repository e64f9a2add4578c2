import type { CompiledSlot } from './compiled-convention.js';
import type { PatternPart, WordCase } from './convention.js';

/** Kinds of ASCII characters as bits: small letter, capital, digit. */
const [small, capital, digit] = [1, 2, 4] as const;
const bits = Uint8Array.from({ length: 128 }, (_, code) => {
  if (code >= 97 && code <= 122) return small;
  if (code >= 65 && code <= 90) return capital;
  return code >= 48 && code <= 57 ? digit : 0;
});
function bitsAt(text: string, at: number): number {
  const code = text.charCodeAt(at);
  return code < 128 ? bits[code]! : 0;
}

/** What a word of each case begins with, and goes on with. */
const cases: Readonly<Record<WordCase, readonly [first: number, rest: number]>> = {
  camel: [small, small | capital | digit],
  lower: [small, small | digit],
  upper: [capital, capital | digit],
  any: [small | capital, small | capital | digit],
};

/** Lists longer than this are asked as a set. */
const few = 12;

/** Whether a stretch of a name may stand in a slot exactly as it is: asked millions of times, so no text is cut for it. */
export class PieceTest {
  readonly #words: ReadonlySet<string> | null;
  /** Words by how long they are. */
  readonly #byLength: string[][] = [];
  readonly #digits: number;
  readonly #first: number;
  readonly #rest: number;

  constructor({ words, rule }: CompiledSlot, { only }: PatternPart) {
    this.#words = only ? new Set(only) : words.size ? words : null;
    for (const word of this.#words ?? []) {
      while (this.#byLength.length <= word.length) this.#byLength.push([]);
      this.#byLength[word.length]!.push(word);
    }
    this.#digits = rule.digits ?? -1;
    [this.#first, this.#rest] = cases[rule.case ?? 'any'];
  }
  accepts(name: string, start: number, end: number): boolean {
    if (this.#words) {
      if (end - start >= this.#byLength.length) return false;
      const alike = this.#byLength[end - start]!;
      if (alike.length > few) return this.#words.has(name.slice(start, end));
      for (let i = 0; i < alike.length; i++) if (isThere(alike[i]!, name, start)) return true;
      return false;
    }
    if (end === start) return false;
    if (this.#digits >= 0) return end - start === this.#digits && isAll(digit, name, start, end);
    return (bitsAt(name, start) & this.#first) !== 0 && isAll(this.#rest, name, start + 1, end);
  }
}

function isThere(word: string, name: string, start: number): boolean {
  for (let i = 0; i < word.length; i++) if (word.charCodeAt(i) !== name.charCodeAt(start + i)) return false;
  return true;
}
function isAll(allowed: number, name: string, start: number, end: number): boolean {
  for (let at = start; at < end; at++) if (!(bitsAt(name, at) & allowed)) return false;
  return true;
}
