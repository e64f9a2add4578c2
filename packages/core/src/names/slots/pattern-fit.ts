import type { CompiledSlot } from './compiled-convention.js';
import type { PatternPart } from './convention.js';
import { PieceTest } from './piece-test.js';

/** Slots that stand together without a separator; the last of two is the number. */
export interface PatternUnit {
  readonly parts: readonly PatternPart[];
  readonly optional: boolean;
}
interface Unit extends PatternUnit {
  /** Of its first part, among the parts of the pattern. */
  readonly at: number;
  readonly head: PieceTest;
  readonly tail: PieceTest | null;
  /** Whether what is glued to the first may be left out. */
  readonly tailOptional: boolean;
}
/** A stretch between separators. */
export interface Piece {
  readonly start: number;
  readonly end: number;
}
/** For every part of a pattern where its slot starts and ends in a name; -1, -1: it is left out. */
export type SlotPlaces = readonly number[];

/**
 * Lays a pattern over names. A name is cut at the separator once; the pattern's units are laid over the pieces left to
 * right, a filled optional slot before a skipped one. Work is bounded by units x pieces, and a name with more pieces than
 * units cannot fit, so the time is linear in the name.
 */
export class PatternFit {
  readonly units: readonly Unit[];
  readonly #parts: number;
  /** Where each piece starts and ends. */
  readonly #pieces: Int32Array;
  /** Pairs of unit and piece from which nothing can be laid. */
  readonly #dead: Uint8Array;
  /** Whether there are so many units that the ways to leave some out have to be kept from being tried twice. */
  readonly #remembers: boolean;
  #name = '';
  #places: number[] = [];
  #lastUnit = 0;
  #lastPiece = 0;

  constructor(
    parts: readonly PatternPart[],
    slots: ReadonlyMap<string, CompiledSlot>,
    readonly separator: string,
  ) {
    let at = 0;
    this.units = unitsOf(parts).map((unit) => {
      const test = (part: PatternPart): PieceTest => new PieceTest(slots.get(part.slot)!, part);
      const [head, tail] = unit.parts;
      const made = {
        ...unit,
        at,
        head: test(head!),
        tail: tail ? test(tail) : null,
        tailOptional: tail?.optional === true,
      };
      at += unit.parts.length;
      return made;
    });
    this.#parts = parts.length;
    this.#pieces = new Int32Array((this.units.length + 1) * 2);
    this.#remembers = this.units.filter((unit) => unit.optional).length > 6;
    this.#dead = new Uint8Array((this.units.length + 1) * (this.units.length + 1));
  }
  /** Where the slots of a name stand, read from a place on; null: it does not fit. */
  fit(name: string, from = 0): SlotPlaces | null {
    const pieces = this.#cut(name, from);
    return pieces < 0 ? null : this.#layAll(0, this.units.length, 0, pieces);
  }
  /** The pieces of a name; null when there are more than the pattern can hold. */
  pieces(name: string, from = 0): readonly Piece[] | null {
    const count = this.#cut(name, from);
    if (count < 0) return null;
    return Array.from({ length: count }, (_, i) => ({
      start: this.#pieces[i * 2]!,
      end: this.#pieces[i * 2 + 1]!,
    }));
  }
  /** Whether some unit takes a piece of the name that was cut last. */
  hasPlaceFor({ start, end }: Piece): boolean {
    this.#places = [];
    return this.units.some((unit) => this.#fill(unit, start, end));
  }
  /** All units but one over all pieces but one of the name that was cut last: where the slots stand then, or null. */
  without(unit: number, piece: number, pieces: number): SlotPlaces | null {
    const before = this.#layAll(0, unit, 0, piece);
    const after = before && this.#layAll(unit + 1, this.units.length, piece + 1, pieces);
    return after && after.map((place, i) => (place < 0 ? before[i]! : place));
  }
  /** Returns how many pieces there are, or -1 for too many. */
  #cut(name: string, from: number): number {
    this.#name = name;
    const { length } = this.separator;
    let count = 0;
    for (let start = from; ;) {
      if (count >= this.units.length) return -1;
      const found = length ? name.indexOf(this.separator, start) : -1;
      this.#pieces[count * 2] = start;
      this.#pieces[count * 2 + 1] = found < 0 ? name.length : found;
      count++;
      if (found < 0) return count;
      start = found + length;
    }
  }
  #layAll(unit: number, lastUnit: number, piece: number, lastPiece: number): SlotPlaces | null {
    const places: number[] = [];
    for (let i = 0; i < this.#parts; i++) places.push(-1, -1);
    this.#places = places;
    if (this.#remembers) this.#dead.fill(0);
    this.#lastUnit = lastUnit;
    this.#lastPiece = lastPiece;
    return this.#lay(unit, piece) ? this.#places : null;
  }
  #lay(at: number, piece: number): boolean {
    if (at === this.#lastUnit) return piece === this.#lastPiece;
    const state = this.#remembers ? at * (this.units.length + 1) + piece : 0;
    if (this.#remembers && this.#dead[state]) return false;
    const unit = this.units[at]!;
    if (piece < this.#lastPiece) {
      if (
        this.#fill(unit, this.#pieces[piece * 2]!, this.#pieces[piece * 2 + 1]!) &&
        this.#lay(at + 1, piece + 1)
      )
        return true;
      for (let i = unit.at * 2; i < (unit.at + unit.parts.length) * 2; i++) this.#places[i] = -1;
    }
    if (unit.optional && this.#lay(at + 1, piece)) return true;
    if (this.#remembers) this.#dead[state] = 1;
    return false;
  }
  /** One piece into one unit: a lone slot, or a word with a number glued to it. */
  #fill(unit: Unit, start: number, end: number): boolean {
    const { at, head, tail } = unit;
    let cut = end;
    if (tail) while (cut > start && isDigit(this.#name.charCodeAt(cut - 1))) cut--;
    if (!head.accepts(this.#name, start, cut)) return false;
    if (tail && cut === end && !unit.tailOptional) return false;
    if (cut < end) {
      if (!tail!.accepts(this.#name, cut, end)) return false;
      this.#places[at * 2 + 2] = cut;
      this.#places[at * 2 + 3] = end;
    }
    this.#places[at * 2] = start;
    this.#places[at * 2 + 1] = cut;
    return true;
  }
}

const isDigit = (code: number): boolean => code >= 48 && code <= 57;

function unitsOf(parts: readonly PatternPart[]): PatternUnit[] {
  const units: { parts: PatternPart[]; optional: boolean }[] = [];
  for (const part of parts) {
    const last = units.at(-1);
    if (part.glued && last) {
      last.parts.push(part);
      last.optional &&= part.optional === true;
    } else units.push({ parts: [part], optional: part.optional === true });
  }
  return units;
}
