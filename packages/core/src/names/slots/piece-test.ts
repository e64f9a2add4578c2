import type { CompiledSlot } from './compiled-slot.js';
import type { PatternPart, WordCase } from './convention.js';
import { mostWords } from './slot-words.js';

/** Kinds of ASCII characters as bits: small letter, capital, digit. */
export const characterBits = { small: 1, capital: 2, digit: 4 } as const;
const { small, capital, digit } = characterBits;
const bits = Uint8Array.from({ length: 128 }, (_, code) => {
  if (code >= 97 && code <= 122) return small;
  if (code >= 65 && code <= 90) return capital;
  return code >= 48 && code <= 57 ? digit : 0;
});
/** The kind of the character at an index, as bits; 0 for anything that is no letter or digit of ASCII. */
export function bitsAt(text: string, at: number): number {
  const code = text.charCodeAt(at);
  return code < 128 ? bits[code]! : 0;
}

/** What a word of each case begins with, and goes on with. */
const cases: Readonly<Record<WordCase, readonly [first: number, rest: number]>> = {
  camel: [small, small | capital | digit],
  pascal: [capital, small | capital | digit],
  lower: [small, small | digit],
  upper: [capital, capital | digit],
  any: [small | capital, small | capital | digit],
};

/** Words of capitals are names in short, up to so many. */
export const shouted = 3;
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
  readonly #isPascal: boolean;
  readonly #letters: number;
  /** What the digits have before them. */
  readonly prefix: string;
  readonly #atLeast: boolean;
  /** What stands between several words; null: there is one. */
  readonly joint: string | null;
  readonly most: number;

  constructor({ words, rule }: CompiledSlot, { only }: PatternPart) {
    this.#words = only ? new Set(only) : words.size ? words : null;
    for (const word of this.#words ?? []) {
      while (this.#byLength.length <= word.length) this.#byLength.push([]);
      this.#byLength[word.length]!.push(word);
    }
    this.#digits = rule.digits ?? -1;
    this.#atLeast = rule.atLeast === true;
    this.prefix = rule.prefix ?? '';
    this.#letters = rule.letters === undefined ? 0 : rule.letters === 'lower' ? small : capital;
    this.#isPascal = rule.case === 'pascal';
    [this.#first, this.#rest] = cases[rule.case ?? 'any'];
    this.joint = rule.joint ?? null;
    this.most = rule.most ?? mostWords;
  }
  /** What it takes: words of a list, letters that count, digits, or words that nothing lists. */
  get takes(): 'list' | 'letters' | 'digits' | 'word' {
    if (this.#words) return this.joint === null ? 'list' : 'word';
    return this.#letters ? 'letters' : this.#digits >= 0 ? 'digits' : 'word';
  }
  /** The longest word of the list that is shorter than so many characters and stands there; -1: none. */
  endOfListed(name: string, start: number, below: number): number {
    for (let length = Math.min(this.#byLength.length, below) - 1; length > 0; length--)
      for (const word of this.#byLength[length]!) if (isThere(word, name, start)) return start + length;
    return -1;
  }
  accepts(name: string, start: number, end: number): boolean {
    if (this.#words && this.joint === null) return this.#isListed(name, start, end);
    if (end === start) return false;
    if (this.#letters) return end - start <= 2 && isAll(this.#letters, name, start, end);
    if (this.#digits >= 0) return this.#isNumber(name, start, end);
    if (this.joint === null) return this.isWord(name, start, end);
    return this.#areWords(name, start, end);
  }
  /** One word of several, or of none that is listed in its case. */
  isWord(name: string, start: number, end: number): boolean {
    if (this.#words) return this.#isListed(name, start, end);
    return (
      end > start &&
      (bitsAt(name, start) & this.#first) !== 0 &&
      isAll(this.#rest, name, start + 1, end) &&
      // Capitals all through are no word with humps, but for the short ones that stand for a name.
      !(this.#isPascal && end - start > shouted && isAll(capital | digit, name, start, end))
    );
  }
  #areWords(name: string, start: number, end: number): boolean {
    const joint = this.joint!;
    for (let words = 1; words <= this.most; words++) {
      const found = joint ? name.indexOf(joint, start) : -1;
      const stop = found < 0 || found >= end ? end : found;
      if (!this.isWord(name, start, stop)) return false;
      if (stop === end) return true;
      start = stop + joint.length;
    }
    return false;
  }
  #isListed(name: string, start: number, end: number): boolean {
    if (end - start >= this.#byLength.length) return false;
    const alike = this.#byLength[end - start]!;
    if (alike.length > few) return this.#words!.has(name.slice(start, end));
    for (let i = 0; i < alike.length; i++) if (isThere(alike[i]!, name, start)) return true;
    return false;
  }
  #isNumber(name: string, start: number, end: number): boolean {
    if (this.prefix) {
      if (!name.startsWith(this.prefix, start)) return false;
      start += this.prefix.length;
    }
    if (!isAll(digit, name, start, end)) return false;
    const width = end - start;
    if (width === this.#digits) return true;
    // Wider numbers carry no zeros before them: those would make two texts of one number.
    return this.#atLeast && width > this.#digits && name.charCodeAt(start) !== 48;
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
