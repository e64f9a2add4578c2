import type { CompiledConvention, PatternKey } from './compiled-convention.js';
import type { FitPart, PatternFit } from './pattern-fit.js';
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
  if (convention.source.humps) return null;
  const pieces = pattern?.fit.pieces(name, from);
  if (!pieces || pieces.length < 2) return null;
  const { fit, parts } = pattern!;
  // Two pieces that stand nowhere are no single slip; one that stands nowhere is the odd one.
  const strangers = pieces.flatMap((piece, i) => (fit.hasPlaceFor(name, piece) ? [] : [i]));
  if (strangers.length > 1) return null;
  for (let odd = strangers[0] ?? pieces.length - 1; odd >= (strangers[0] ?? 0); odd--) {
    const { start, end } = pieces[odd]!;
    const text = name.slice(start, end);
    if (!/^[\p{L}\p{N}]+$/u.test(text)) continue;
    const low = text.toLowerCase();
    const isKnown = fit.parts.some(({ slot, part }) => !part.glued && slot.spelled.has(low));
    for (let at = fit.parts.length - 1; at >= 0; at--) {
      const { slot, optional } = fit.parts[at]!;
      if (!standsAlone(fit.parts, at) || !slot.words.size) continue;
      // A slot that may be left out claims no stranger: it is more likely that the word belongs elsewhere.
      if (optional && !slot.spelled.has(low)) continue;
      // Capitals run together are a slot each: `LF`.
      if (isRun(fit, text)) return null;
      // Nor is a word odd that another slot knows: it stands in the wrong place.
      if (isKnown && !slot.spelled.has(low)) continue;
      const places = fit.fitWith(name, from, at, pieces[odd]!);
      if (!places) continue;
      const spans = spansOf(parts, name, places);
      // A word of another slot is not what a thing is called because something else is missing.
      if (spans.some((span) => isStolen(fit.parts, span))) continue;
      return {
        spans: spans.filter((span) => span.start !== start),
        odd: { slot: slot.name, text, start, end },
      };
    }
  }
  return null;
}

/** Whether a slot for any word holds one that another slot lists. */
function isStolen(parts: readonly FitPart[], { slot, text }: SlotSpan): boolean {
  const own = parts.find((one) => one.slot.name === slot)!;
  if (own.test.takes !== 'word') return false;
  return parts.some((one) => one !== own && one.slot.words.has(text));
}
/** Whether nothing is glued to a part, nor it to anything. */
function standsAlone(parts: readonly FitPart[], at: number): boolean {
  return !parts[at]!.part.glued && !parts[at + 1]?.part.glued;
}
function isRun({ parts }: PatternFit, text: string): boolean {
  if (!/^[A-Z]{2,3}$/.test(text)) return false;
  return [...text].every((letter) => parts.some(({ slot, part }) => !part.glued && slot.words.has(letter)));
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
