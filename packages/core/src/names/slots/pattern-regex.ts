import type { FitPart } from './pattern-fit.js';

const escape = (text: string): string => text.replace(/[.*+?^${}()|[\]\\/-]/g, '\\$&');

/** A pattern as one expression: the slots it captures, in order. */
export interface PatternRegex {
  readonly regex: RegExp;
  readonly slots: readonly string[];
}
/** Slots that stand together without a separator; the second is the number. */
interface Unit {
  readonly parts: readonly FitPart[];
  readonly optional: boolean;
}
/** Units that may be left out at most: the ways to do so double with each. */
const mostOptional = 6;

/**
 * The same answer as laying parts over a name (PatternFit), in one pass of the platform's own engine: for a million
 * names that fit. Null when the pattern cannot be written so: signs of its own, several words to a slot, numbers of any
 * width, no separator. Every part is a plain class or a list of words between separators, so it cannot run away on any name.
 */
export function patternRegex(parts: readonly FitPart[], separator: string): PatternRegex | null {
  if (separator.length !== 1 || /[A-Za-z0-9]/.test(separator)) return null;
  const units = unitsOf(parts, separator);
  if (!units || units.every((unit) => unit.optional)) return null;
  if (units.filter((unit) => unit.optional).length > mostOptional) return null;
  const names: string[] = [];
  const texts: string[] = [];
  for (const { parts: of } of units) {
    const [head, tail] = of;
    const source = partSource(head!, separator);
    if (!source) return null;
    names.push(head!.slot.name);
    let text = `(${source})`;
    if (tail) {
      names.push(tail.slot.name);
      // A word glued to a number does not end in a digit itself.
      text += `(?<![0-9])([0-9]{${tail.slot.rule.digits}})${tail.optional ? '?' : ''}`;
    }
    texts.push(text);
  }
  return { regex: new RegExp(`^${join(texts, units, escape(separator))}$`), slots: names };
}

function unitsOf(parts: readonly FitPart[], separator: string): Unit[] | null {
  const units: { parts: FitPart[]; optional: boolean }[] = [];
  for (const one of parts) {
    const { rule, words } = one.slot;
    if (rule.joint !== undefined || rule.letters || rule.prefix || rule.atLeast) return null;
    const last = units.at(-1);
    if (one.part.glued && last) {
      // What is glued to something that may be left out stands behind whatever comes before that.
      if (last.parts.length > 1 || last.optional) return null;
      if (rule.digits === undefined || words.size || one.part.only) return null;
      last.parts.push(one);
    } else {
      if (last && one.sign !== separator) return null;
      units.push({ parts: [one], optional: one.optional });
    }
  }
  return units;
}

function partSource({ slot, part }: FitPart, separator: string): string | null {
  const words = part.only ?? (slot.words.size ? [...slot.words] : null);
  if (words)
    return words.some((word) => word === '' || word.includes(separator)) || words.length > 200
      ? null
      : words.map(escape).join('|');
  if (slot.rule.digits !== undefined) return `[0-9]{${slot.rule.digits}}`;
  return {
    camel: '[a-z][A-Za-z0-9]*',
    // Capitals all through are no word with humps, but for short ones.
    pascal: '(?![A-Z0-9]{4,}(?![A-Za-z0-9]))[A-Z][A-Za-z0-9]*',
    lower: '[a-z][a-z0-9]*',
    upper: '[A-Z][A-Z0-9]*',
    any: '[A-Za-z][A-Za-z0-9]*',
  }[slot.rule.case ?? 'any'];
}

/** Separators stand between units that are there; a filled optional unit goes before a skipped one. */
function join(texts: readonly string[], units: readonly Unit[], separator: string): string {
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
