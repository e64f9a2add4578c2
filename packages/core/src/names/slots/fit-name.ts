import type { CompiledConvention, PatternKey, PatternUnit } from './compiled-convention.js';

export interface SlotSpan {
  readonly slot: string;
  readonly text: string;
  readonly start: number;
  readonly end: number;
}

/**
 * The slots of a name that fits its pattern, or null. A name is cut at the separator once; the pattern's units are laid
 * over the pieces left to right, a filled optional slot before a skipped one. Work is bounded by units x pieces, and a
 * name with more pieces than units cannot fit, so the time is linear in the name.
 */
export function fitName(
  convention: CompiledConvention,
  key: PatternKey,
  name: string,
  from = 0,
): SlotSpan[] | null {
  const units = convention.units(key);
  if (!units) return null;
  const pieces = cutName(convention.source.separator, units.length, name, from);
  return pieces && lay(convention, units, pieces, 0, 0, new Set());
}

/** The pieces between separators; null when there are more than a pattern can hold. */
function cutName(separator: string, most: number, name: string, from: number): SlotSpan[] | null {
  const pieces: SlotSpan[] = [];
  for (let start = from; ;) {
    if (pieces.length > most) return null;
    const found = separator ? name.indexOf(separator, start) : -1;
    const end = found < 0 ? name.length : found;
    pieces.push({ slot: '', text: name.slice(start, end), start, end });
    if (found < 0) break;
    start = found + separator.length;
  }
  return pieces.length > most ? null : pieces;
}

/**
 * A name of which all pieces fit but one: the slots, and the piece that has no place with the slot it would stand in.
 * Tried for every piece as the odd one, so the time is linear in the name and bounded by the pattern.
 */
export function fitAlmost(
  convention: CompiledConvention,
  key: PatternKey,
  name: string,
  from = 0,
): { readonly spans: readonly SlotSpan[]; readonly odd: SlotSpan } | null {
  const units = convention.units(key);
  const pieces = units && cutName(convention.source.separator, units.length, name, from);
  if (!pieces || pieces.length < 2) return null;
  // Two pieces that stand nowhere are no single slip; one that stands nowhere is the odd one.
  const strangers = pieces.flatMap((piece, i) =>
    units.some((unit) => fillUnit(convention, unit, piece)) ? [] : [i],
  );
  if (strangers.length > 1) return null;
  for (let odd = strangers[0] ?? pieces.length - 1; odd >= (strangers[0] ?? 0); odd--) {
    for (let unit = units.length - 1; unit >= 0; unit--) {
      const slot = convention.slots.get(units[unit]!.parts[0]!.slot);
      if (units[unit]!.parts.length > 1 || !slot?.words.size) continue;
      if (!/^[\p{L}\p{N}]+$/u.test(pieces[odd]!.text)) continue;
      // A slot that may be left out claims no stranger: it is more likely that the word belongs elsewhere.
      const low = pieces[odd]!.text.toLowerCase();
      if (units[unit]!.optional && !slot.spelled.has(low)) continue;
      // Capitals run together are a slot each: `LF`.
      if (isRun(convention, units, pieces[odd]!.text)) return null;
      // Nor is a word odd that another slot knows: it stands in the wrong place.
      if (
        !slot.spelled.has(low) &&
        units.some(({ parts }) => convention.slots.get(parts[0]!.slot)?.spelled.has(low))
      )
        continue;
      const before = lay(convention, units.slice(0, unit), pieces.slice(0, odd), 0, 0, new Set());
      const after = before && lay(convention, units.slice(unit + 1), pieces.slice(odd + 1), 0, 0, new Set());
      if (after && pieces[odd]!.text)
        return { spans: [...before, ...after], odd: { ...pieces[odd]!, slot: slot.name } };
    }
  }
  return null;
}

function lay(
  convention: CompiledConvention,
  units: readonly PatternUnit[],
  pieces: readonly SlotSpan[],
  unit: number,
  piece: number,
  dead: Set<number>,
): SlotSpan[] | null {
  if (unit === units.length) return piece === pieces.length ? [] : null;
  const state = unit * 64 + piece;
  if (dead.has(state)) return null;
  const here = units[unit]!;
  if (piece < pieces.length) {
    const spans = fillUnit(convention, here, pieces[piece]!);
    const rest = spans && lay(convention, units, pieces, unit + 1, piece + 1, dead);
    if (rest) return [...spans, ...rest];
  }
  if (here.optional) {
    const rest = lay(convention, units, pieces, unit + 1, piece, dead);
    if (rest) return rest;
  }
  dead.add(state);
  return null;
}

function isRun(convention: CompiledConvention, units: readonly PatternUnit[], text: string): boolean {
  if (!/^[A-Z]{2,3}$/.test(text)) return false;
  return [...text].every((letter) =>
    units.some(({ parts }) => convention.slots.get(parts[0]!.slot)?.words.has(letter)),
  );
}

/** One piece into one unit: a lone slot, or a word with a number glued to it. */
function fillUnit(convention: CompiledConvention, unit: PatternUnit, piece: SlotSpan): SlotSpan[] | null {
  const [head, tail] = unit.parts;
  if (!tail) return convention.accepts(head!, piece.text) ? [{ ...piece, slot: head!.slot }] : null;
  let cut = piece.end - piece.start;
  while (cut > 0 && piece.text[cut - 1]! >= '0' && piece.text[cut - 1]! <= '9') cut--;
  const word = piece.text.slice(0, cut);
  const digits = piece.text.slice(cut);
  if (!convention.accepts(head!, word)) return null;
  const spans: SlotSpan[] = [{ slot: head!.slot, text: word, start: piece.start, end: piece.start + cut }];
  if (!digits) return tail.optional ? spans : null;
  if (!convention.accepts(tail, digits)) return null;
  spans.push({ slot: tail.slot, text: digits, start: piece.start + cut, end: piece.end });
  return spans;
}
