import { kinds, type Kind } from '../../scene/scene-object.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import {
  defineConvention,
  type Convention,
  type PatternPart,
  type SlotRule,
  type WordCase,
  type WordRule,
} from '../slots/convention.js';
import { readName } from '../slots/read-name.js';
import { naturalCompare } from '../natural-order.js';
import { RenquilError } from '../../errors.js';
import type { LearnedConvention, LearnedGuess } from './learned.js';
import { findSeparator, makeSamples, type LearnFrom, type Sample } from './samples.js';
import { findWordRoles, type WordRoles } from './word-roles.js';
import { freeSlots, furtherSlots, hasFurther, type FurtherSlot } from './further-words.js';

type Slot = 'side' | 'place' | 'what' | FurtherSlot | 'number' | 'surface' | 'type';
interface Laid {
  readonly slot: Slot;
  readonly text: string;
  readonly glued: boolean;
}

/**
 * Reads a convention out of names that are as they should be: the separator, which words stand for sides, places,
 * surfaces and types, how numbers are written, and the order of the slots for every kind. Each guess says how many
 * names bear it out. Throws convention-invalid when there are no names to learn from.
 */
export function learnConvention(
  from: readonly LearnFrom[],
  name = 'Learned',
  facing: Convention['facing'] = '+Z',
): LearnedConvention {
  const names = from
    .flatMap(({ scene, objects }) => objects.map((id) => scene.get(id).name))
    .filter((text) => text !== '');
  if (!names.length)
    throw new RenquilError('convention-invalid', { detail: 'there are no names to learn from' });
  const guesses: LearnedGuess[] = [];
  const { separator, holds, asked } = findSeparator(names);
  guesses.push({
    about: 'separator',
    of: '',
    says: separator ? `"${separator}" stands between the slots` : 'nothing stands between the slots',
    holds: separator ? holds : names.length - asked,
    asked: separator ? asked : names.length,
  });
  const samples = makeSamples(from, separator, facing).filter((sample) => sample.name !== '');
  const prefixes = findHelpers(samples, separator, guesses);
  const plain = samples.filter((sample) => !prefixes.some((prefix) => sample.name.startsWith(prefix)));
  const roles = findWordRoles(plain);
  const further = hasFurther(plain.map((sample) => lay(sample, roles)));
  const laid = new Map(plain.map((sample) => [sample, lay(sample, roles, further)] as const));
  const slots = makeSlots(roles, [...laid.values()], guesses);
  const patterns: Partial<Record<Kind, PatternPart[]>> = {};
  for (const kind of kinds) {
    const of = [...laid].filter(([sample]) => sample.kind === kind).map(([, slotsOf]) => slotsOf);
    const pattern = of.length ? findPattern(kind, of, roles, guesses) : null;
    if (pattern) patterns[kind] = pattern;
  }
  if (prefixes.length && !patterns.helper)
    patterns.helper = [{ slot: 'what' }, { slot: 'number', optional: true }];
  if (patterns.helper && !slots['number']) slots['number'] = { digits: 3, start: 1 };
  const convention = defineConvention({
    renquil: 'convention/1',
    name,
    separator,
    facing,
    slots: inOrder(slots, Object.values(patterns)),
    patterns,
    helpers: { prefixes },
  });
  const compiled = new CompiledConvention(convention);
  const fits = samples.filter(
    (sample) => compiled.pattern(sample.kind) && readName(compiled, sample.kind, sample.name).fits,
  ).length;
  return { convention, guesses, fits, names: samples.length };
}

/** A first word of many meshes that carry no type while others do: what stays home. Common words for it count from two on. */
function findHelpers(samples: readonly Sample[], separator: string, guesses: LearnedGuess[]): string[] {
  if (!separator) return [];
  const known = new Set(['cut', 'ref', 'bool', 'guide', 'tmp', 'proxy', 'helper', 'hlp']);
  const counts = new Map<string, number>();
  for (const { pieces, kind } of samples) {
    const first = pieces[0]!.word;
    if (pieces.length > 1 && (kind === 'helper' || known.has(first.toLowerCase())))
      counts.set(first, (counts.get(first) ?? 0) + 1);
  }
  const found = [...counts].filter(([, count]) => count > 1).map(([word]) => word);
  for (const word of found)
    guesses.push({
      about: 'helpers',
      of: word,
      says: `names that begin with "${word}${separator}" are helpers`,
      holds: counts.get(word)!,
      asked: counts.get(word)!,
    });
  return found.map((word) => word + separator).sort();
}

/** A slot for each piece; what no list knows is what the thing is. */
function lay({ pieces }: Sample, roles: WordRoles, further = false): Laid[] {
  const out: Laid[] = [];
  let free = 0;
  pieces.forEach(({ word, digits }, at) => {
    const last = at === pieces.length - 1;
    const seen = (slot: Slot): boolean => out.some((one) => one.slot === slot);
    if (word) {
      const slot: Slot =
        last && at > 0 && !digits && roles.types.has(word)
          ? 'type'
          : !digits && pieces.length > 1 && roles.sides.has(word) && !seen('side')
            ? 'side'
            : !digits && pieces.length > 1 && roles.places.has(word) && !seen('place')
              ? 'place'
              : !digits && at > 0 && roles.surfaces.has(word) && !seen('surface')
                ? 'surface'
                : further
                  ? (freeSlots[free++] ?? 'what')
                  : 'what';
      out.push({ slot, text: word, glued: false });
    }
    if (digits) out.push({ slot: 'number', text: digits, glued: word !== '' });
  });
  return out;
}

function makeSlots(
  roles: WordRoles,
  laid: readonly (readonly Laid[])[],
  guesses: LearnedGuess[],
): Record<string, SlotRule> {
  const slots: Record<string, SlotRule> = {};
  const texts = (slot: Slot): string[] =>
    laid.flatMap((one) => one.filter((part) => part.slot === slot).map((part) => part.text));
  const list = (
    slot: Slot,
    about: LearnedGuess['about'],
    words: readonly WordRule[],
    support: (word: string) => string,
  ): void => {
    if (!words.length) return;
    slots[slot] = { words };
    const sums = words.map(({ word }) => roles.support.get(support(word)) ?? [0, 0]);
    const [holds, asked] = sums.reduce<[number, number]>(([a, b], [c, d]) => [a + c, b + d], [0, 0]);
    guesses.push({
      about,
      of: slot,
      says: `${slot}: ${words.map(({ word, means }) => (means && means !== word ? `${word} is ${means}` : word)).join(', ')}`,
      holds,
      asked,
    });
  };
  const pointing = (map: WordRoles['sides']): WordRule[] =>
    [...map].map(([word, means]) => ({ word, means }));
  list('side', 'side', pointing(roles.sides), (word) => `points ${word}`);
  list('place', 'words', pointing(roles.places), (word) => `points ${word}`);
  const what = texts('what');
  if (what.length) {
    const { form, holds } = findCase(what);
    slots['what'] = { case: form };
    guesses.push({
      about: 'case',
      of: 'what',
      says: `what it is, in ${caseWords[form]}`,
      holds,
      asked: what.length,
    });
  }
  for (const slot of furtherSlots) {
    const made = furtherRule(slot, texts(slot), guesses);
    if (made) slots[slot] = made;
  }
  const numbers = texts('number');
  if (numbers.length) {
    const widths = new Map<number, number>();
    for (const text of numbers) widths.set(text.length, (widths.get(text.length) ?? 0) + 1);
    const [digits, holds] = [...widths].sort((a, b) => b[1] - a[1])[0]!;
    const start = Math.min(...numbers.map(Number)) === 0 ? 0 : 1;
    slots['number'] = { digits, start };
    guesses.push({
      about: 'number',
      of: 'number',
      says: `numbers of ${digits} digits from ${String(start).padStart(digits, '0')}`,
      holds,
      asked: numbers.length,
    });
  }
  const surfaces = [...roles.surfaces].sort((a, b) => naturalCompare(a[0], b[0]));
  list(
    'surface',
    'surface',
    surfaces.map(([word, by]) =>
      by === word
        ? { word }
        : { word, spellings: by.split(' ').filter((one) => one.length > 2 && one !== word) },
    ),
    (word) => `surface ${word}`,
  );
  list(
    'type',
    'type',
    [...roles.types].map(([word, means]) => ({ word, means })),
    (word) => `type ${word}`,
  );
  return slots;
}

/** What a further word may be: one of a few that come again and again, else any. */
function furtherRule(slot: FurtherSlot, texts: readonly string[], guesses: LearnedGuess[]): SlotRule | null {
  if (!texts.length) return null;
  const words = [...new Set(texts)].sort(naturalCompare);
  const isList = words.length <= 60 && texts.length >= words.length * 2;
  const { form, holds } = findCase(texts);
  const few = words.length > 6 ? `one of ${words.length} words` : `one of ${words.join(', ')}`;
  guesses.push({
    about: 'words',
    of: slot,
    says: isList ? `${slot}: a further word, ${few}` : `${slot}: a further word, in ${caseWords[form]}`,
    holds: isList ? texts.length : holds,
    asked: texts.length,
  });
  return isList ? { words: words.map((word) => ({ word })) } : { case: form };
}

const caseWords: Readonly<Record<WordCase, string>> = {
  camel: 'small letters with humps',
  lower: 'small letters',
  upper: 'capitals',
  any: 'letters of any case',
};
function findCase(texts: readonly string[]): { readonly form: WordCase; readonly holds: number } {
  const tests: readonly (readonly [WordCase, RegExp])[] = [
    ['lower', /^[a-z][a-z0-9]*$/],
    ['upper', /^[A-Z][A-Z0-9]*$/],
    ['camel', /^[a-z][a-z0-9]*(?:[A-Z][a-z0-9]*)*$/],
  ];
  for (const [form, test] of tests) {
    const holds = texts.filter((text) => test.test(text)).length;
    if (holds >= texts.length * 0.97) return { form, holds };
  }
  return { form: 'any', holds: texts.filter((text) => /^[A-Za-z][A-Za-z0-9]*$/.test(text)).length };
}

/** The order of the slots in most names of a kind, with those that some names leave out. */
function findPattern(
  kind: Kind,
  laid: readonly (readonly Laid[])[],
  roles: WordRoles,
  guesses: LearnedGuess[],
): PatternPart[] | null {
  const clean = laid.filter((one) => one.length && new Set(one.map((part) => part.slot)).size === one.length);
  if (!clean.length) return null;
  const seen = new Map<Slot, number>();
  const before = new Map<string, number>();
  let glued = 0;
  for (const one of clean) {
    one.forEach((part, i) => {
      seen.set(part.slot, (seen.get(part.slot) ?? 0) + 1);
      if (part.slot === 'number' && part.glued) glued++;
      for (const later of one.slice(i + 1))
        before.set(`${part.slot} ${later.slot}`, (before.get(`${part.slot} ${later.slot}`) ?? 0) + 1);
    });
  }
  const ahead = (a: Slot, b: Slot): number => before.get(`${a} ${b}`) ?? 0;
  const usual: readonly Slot[] = ['side', 'place', ...freeSlots, 'number', 'surface', 'type'];
  const order = usual
    .filter((slot) => (seen.get(slot) ?? 0) >= Math.max(1, clean.length * 0.02))
    .map((slot) => ({
      slot,
      score: usual.reduce((sum, other) => sum + Math.sign(ahead(other, slot) - ahead(slot, other)), 0),
    }))
    .sort((a, b) => a.score - b.score || usual.indexOf(a.slot) - usual.indexOf(b.slot))
    .map((one) => one.slot);
  const types = [...roles.types].filter(([, of]) => of === kind).map(([word]) => word);
  const parts = order.map((slot): PatternPart => ({
    slot,
    ...((seen.get(slot) ?? 0) < clean.length * 0.98 ? { optional: true } : {}),
    ...(slot === 'number' && glued * 2 > (seen.get('number') ?? 0) ? { glued: true } : {}),
    ...(slot === 'type' && types.length ? { only: types } : {}),
  }));
  const sequence = parts
    .map((part) => `${part.glued ? '+' : ''}${part.slot}${part.optional ? '?' : ''}`)
    .join(' ');
  guesses.push({
    about: 'pattern',
    of: kind,
    says: `${kind}: ${sequence}`,
    holds: clean.length,
    asked: laid.length,
  });
  return parts;
}

/** Slots in the order in which they stand in the longest pattern, so that the columns read like the names. */
function inOrder(
  slots: Record<string, SlotRule>,
  patterns: readonly (readonly PatternPart[])[],
): Record<string, SlotRule> {
  const longest = [...patterns].sort((a, b) => b.length - a.length)[0] ?? [];
  const keys = [...new Set([...longest.map((part) => part.slot), ...Object.keys(slots)])].filter(
    (key) => key in slots,
  );
  return Object.fromEntries(keys.map((key) => [key, slots[key]!]));
}
