import { parseQuery, type Query } from '../../query/query.js';
import type { Kind, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Convention, OtherThing, PatternPart, SlotRole, SlotRule, WordCase } from './convention.js';
import { patternRegex, type PatternRegex } from './pattern-regex.js';
import { roleOf, senseOf, type Sense } from './senses.js';

/** Which pattern: of a kind, of something that is no object, or the nth of the special ones. */
export type PatternKey = Kind | OtherThing | `special ${number}`;

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
  readonly role: SlotRole;
  /** Word -> which way it points. */
  readonly senses: ReadonlyMap<string, Sense>;
}

/** Slots that stand together without a separator; the last of several is the number. */
export interface PatternUnit {
  readonly parts: readonly PatternPart[];
  readonly optional: boolean;
}

/** A convention with its look-ups ready. Make it once, read a million names. */
export class CompiledConvention {
  readonly slots: ReadonlyMap<string, CompiledSlot>;
  readonly #patterns = new Map<
    PatternKey,
    { parts: readonly PatternPart[]; units: readonly PatternUnit[] }
  >();
  readonly #special: readonly { readonly key: PatternKey; readonly finds: Query }[];

  /** Throws query-invalid when the query of a special pattern cannot be read. */
  constructor(readonly source: Convention) {
    this.slots = new Map(Object.entries(source.slots).map(([name, rule]) => [name, compileSlot(name, rule)]));
    for (const [key, parts] of Object.entries({ ...source.patterns, ...source.others }))
      this.#keep(key as PatternKey, parts);
    this.#special = (source.special ?? []).map(({ where, pattern }, i) => {
      const key: PatternKey = `special ${i}`;
      this.#keep(key, pattern);
      return { key, finds: parseQuery(where) };
    });
  }
  #keep(key: PatternKey, parts: readonly PatternPart[]): void {
    this.#patterns.set(key, { parts, units: unitsOf(parts) });
  }
  /** Whether some patterns hang on more than the kind. */
  get hasSpecial(): boolean {
    return this.#special.length > 0;
  }
  /** Which pattern an object's name is held to. */
  keyOf(scene: Scene, object: SceneObject): PatternKey {
    for (const { key, finds } of this.#special) if (finds(scene, object)) return key;
    return object.kind;
  }
  pattern(key: PatternKey): readonly PatternPart[] | null {
    return this.#patterns.get(key)?.parts ?? null;
  }
  /** The slots of a name that fits, as captures in the order of `slots`; null: it does not, or has to be laid. */
  quickFit(
    key: PatternKey,
    name: string,
  ): { readonly slots: readonly string[]; readonly texts: RegExpExecArray } | null {
    let quick = this.#quick.get(key);
    if (quick === undefined) {
      const units = this.units(key);
      this.#quick.set(key, (quick = units ? patternRegex(units, this.slots, this.source.separator) : null));
    }
    const texts = quick && quick.regex.exec(name);
    return texts && { slots: quick!.slots, texts };
  }
  readonly #quick = new Map<PatternKey, PatternRegex | null>();
  units(key: PatternKey): readonly PatternUnit[] | null {
    return this.#patterns.get(key)?.units ?? null;
  }
  /** The first slot of a pattern, or of the convention, that tells this. */
  slotFor(role: SlotRole, key?: PatternKey): CompiledSlot | null {
    const of = key ?? 'any';
    let known = this.#roles.get(of);
    if (!known) {
      known = new Map<SlotRole, CompiledSlot | null>();
      this.#roles.set(of, known);
    }
    let slot = known.get(role);
    if (slot === undefined) {
      const names =
        key === undefined ? [...this.slots.keys()] : (this.pattern(key) ?? []).map((part) => part.slot);
      const name = names.find((one) => this.slots.get(one)?.role === role);
      known.set(role, (slot = name === undefined ? null : this.slots.get(name)!));
    }
    return slot;
  }
  readonly #roles = new Map<PatternKey | 'any', Map<SlotRole, CompiledSlot | null>>();
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

function compileSlot(name: string, rule: SlotRule): CompiledSlot {
  const spelled = new Map<string, string>();
  const senses = new Map<string, Sense>();
  for (const one of rule.words ?? []) {
    for (const spelling of [one.word, ...(one.spellings ?? [])])
      spelled.set(spelling.toLowerCase(), one.word);
    const sense = senseOf(one);
    if (sense) senses.set(one.word, sense);
  }
  return {
    name,
    rule,
    words: new Set(rule.words?.map((w) => w.word) ?? []),
    spelled,
    role: roleOf(name, rule),
    senses,
  };
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
