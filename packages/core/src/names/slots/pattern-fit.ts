import type { CompiledSlot } from './compiled-slot.js';
import type { PatternPart } from './convention.js';
import { bitsAt, characterBits, PieceTest, shouted } from './piece-test.js';

/** What a pattern is laid over names by: what stands between its slots where they say nothing else. */
export interface Signs {
  readonly separator: string;
  /** Capitals part the slots. */
  readonly humps?: 'camel' | 'pascal';
}
/** A part of a pattern with what laying it asks again and again. */
export interface FitPart {
  readonly part: PatternPart;
  readonly slot: CompiledSlot;
  readonly test: PieceTest;
  readonly optional: boolean;
  /** What stands before it when something does. */
  readonly sign: string;
  /** Whether a number may be glued right behind it: then it does not end in a digit itself. */
  readonly tight: boolean;
  /** Whether words may be glued right behind it: then it may end within a run of letters. */
  readonly open: boolean;
  /** Words that other slots of the pattern list, in small letters: they are none of several here. */
  readonly others: ReadonlySet<string>;
  /** What the numbers of other slots have before them, likewise. */
  readonly prefixes: readonly string[];
}
/** A stretch between separators. */
export interface Piece {
  readonly start: number;
  readonly end: number;
}
/** For every part of a pattern where its slot starts and ends in a name; -1, -1: it is left out. */
export type SlotPlaces = readonly number[];

const { capital, digit, small } = characterBits;
/** Bytes that a pattern keeps from name to name. */
const mostKept = 1 << 16;
const isUpperAll = (name: string, start: number, end: number): boolean => {
  for (let at = start; at < end; at++) if (!(bitsAt(name, at) & capital)) return false;
  return true;
};
const isDigitAt = (name: string, at: number): boolean => (bitsAt(name, at) & digit) !== 0;

/**
 * Lays a pattern over names, left to right: a filled optional slot before a skipped one, a longer listed word before a
 * shorter, fewer free words before more. Parts and places that lead nowhere are remembered, and a slot ends at a few places
 * only, so the time is linear in the name.
 */
export class PatternFit {
  readonly parts: readonly FitPart[];
  /** Pairs of part and place from which nothing can be laid. */
  #dead = new Uint8Array(256);
  #name = '';
  #from = 0;
  #end = 0;
  #places: number[] = [];
  /** A part that must stand at just this piece, whatever stands there; -1: none. */
  #forced = -1;
  #forcedPiece: Piece = { start: 0, end: 0 };

  constructor(
    parts: readonly PatternPart[],
    slots: ReadonlyMap<string, CompiledSlot>,
    readonly signs: Signs,
  ) {
    const known = parts.map((part) => slots.get(part.slot)!);
    this.parts = parts.map((part, i) => ({
      part,
      slot: known[i]!,
      test: new PieceTest(known[i]!, part),
      optional: part.optional === true,
      sign: part.glued || signs.humps ? '' : (part.after ?? signs.separator),
      ...followers(parts, known, i, signs),
      others: new Set(
        known.flatMap((slot, k) => (k === i ? [] : [...slot.words].map((word) => word.toLowerCase()))),
      ),
      prefixes: known.flatMap(({ rule }, k) => (k === i || !rule.prefix ? [] : [rule.prefix])),
    }));
  }
  /** Where the slots of a name stand, read from a place on; null: it does not fit. */
  fit(name: string, from = 0): SlotPlaces | null {
    this.#forced = -1;
    return this.#layAll(name, from);
  }
  /** The same with one part at just a piece of the name, whatever stands there. */
  fitWith(name: string, from: number, part: number, piece: Piece): SlotPlaces | null {
    this.#forced = part;
    this.#forcedPiece = piece;
    return this.#layAll(name, from);
  }
  /** The pieces of a name between the signs of the pattern; null when there are more than it can hold. */
  pieces(name: string, from = 0): readonly Piece[] | null {
    const signs = new Set<string>([this.signs.separator]);
    let most = 0;
    for (const { sign, test } of this.parts) {
      signs.add(sign);
      if (test.joint !== null) signs.add(test.joint);
      most += test.joint === null ? 1 : test.most;
    }
    signs.delete('');
    const pieces: Piece[] = [];
    for (let start = from, at = from; at <= name.length; at++) {
      const sign = at === name.length ? '' : [...signs].find((one) => name.startsWith(one, at));
      if (sign === undefined) continue;
      pieces.push({ start, end: at });
      if (pieces.length > most) return null;
      start = at + sign.length;
      at = Math.max(at, start - 1);
    }
    return pieces;
  }
  /** Whether some part takes a piece of a name as it is, with a number glued to it where one may be. */
  hasPlaceFor(name: string, { start, end }: Piece): boolean {
    return this.parts.some(({ test, tight }, i) => {
      let cut = end;
      if (tight) while (cut > start && isDigitAt(name, cut - 1)) cut--;
      if (!(test.joint === null ? test.accepts(name, start, cut) : test.isWord(name, start, cut)))
        return false;
      return (
        cut === end ||
        this.parts.some(({ test: tail, part }, k) => k > i && part.glued && tail.accepts(name, cut, end))
      );
    });
  }

  #layAll(name: string, from: number): SlotPlaces | null {
    this.#name = name;
    this.#from = from;
    this.#end = name.length;
    const size = (this.parts.length + 1) * (name.length - from + 1);
    if (this.#dead.length < size) this.#dead = new Uint8Array(size * 2);
    else this.#dead.fill(0, 0, size);
    const places: number[] = [];
    for (let i = 0; i < this.parts.length; i++) places.push(-1, -1);
    this.#places = places;
    const laid = this.#lay(0, from);
    // What one endless name needed is not kept for all others.
    if (this.#dead.length > mostKept) this.#dead = new Uint8Array(256);
    return laid ? places : null;
  }
  /** From a part on, with all before a place filled. */
  #lay(at: number, pos: number): boolean {
    if (at === this.parts.length) return pos === this.#end && pos > this.#from;
    const state = at * (this.#end - this.#from + 1) + (pos - this.#from);
    if (this.#dead[state]) return false;
    const one = this.parts[at]!;
    const start = this.#startOf(one, pos);
    if (start >= 0 && this.#fill(at, one, start)) return true;
    this.#places[at * 2] = this.#places[at * 2 + 1] = -1;
    if (one.optional && at !== this.#forced && this.#lay(at + 1, pos)) return true;
    this.#dead[state] = 1;
    return false;
  }
  /** Where a part would begin behind what is filled; -1: its sign does not stand there. */
  #startOf({ sign }: FitPart, pos: number): number {
    if (pos === this.#from || sign === '') return pos;
    return this.#name.startsWith(sign, pos) ? pos + sign.length : -1;
  }
  #put(at: number, start: number, end: number): boolean {
    this.#places[at * 2] = start;
    this.#places[at * 2 + 1] = end;
    return this.#lay(at + 1, end);
  }
  #fill(at: number, one: FitPart, start: number): boolean {
    const { test } = one;
    if (at === this.#forced)
      return start === this.#forcedPiece.start && this.#put(at, start, this.#forcedPiece.end);
    switch (test.takes) {
      case 'list':
        return this.#fillListed(at, one, start);
      case 'letters':
        return this.#fillRun(at, one, start, this.#runOf(start, small | capital));
      case 'digits': {
        // A run of digits is one number, wherever it begins.
        const digits = start + test.prefix.length;
        if (start > this.#from && digits === start && isDigitAt(this.#name, start - 1)) return false;
        return this.#fillRun(at, one, start, this.#runOf(digits, digit));
      }
      default:
        return this.signs.humps
          ? this.#fillHumps(at, one, start)
          : test.joint === null
            ? this.#fillWord(at, one, start)
            : this.#fillWords(at, one, start);
    }
  }
  #fillRun(at: number, { test }: FitPart, start: number, end: number): boolean {
    return test.accepts(this.#name, start, end) && this.#put(at, start, end);
  }
  #fillListed(at: number, { test }: FitPart, start: number): boolean {
    for (let below = Infinity; ;) {
      const end = test.endOfListed(this.#name, start, below);
      if (end < 0) return false;
      below = end - start;
      // Between humps a word ends where the next begins.
      if (this.signs.humps && (!this.#isHump(start) || (bitsAt(this.#name, end) & small) !== 0)) continue;
      if (this.#put(at, start, end)) return true;
    }
  }
  /** One word: the run of letters and digits that begins there; where something may be glued to it, less of that. */
  #fillWord(at: number, { test, tight, open }: FitPart, start: number): boolean {
    const run = this.#runOf(start, small | capital | digit);
    let end = run;
    if (tight) while (end > start && isDigitAt(this.#name, end - 1)) end--;
    if (open)
      for (let cut = start + 1; cut < end; cut++)
        if (this.#isHump(cut) && test.isWord(this.#name, start, cut) && this.#put(at, start, cut))
          return true;
    return test.isWord(this.#name, start, end) && this.#put(at, start, end);
  }
  /** Several words, as few as go: what other slots list is none of them. */
  #fillWords(at: number, one: FitPart, start: number): boolean {
    const { test, tight } = one;
    const joint = test.joint!;
    for (let words = 1, word = start; words <= test.most; words++) {
      const run = this.#runOf(word, small | capital | digit);
      let end = run;
      if (tight) while (end > word && isDigitAt(this.#name, end - 1)) end--;
      if (!test.isWord(this.#name, word, end) || this.#isOthers(one, word, end)) return false;
      if (this.#put(at, start, end)) return true;
      if (end < run || !this.#name.startsWith(joint, run) || joint === '') return false;
      word = run + joint.length;
    }
    return false;
  }
  #fillHumps(at: number, one: FitPart, start: number): boolean {
    const { test } = one;
    if (!this.#isHump(start)) return false;
    for (let words = 1, word = start; words <= test.most; words++) {
      let end = word + 1;
      if (!(bitsAt(this.#name, word) & (small | capital))) return false;
      while (end < this.#end && (bitsAt(this.#name, end) & small) !== 0) end++;
      // Capitals run together are one word, up to the one that begins the next.
      if (end === word + 1)
        while (
          (bitsAt(this.#name, end) & capital) !== 0 &&
          (bitsAt(this.#name, end + 1) & small) === 0 &&
          end < this.#end
        )
          end++;
      if (end - word > shouted && isUpperAll(this.#name, word, end)) return false;
      if (this.#isOthers(one, word, end)) return false;
      if (this.#put(at, start, end)) return true;
      word = end;
    }
    return false;
  }
  /** Whether a word is one that another slot of the pattern takes. */
  #isOthers({ others, prefixes }: FitPart, start: number, end: number): boolean {
    if (!others.size && !prefixes.length) return false;
    const word = this.#name.slice(start, end);
    if (others.has(word.toLowerCase())) return true;
    return prefixes.some((prefix) => word.startsWith(prefix) && /^[0-9]+$/.test(word.slice(prefix.length)));
  }
  /** Whether a word may begin there where capitals part them. */
  #isHump(at: number): boolean {
    const isCapital = (bitsAt(this.#name, at) & capital) !== 0;
    if (at > this.#from) return isCapital;
    return this.signs.humps === 'camel' ? (bitsAt(this.#name, at) & small) !== 0 : isCapital;
  }
  #runOf(start: number, allowed: number): number {
    let end = start;
    while (end < this.#end && (bitsAt(this.#name, end) & allowed) !== 0) end++;
    return end;
  }
}

/** What may stand glued right behind a part, the optional ones between left out. */
function followers(
  parts: readonly PatternPart[],
  slots: readonly CompiledSlot[],
  at: number,
  { humps }: Signs,
): { readonly tight: boolean; readonly open: boolean } {
  let [tight, open] = [humps !== undefined, false];
  for (let i = at + 1; i < parts.length; i++) {
    const { rule } = slots[i]!;
    if (parts[i]!.glued) {
      if (rule.digits !== undefined && !rule.prefix) tight = true;
      else open = true;
    }
    if (!parts[i]!.optional) break;
  }
  return { tight, open };
}
