import { parseQuery } from '../../query/query.js';
import type { Query } from '../../query/query-node.js';
import { textReadsElsewhere } from '../../query/query-reads.js';
import type { Kind, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Convention, OtherThing, PatternPart, SlotRole, SlotRule } from './convention.js';
import { PatternFit } from './pattern-fit.js';
import { PieceTest } from './piece-test.js';
import type { CompiledSlot } from './compiled-slot.js';
import { isNumber } from './slot-number.js';
import { lowerFirst, upperFirst } from './slot-words.js';
import { patternRegex, type PatternRegex } from './pattern-regex.js';
import { opposite, roleOf, senseOf, wordPointing, type Sense } from './senses.js';

/** Which pattern: of a kind, of something that is no object, or the nth of the special ones. */
export type PatternKey = Kind | OtherThing | `special ${number}`;

/** A pattern with what reading a name by it asks again and again. */
export interface CompiledPattern {
  readonly parts: readonly PatternPart[];
  readonly fit: PatternFit;
  /** The same as one expression, where it can be written so. */
  readonly regex: PatternRegex | null;
  /** The slots of its parts, in their order. */
  readonly slots: readonly CompiledSlot[];
  /** The first slot that takes any word, and the first that takes a number. */
  readonly free: string | null;
  readonly number: string | null;
}

/** A convention with its look-ups ready. Make it once, read a million names. */
export class CompiledConvention {
  readonly slots: ReadonlyMap<string, CompiledSlot>;
  readonly #patterns = new Map<PatternKey, CompiledPattern>();
  readonly #special: readonly { readonly key: PatternKey; readonly finds: Query }[];

  /** Throws query-invalid when the query of a special pattern cannot be read. */
  constructor(readonly source: Convention) {
    this.slots = new Map(
      Object.entries(source.slots).map(([name, rule]) => [name, compileSlot(name, rule, source.humps)]),
    );
    for (const [key, parts] of Object.entries({ ...source.patterns, ...source.others }))
      this.#keep(key as PatternKey, parts);
    this.signs = [
      source.separator,
      ...Object.values(source.slots).map(({ joint }) => joint ?? ''),
      ...[...this.#patterns.values()].flatMap(({ parts }) => parts.map(({ after }) => after ?? '')),
      // Words of a standard may have them within: `ring-finger-tip`.
      ...[...this.slots.values()].flatMap(({ words }) =>
        [...words].flatMap((word) => word.replace(/[A-Za-z0-9_\s]/gu, '')),
      ),
    ].join('');
    this.#special = (source.special ?? []).map(({ where, pattern }, i) => {
      const key: PatternKey = `special ${i}`;
      this.#keep(key, pattern);
      return { key, finds: parseQuery(where) };
    });
    this.looksElsewhere = (source.special ?? []).some(({ where }) => textReadsElsewhere(where).size > 0);
  }
  #keep(key: PatternKey, parts: readonly PatternPart[]): void {
    const slots = parts.map(({ slot }) => this.slots.get(slot)!);
    const takes = (test: (rule: SlotRule) => boolean): string | null =>
      slots.find((slot) => slot && test(slot.rule))?.name ?? null;
    const fit = new PatternFit(parts, this.slots, this.source);
    this.#patterns.set(key, {
      parts,
      fit,
      regex: this.source.humps ? null : patternRegex(fit.parts, this.source.separator),
      slots,
      free: takes((rule) => (!rule.words || rule.joint !== undefined) && !isNumber(rule)),
      number: takes((rule) => isNumber(rule) && !rule.prefix),
    });
  }
  /** Every character that the convention parts words with, or that its words have within. */
  readonly signs: string;
  /** Whether an edit of one object can change which pattern another is held to. */
  readonly looksElsewhere: boolean;
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
  compiled(key: PatternKey): CompiledPattern | null {
    return this.#patterns.get(key) ?? null;
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
    // Between humps a word begins with a capital wherever it stands but first.
    if (this.source.humps && !slot.words.size && !isNumber(slot.rule)) return /^[A-Za-z]+$/.test(text);
    return new PieceTest(slot, part).accepts(text, 0, text.length);
  }
}

function compileSlot(name: string, rule: SlotRule, humps: Convention['humps']): CompiledSlot {
  const spelled = new Map<string, string>();
  const senses = new Map<string, Sense>();
  for (const one of rule.words ?? []) {
    for (const spelling of [one.word, ...(one.spellings ?? [])])
      spelled.set(spelling.toLowerCase(), one.word);
    const sense = senseOf(one);
    if (sense) senses.set(one.word, sense);
  }
  const opposites = new Map<string, string>();
  for (const [word, sense] of senses) {
    const other = opposite[sense] && wordPointing(senses, opposite[sense]);
    if (other) opposites.set(word, other);
  }
  // Between humps a word begins with a capital, or with a small letter where it stands first.
  const forms = (word: string): string[] => (humps ? [word, upperFirst(word), lowerFirst(word)] : [word]);
  for (const [word, sense] of [...senses]) for (const form of forms(word)) senses.set(form, sense);
  for (const [word, other] of [...opposites])
    for (const form of forms(word))
      if (form !== word)
        opposites.set(form, form === upperFirst(word) ? upperFirst(other) : lowerFirst(other));
  return {
    name,
    // Between humps every word begins with a capital.
    rule: humps && !rule.words && !isNumber(rule) ? { ...rule, case: 'pascal' } : rule,
    words: new Set((rule.words ?? []).flatMap(({ word }) => forms(word))),
    spelled,
    role: roleOf(name, rule),
    senses,
    opposites,
  };
}
