import type { Kind } from '../../scene/scene-object.js';
import type { Convention, PatternPart, SlotRule, WordCase } from './convention.js';

const casePatterns: Record<WordCase, RegExp> = {
  camel: /^[a-z][a-z0-9]*(?:[A-Z][a-z0-9]*)*$/,
  lower: /^[a-z][a-z0-9]*$/,
  upper: /^[A-Z][A-Z0-9]*$/,
  any: /^[A-Za-z][A-Za-z0-9]*$/,
};

export interface CompiledSlot {
  readonly name: string;
  readonly rule: SlotRule;
  readonly words: ReadonlySet<string>;
  /** Lower-case spelling (and lower-case word) -> the word. */
  readonly spelled: ReadonlyMap<string, string>;
}

/** Slots that stand together without a separator; the last of several is the number. */
export interface PatternUnit {
  readonly parts: readonly PatternPart[];
  readonly optional: boolean;
}

/** A convention with its look-ups ready. Make it once, read a million names. */
export class CompiledConvention {
  readonly slots: ReadonlyMap<string, CompiledSlot>;
  readonly #units = new Map<Kind, readonly PatternUnit[]>();

  constructor(readonly source: Convention) {
    this.slots = new Map(
      Object.entries(source.slots).map(([name, rule]) => {
        const spelled = new Map<string, string>();
        for (const { word, spellings = [] } of rule.words ?? []) {
          for (const spelling of [word, ...spellings]) spelled.set(spelling.toLowerCase(), word);
        }
        return [name, { name, rule, words: new Set(rule.words?.map((w) => w.word) ?? []), spelled }];
      }),
    );
    for (const [kind, parts] of Object.entries(source.patterns))
      this.#units.set(kind as Kind, unitsOf(parts));
  }
  pattern(kind: Kind): readonly PatternPart[] | null {
    return this.source.patterns[kind] ?? null;
  }
  units(kind: Kind): readonly PatternUnit[] | null {
    return this.#units.get(kind) ?? null;
  }
  /** The helper prefix a name starts with, or null. */
  helperPrefix(name: string): string | null {
    return this.source.helpers.prefixes.find((prefix) => name.startsWith(prefix)) ?? null;
  }
  /** Whether a text may stand in a slot exactly as it is. */
  accepts(part: PatternPart, text: string): boolean {
    const slot = this.slots.get(part.slot);
    if (!slot) return false;
    if (part.only) return part.only.includes(text);
    if (slot.words.size) return slot.words.has(text);
    if (slot.rule.digits !== undefined) return isDigits(text) && text.length === slot.rule.digits;
    return casePatterns[slot.rule.case ?? 'any'].test(text);
  }
}

export function isDigits(text: string): boolean {
  return /^[0-9]+$/.test(text);
}

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
