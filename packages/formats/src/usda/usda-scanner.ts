import { RenquilError } from '@renquil/core/errors';
import { usdaLimits, type UsdaLimits } from './usda-limits.js';
import { wordOf } from './usda-word-table.js';

/** Part of a layer: bytes from `start` up to, and without, `end`. */
export interface Span {
  readonly start: number;
  readonly end: number;
}
/** Of characters that a layer is made of. */
export const chars = {
  ...{
    tab: 9,
    newline: 10,
    carriage: 13,
    space: 32,
    quote: 34,
    hash: 35,
    apostrophe: 39,
    open: 40,
    close: 41,
  },
  ...{
    star: 42,
    comma: 44,
    dot: 46,
    slash: 47,
    colon: 58,
    semicolon: 59,
    less: 60,
    equals: 61,
    more: 62,
    at: 64,
  },
  ...{ openList: 91, backslash: 92, closeList: 93, underscore: 95, openBody: 123, closeBody: 125 },
} as const;

/** Letters, digits, `_`, and every byte of what is no ASCII: names may hold any letter (OpenUSD, identifiers of UTF-8). */
function isWord(c: number): boolean {
  return (
    (c >= 97 && c <= 122) ||
    (c >= 65 && c <= 90) ||
    (c >= 48 && c <= 57) ||
    c === chars.underscore ||
    c >= 128
  );
}

/** Of each byte: 1 in a word, 2 what goes on in a name of parts. */
const wordBytes = Uint8Array.from({ length: 256 }, (_, c) => (isWord(c) ? 1 : c === chars.colon ? 2 : 0));
/** Of each byte, whether it needs no look within brackets. */
const isPlain = Uint8Array.from({ length: 256 }, (_, c) =>
  isWord(c) || ' \t\r\n,;:=.+-'.includes(String.fromCharCode(c)) ? 1 : 0,
);

/** Who is told of what stands in a value: paths, with the file that each is of, and names of files, with the path behind. */
export interface ValueFound {
  readonly path?: (path: Span, asset: Span | null) => void;
  readonly asset?: (asset: Span, path: Span | null) => void;
}

/** Walks over the bytes of a layer: space and comments, words, strings, assets, paths, and values as wholes. */
export class UsdaScanner {
  at = 0;
  constructor(
    readonly bytes: Uint8Array,
    readonly file: string,
    readonly limits: UsdaLimits = usdaLimits,
  ) {}

  /** What is wrong at a place, with its line and column, both from 1. */
  fail(detail: string, at = this.at): never {
    let line = 1;
    let begins = 0;
    for (let i = 0; i < at; i++)
      if (
        this.bytes[i] === chars.newline ||
        (this.bytes[i] === chars.carriage && this.bytes[i + 1] !== chars.newline)
      ) {
        line++;
        begins = i + 1;
      }
    throw new RenquilError('usda-invalid', { file: this.file, line, column: at - begins + 1, detail });
  }
  /** The next byte; -1 at the end. */
  get next(): number {
    return this.at < this.bytes.length ? this.bytes[this.at]! : -1;
  }
  /** Space on the line, no comment. */
  blank(): void {
    while (this.next === chars.space || this.next === chars.tab) this.at++;
  }
  /** Space, new lines and comments of all three kinds. */
  space(): void {
    for (;;) {
      const c = this.next;
      if (c === chars.space || c === chars.newline || c === chars.carriage || c === chars.tab) this.at++;
      else if (c === chars.hash) this.#line();
      else if (c === chars.slash && this.bytes[this.at + 1] === chars.slash) this.#line();
      else if (c === chars.slash && this.bytes[this.at + 1] === chars.star) this.#block();
      else return;
    }
  }
  /** The same with the `;` and `,` that end statements and items. */
  between(): void {
    for (this.space(); this.next === chars.semicolon || this.next === chars.comma; this.space()) this.at++;
  }
  #line(): void {
    while (this.at < this.bytes.length && this.next !== chars.newline && this.next !== chars.carriage)
      this.at++;
  }
  #block(): void {
    const start = this.at;
    for (this.at += 2; this.at < this.bytes.length; this.at++)
      if (this.next === chars.star && this.bytes[this.at + 1] === chars.slash) return void (this.at += 2);
    this.fail('a comment is not closed', start);
  }
  /** A word at this place; empty: there is none. */
  word(): string {
    const { bytes, at: start } = this;
    let [at, hash] = [start, 0];
    for (let c = bytes[at]!; wordBytes[c] === 1; c = bytes[++at]!) hash = (Math.imul(hash, 31) + c) | 0;
    this.at = at;
    return wordOf(bytes, start, at, hash);
  }
  /** Of words with `:` between them. */
  namespaced(): string {
    const { bytes, at: start } = this;
    let [at, hash] = [start, 0];
    for (let c = bytes[at]!; wordBytes[c]! > 0; c = bytes[++at]!) hash = (Math.imul(hash, 31) + c) | 0;
    this.at = at;
    return wordOf(bytes, start, at, hash);
  }
  /** @param name of what it is missing after; the sentence is made when it is */
  expect(c: number, where: string, name = ''): void {
    this.space();
    if (this.next !== c) this.fail(`"${String.fromCharCode(c)}" is missing ${where}${name && ` "${name}"`}`);
    this.at++;
  }
  /** A quoted text of any of the four sorts, as it stands. */
  string(): Span {
    const start = this.at;
    const quote = this.next;
    if (quote !== chars.quote && quote !== chars.apostrophe) this.fail('a text in quotes is missing');
    const isLong = this.bytes[start + 1] === quote && this.bytes[start + 2] === quote;
    this.at += isLong ? 3 : 1;
    for (; this.at < this.bytes.length; this.at++) {
      const c = this.next;
      if (c === chars.backslash) this.at++;
      else if (!isLong && (c === chars.newline || c === chars.carriage)) break;
      else if (
        c === quote &&
        (!isLong || (this.bytes[this.at + 1] === quote && this.bytes[this.at + 2] === quote))
      ) {
        this.at += isLong ? 3 : 1;
        return { start, end: this.at };
      }
    }
    return this.fail('a text is not closed', start);
  }
  /** `@...@`, or `@@@...@@@` in which `\@@@` is three signs. */
  asset(): Span {
    const start = this.at;
    const isLong = this.bytes[start + 1] === chars.at && this.bytes[start + 2] === chars.at;
    for (this.at += isLong ? 3 : 1; this.at < this.bytes.length; this.at++) {
      const c = this.next;
      if (isLong && c === chars.backslash && this.bytes[this.at + 1] === chars.at) this.at += 3;
      else if (!isLong && (c === chars.newline || c === chars.carriage)) break;
      else if (
        c === chars.at &&
        (!isLong || (this.bytes[this.at + 1] === c && this.bytes[this.at + 2] === c))
      ) {
        this.at += isLong ? 3 : 1;
        // A sign before the three that end it belongs to the name.
        while (isLong && this.next === chars.at) this.at++;
        return { start, end: this.at };
      }
    }
    return this.fail('the name of an asset is not closed', start);
  }
  /** `<...>`; the span is what stands between. */
  path(): Span {
    const start = ++this.at;
    for (; this.at < this.bytes.length; this.at++) {
      const c = this.next;
      if (c === chars.more) return { start, end: this.at++ };
      if (c === chars.newline || c === chars.carriage) break;
    }
    return this.fail('a path is not closed', start - 1);
  }
  /**
   * A whole value, whatever it is. Tells of each path in it, with the name of the file that it stands behind, so that it is of
   * another layer; and of each such name.
   */
  value(found: ValueFound = {}): Span {
    const start = this.pass(found);
    return { start, end: this.at };
  }
  /** Goes over a whole value: where it begins. */
  pass(found: ValueFound): number {
    this.space();
    const { bytes, at: start } = this;
    this.#depth = 0;
    do {
      // What follows within brackets may stand on another line; after the outermost, nothing belongs to it any more.
      if (this.#depth) this.#within();
      const c = this.at < bytes.length ? bytes[this.at]! : -1;
      if (c === chars.openList || c === chars.open || c === chars.openBody) this.#enter(c);
      else if (c === chars.closeList || c === chars.close || c === chars.closeBody) this.#leave(c);
      else if (c === chars.quote || c === chars.apostrophe) this.string();
      else if (c === chars.at) this.#asset(found);
      else if (c === chars.less) {
        const path = this.path();
        found.path?.(path, null);
      } else if (this.#depth && (c === chars.equals || c === chars.colon)) this.at++;
      else this.#plain(start, this.#depth > 0);
    } while (this.#depth);
    return start;
  }
  /** Those that are open in a value, by the sign that closes each: of the one value that is gone over. */
  readonly #brackets: number[] = [];
  #depth = 0;
  /** Within brackets: over numbers and words with what stands between them, which are most of a layer, and over remarks. */
  #within(): void {
    const { bytes } = this;
    for (;;) {
      let { at } = this;
      while (isPlain[bytes[at]!] === 1) at++;
      this.at = at;
      if (this.next !== chars.hash && this.next !== chars.slash) return;
      this.space();
      if (this.at === at) return;
    }
  }
  #enter(c: number): void {
    if (this.#depth >= this.limits.nesting)
      this.fail(`brackets stand deeper in each other than ${this.limits.nesting}`);
    this.#brackets[this.#depth++] = c === chars.open ? chars.close : c + 2;
    this.at++;
  }
  #leave(c: number): void {
    if (!this.#depth || this.#brackets[--this.#depth] !== c)
      this.fail(`"${String.fromCharCode(c)}" closes nothing`);
    this.at++;
  }
  #asset(found: ValueFound): void {
    const asset = this.asset();
    // `@@` names no layer: what stands behind it is of this one.
    const named = asset.end - asset.start > 2 ? asset : null;
    const path = this.next === chars.less ? this.path() : null;
    if (named) found.asset?.(named, path);
    if (path) found.path?.(path, named);
  }
  /** A number or a word: to the next space or sign that cannot be in one. */
  #plain(start: number, inside: boolean): void {
    const from = this.at;
    for (; this.at < this.bytes.length; this.at++) {
      const c = this.bytes[this.at]!;
      if (!isWord(c) && c !== chars.dot && c !== 45 && c !== 43 && (c !== chars.colon || inside)) break;
    }
    if (this.at > from) return;
    if (this.next === -1) this.fail('the layer ends within a value', start);
    this.fail(`a value cannot begin with "${String.fromCharCode(this.next)}"`);
  }
  text({ start, end }: Span): string {
    // Asked for each word: where the text is kept is looked up once.
    const plain = (this.#kept ??= { text: plainText(this.bytes) }).text;
    return plain === null ? textOf(this.bytes, start, end) : plain.slice(start, end);
  }
  #kept: { readonly text: string | null } | null = null;
}

const decoder = new TextDecoder();
/** Layers of plain letters only as texts, in which a byte is a sign: a piece of one is had without making it letter by letter. */
const plainTexts = new WeakMap<Uint8Array, { readonly text: string | null }>();
/** Below this a text of the whole costs more than it saves. */
const leastWhole = 4096;
/** Texts have an end of their own, below this. */
const mostWhole = 2 ** 28;
function plainText(bytes: Uint8Array): string | null {
  if (bytes.length < leastWhole || bytes.length > mostWhole) return null;
  let known = plainTexts.get(bytes);
  if (!known) {
    known = { text: isPlainText(bytes) ? decoder.decode(bytes) : null };
    plainTexts.set(bytes, known);
  }
  return known.text;
}
/** Whether no byte has its highest bit set: four at a time. */
function isPlainText(bytes: Uint8Array): boolean {
  const head = Math.min(bytes.length, -bytes.byteOffset & 3);
  const words = (bytes.length - head) >> 2;
  const middle = new Uint32Array(bytes.buffer, bytes.byteOffset + head, words);
  for (let i = 0; i < words; i++) if ((middle[i]! & 0x80808080) !== 0) return false;
  for (let i = 0; i < head; i++) if (bytes[i]! > 127) return false;
  for (let i = head + words * 4; i < bytes.length; i++) if (bytes[i]! > 127) return false;
  return true;
}
/** Bytes as text. */
export function textOf(bytes: Uint8Array, start: number, end: number): string {
  const plain = plainText(bytes);
  if (plain !== null) return plain.slice(start, end);
  if (end - start > 64) return decoder.decode(bytes.subarray(start, end));
  let text = '';
  for (let i = start; i < end; i++) {
    if (bytes[i]! > 127) return decoder.decode(bytes.subarray(start, end));
    text += String.fromCharCode(bytes[i]!);
  }
  return text;
}
