import type { CompiledConvention, PatternKey } from './compiled-convention.js';
import type { PatternFit } from './pattern-fit.js';
import type { SlotSpan } from './slot-span.js';

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
  const pattern = convention.compiled(key);
  const pieces = pattern?.fit.pieces(name, from);
  if (!pieces || pieces.length < 2) return null;
  const { fit, parts } = pattern!;
  // Two pieces that stand nowhere are no single slip; one that stands nowhere is the odd one.
  const strangers = pieces.flatMap((piece, i) => (fit.hasPlaceFor(piece) ? [] : [i]));
  if (strangers.length > 1) return null;
  for (let odd = strangers[0] ?? pieces.length - 1; odd >= (strangers[0] ?? 0); odd--) {
    const { start, end } = pieces[odd]!;
    const text = name.slice(start, end);
    if (!/^[\p{L}\p{N}]+$/u.test(text)) continue;
    const low = text.toLowerCase();
    const heads = fit.units.map((unit) => convention.slots.get(unit.parts[0]!.slot));
    const isKnown = heads.some((slot) => slot?.spelled.has(low));
    for (let unit = fit.units.length - 1; unit >= 0; unit--) {
      const slot = heads[unit];
      if (fit.units[unit]!.parts.length > 1 || !slot?.words.size) continue;
      // A slot that may be left out claims no stranger: it is more likely that the word belongs elsewhere.
      if (fit.units[unit]!.optional && !slot.spelled.has(low)) continue;
      // Capitals run together are a slot each: `LF`.
      if (isRun(convention, fit, text)) return null;
      // Nor is a word odd that another slot knows: it stands in the wrong place.
      if (isKnown && !slot.spelled.has(low)) continue;
      const places = fit.without(unit, odd, pieces.length);
      if (places) return { spans: spansOf(parts, name, places), odd: { slot: slot.name, text, start, end } };
    }
  }
  return null;
}

function isRun(convention: CompiledConvention, { units }: PatternFit, text: string): boolean {
  if (!/^[A-Z]{2,3}$/.test(text)) return false;
  return [...text].every((letter) =>
    units.some(({ parts }) => convention.slots.get(parts[0]!.slot)?.words.has(letter)),
  );
}

/** Slots from their places, in the order of the pattern. */
export function spansOf(
  parts: readonly { readonly slot: string }[],
  name: string,
  places: readonly number[],
): SlotSpan[] {
  const spans: SlotSpan[] = [];
  for (let i = 0; i < parts.length; i++) {
    const [start, end] = [places[i * 2]!, places[i * 2 + 1]!];
    if (start >= 0) spans.push({ slot: parts[i]!.slot, text: name.slice(start, end), start, end });
  }
  return spans;
}
