import type { CompiledSlot } from './compiled-convention.js';
import type { PatternUnit } from './pattern-fit.js';

const escape = (text: string): string => text.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');

/** A pattern as one expression: the slots it captures, in order. */
export interface PatternRegex {
  readonly regex: RegExp;
  readonly slots: readonly string[];
}

/**
 * The same answer as laying slots over pieces (PatternFit), in one pass of the platform's own engine: for a million
 * names that fit. Null when the pattern cannot be written so (no separator, or words that hold it). Every part is a plain
 * class or a list of words between separators, so it cannot run away on any name.
 */
export function patternRegex(
  units: readonly PatternUnit[],
  slots: ReadonlyMap<string, CompiledSlot>,
  separator: string,
): PatternRegex | null {
  if (separator.length !== 1 || /[A-Za-z0-9]/.test(separator)) return null;
  if (units.every((unit) => unit.optional)) return null;
  const names: string[] = [];
  const texts: string[] = [];
  for (const { parts } of units) {
    const [head, tail, third] = parts;
    const source = head && partSource(head, slots, separator);
    if (!source || third) return null;
    names.push(head.slot);
    let text = `(${source})`;
    if (tail) {
      const digits = slots.get(tail.slot)?.rule.digits;
      if (digits === undefined || slots.get(tail.slot)!.words.size || tail.only) return null;
      names.push(tail.slot);
      // A word glued to a number does not end in a digit itself.
      text += `(?<![0-9])([0-9]{${digits}})${tail.optional ? '?' : ''}`;
    }
    texts.push(text);
  }
  return { regex: new RegExp(`^${join(texts, units, escape(separator))}$`), slots: names };
}

function partSource(
  part: PatternUnit['parts'][number],
  slots: ReadonlyMap<string, CompiledSlot>,
  separator: string,
): string | null {
  const slot = slots.get(part.slot);
  if (!slot) return null;
  const words = part.only ?? (slot.words.size ? [...slot.words] : null);
  if (words)
    return words.some((word) => word === '' || word.includes(separator)) || words.length > 200
      ? null
      : words.map(escape).join('|');
  if (slot.rule.digits !== undefined) return `[0-9]{${slot.rule.digits}}`;
  return {
    camel: '[a-z][A-Za-z0-9]*',
    lower: '[a-z][a-z0-9]*',
    upper: '[A-Z][A-Z0-9]*',
    any: '[A-Za-z][A-Za-z0-9]*',
  }[slot.rule.case ?? 'any'];
}

/** Separators stand between units that are there; a filled optional unit goes before a skipped one. */
function join(texts: readonly string[], units: readonly PatternUnit[], separator: string): string {
  // From the first unit that must be there, those before it carry their separator behind, those after it before.
  const must = units.findIndex((unit) => !unit.optional);
  return texts
    .map((text, i) => {
      const { optional } = units[i]!;
      if (i < must) return `(?:${text}${separator})?`;
      if (i === must) return text;
      return optional ? `(?:${separator}${text})?` : `${separator}${text}`;
    })
    .join('');
}
