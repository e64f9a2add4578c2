import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import type { CompiledSlot } from '../slots/compiled-slot.js';
import { readName } from '../slots/read-name.js';
import { spokenSense } from '../slots/senses.js';

const longForms: Readonly<Record<string, string>> = {
  left: 'right',
  right: 'left',
  lft: 'rgt',
  rgt: 'lft',
  lf: 'rt',
  rt: 'lf',
  l: 'r',
  r: 'l',
};

/** The word of a slot that points the other way; null when the slot has none. */
export function otherWord({ opposites }: CompiledSlot, word: string): string | null {
  return opposites.get(word) ?? null;
}

/**
 * A name as its mirror image would have it: the word in the side slot turned; in a name that does not fit, every long
 * word for a side (`left`, `lft`) and a lone L or R between separators. The same name when no side is in it. Twice
 * gives the name back.
 */
export function swapSides(convention: CompiledConvention, key: PatternKey, name: string): string {
  const reading = readName(convention, key, name);
  if (reading.fits) {
    for (const [slot, span] of reading.slots) {
      const compiled = convention.slots.get(slot);
      if (compiled?.role !== 'side') continue;
      const to = otherWord(compiled, span.text);
      return to === null ? name : name.slice(0, span.start) + to + name.slice(span.end);
    }
  }
  return name.replace(/[A-Za-z]+/g, (run, at: number) => {
    const alone = !/[A-Za-z0-9]/.test(name[at - 1] ?? '') && !/[A-Za-z]/.test(name[at + run.length] ?? '');
    // Inside a hump name only a whole word is a side: `leftDoor`, not `cleft`.
    return run
      .split(/(?=[A-Z][a-z])|(?<=[a-z])(?=[A-Z])/)
      .map((word) =>
        word.length > 1 ? turn(word, spokenSense(word) !== null) : turn(word, alone && run.length === 1),
      )
      .join('');
  });
}

function turn(word: string, isSide: boolean): string {
  const other = isSide ? longForms[word.toLowerCase()] : undefined;
  if (!other) return word;
  if (word === word.toUpperCase()) return other.toUpperCase();
  return word[0] === word[0]!.toUpperCase() ? other[0]!.toUpperCase() + other.slice(1) : other;
}
