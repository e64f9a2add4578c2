import { joinBytes } from '../join-bytes.js';
import { skipBlank } from './usda-lines.js';
import { chars, UsdaScanner, type Span } from './usda-scanner.js';

/** Other bytes in place of some. */
export interface BytePatch extends Span {
  readonly put: string;
}
/** A text to be put in before a byte, made when all else is known. */
export interface Insertion {
  readonly at: number;
  readonly make: () => Uint8Array;
}
/** What stands between two bytes: a text, or bytes that are made when all else is known. */
interface Piece {
  readonly at: number;
  readonly end: number;
  readonly make: string | Insertion['make'];
}
const mostKept = 10_000;
const encoder = new TextEncoder();
const newline = chars.newline;

/** A layer with patches, pieces that are cut out, and pieces that are put in; pieces may be of the layer itself, from elsewhere. */
export class LayerText {
  readonly #patches: BytePatch[] = [];
  readonly #cuts: Span[] = [];
  readonly #insertions: Insertion[] = [];
  #inOrder: Piece[] | null = null;
  constructor(readonly bytes: Uint8Array) {}

  patch(patches: readonly BytePatch[]): void {
    for (const one of patches) this.#patches.push(one);
  }
  cut(span: Span): void {
    this.#cuts.push(span);
  }
  insert(at: number, make: Insertion['make']): void {
    this.#insertions.push({ at, make });
  }
  /** The bytes from one place to another as they are now. A cut that holds all of it does not count: it is what is read. */
  render(start: number, end: number): Uint8Array {
    const all = (this.#inOrder ??= this.#sorted());
    const pieces: Uint8Array[] = [];
    let from = Math.max(0, start);
    for (let i = firstFrom(all, start); i < all.length && all[i]!.at <= end; i++) {
      const { at, end: to, make } = all[i]!;
      // Within a piece that was cut; or about what stands at an end of it, and so of what is around.
      if (at < from || to > end || (at === start && to >= end) || (to === at && (at === start || at === end)))
        continue;
      pieces.push(this.bytes.subarray(from, at), typeof make === 'string' ? this.#encoded(make) : make());
      from = to;
    }
    pieces.push(this.bytes.subarray(from, end));
    return joinBytes(pieces);
  }
  whole(): Uint8Array {
    if (!this.#patches.length && !this.#cuts.length && !this.#insertions.length) return this.bytes;
    return this.render(-1, this.bytes.length + 1);
  }
  /** A path that many prims say is made bytes once. */
  #encoded(text: string): Uint8Array {
    let known = this.#known.get(text);
    if (!known) {
      known = encoder.encode(text);
      if (this.#known.size < mostKept) this.#known.set(text, known);
    }
    return known;
  }
  readonly #known = new Map<string, Uint8Array>();
  #sorted(): Piece[] {
    const all: (Piece & { readonly order: number })[] = [
      ...this.#insertions.map(({ at, make }, order) => ({ at, end: at, make, order })),
      ...this.#cuts.map(({ start, end }, order) => ({ at: start, end, make: '', order })),
      ...this.#patches.map(({ start, end, put }, order) => ({ at: start, end, make: put, order })),
    ];
    // What is put in before a byte comes before what is done to that byte; a longer cut before what it holds.
    return all.sort(
      (a, b) =>
        a.at - b.at || Number(a.end > a.at) - Number(b.end > b.at) || b.end - a.end || a.order - b.order,
    );
  }
}

function firstFrom(all: readonly { readonly at: number }[], start: number): number {
  let [low, high] = [0, all.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (all[middle]!.at < start) low = middle + 1;
    else high = middle;
  }
  return low;
}
/** The space that the line of a byte begins with. */
export function indentAt(bytes: Uint8Array, at: number): string {
  const start = lineStart(bytes, at);
  let end = start;
  while (bytes[end] === chars.space || bytes[end] === chars.tab) end++;
  return String.fromCharCode(...bytes.subarray(start, Math.min(end, start + mostIndent)));
}
/** How far back the beginning of a line is looked for: a layer may be one line of a gigabyte. */
const mostIndent = 4096;
/** Where the line of a byte begins; the byte itself, when that is further away than any indentation. */
export function lineStart(bytes: Uint8Array, at: number): number {
  for (let start = at; start >= Math.max(0, at - mostIndent); start--)
    if (start === 0 || bytes[start - 1] === newline || bytes[start - 1] === chars.carriage) return start;
  return at;
}
/** What a block takes with it when it goes: its lines, where nothing else stands on them. */
export function wholeLines(bytes: Uint8Array, { start, end }: Span): Span {
  const first = lineStart(bytes, start);
  let last = end;
  while (bytes[last] === chars.space || bytes[last] === chars.tab) last++;
  const isFirst = first === 0 || bytes[first - 1] === newline || bytes[first - 1] === chars.carriage;
  const isAlone = isFirst && bytes.subarray(first, start).every((c) => c === chars.space || c === chars.tab);
  if (!isAlone || !(bytes[last] === newline || bytes[last] === chars.carriage || last >= bytes.length))
    return { start, end };
  if (bytes[last] === chars.carriage) last++;
  if (bytes[last] === newline) last++;
  return { start: first, end: last };
}
/** A block with its lines moved in or out: `was` at the beginning of a line becomes `now`. Lines within a text stay. */
export function indented(block: Uint8Array, was: string, now: string, file: string): Uint8Array {
  if (was === now) return block;
  const [before, after] = [encoder.encode(was), encoder.encode(now)];
  const scan = new UsdaScanner(block, file);
  const pieces: Uint8Array[] = [];
  let from = 0;
  while (scan.at < block.length) {
    const c = scan.next;
    if (c === chars.quote || c === chars.apostrophe) scan.string();
    else if (c === chars.at) scan.asset();
    else if (c === chars.hash) while (scan.at < block.length && scan.next !== newline) scan.at++;
    else {
      scan.at++;
      if (c !== newline || !before.every((one, i) => block[scan.at + i] === one)) continue;
      const line = scan.at + before.length;
      if (block[line] === newline || block[line] === chars.carriage) continue;
      pieces.push(block.subarray(from, scan.at), after);
      from = scan.at = line;
    }
  }
  pieces.push(block.subarray(from));
  return joinBytes(pieces);
}
/** With the `;` that ends a statement. */
export function withSign(bytes: Uint8Array, { start, end }: Span): Span {
  const at = skipBlank(bytes, end);
  return { start, end: bytes[at] === chars.semicolon ? at + 1 : end };
}
