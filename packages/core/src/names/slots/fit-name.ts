import type { CompiledConvention, PatternUnit } from './compiled-convention.js';
import type { Kind } from '../../scene/scene-object.js';

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
  kind: Kind,
  name: string,
  from = 0,
): SlotSpan[] | null {
  const units = convention.units(kind);
  if (!units) return null;
  const pieces: SlotSpan[] = [];
  const separator = convention.source.separator;
  for (let start = from; ;) {
    if (pieces.length > units.length) return null;
    const found = separator ? name.indexOf(separator, start) : -1;
    const end = found < 0 ? name.length : found;
    pieces.push({ slot: '', text: name.slice(start, end), start, end });
    if (found < 0) break;
    start = found + separator.length;
  }
  if (pieces.length > units.length) return null;
  return lay(convention, units, pieces, 0, 0, new Set());
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
