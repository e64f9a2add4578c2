import type { Kind } from '../../scene/scene-object.js';
import { naturalCompare } from '../natural-order.js';
import type { SlotRole, SlotRule, WordCase, WordRule } from '../slots/convention.js';
import type { Laid, LaidName, Roles } from './lay-names.js';
import type { LearnedGuess } from './learned.js';
import type { Learning } from './learning.js';
import type { Style } from './style.js';
import type { Support } from './word-uses.js';

/** Share of its texts that must be written in a case. */
const inOneCase = 0.985;

/** What may stand in each slot, with how much of the names bears it out. */
export function slotRules(laid: readonly LaidName[], learning: Learning): Record<string, SlotRule> {
  const { roles, style, guesses } = learning;
  const rules: Record<string, SlotRule> = {};
  const all = new Map<SlotRole, Laid[]>();
  for (const { slots } of laid)
    for (const one of slots) {
      const list = all.get(one.role);
      if (list) list.push(one);
      else all.set(one.role, [one]);
    }
  const of = (role: SlotRole): readonly Laid[] => all.get(role) ?? [];
  const list = (slot: ListedSlot): void => {
    const rule = wordList(slot, of(slot), learning);
    if (rule) rules[slot] = rule;
  };
  list('side');
  list('place');
  Object.assign(rules, namingRules(laid, learning));
  const more = of('other');
  if (more.length) rules['other'] = { ...whatRule(more, laid, style, guesses), role: 'other' };
  const number = numberRule(of('number'), roles, guesses);
  if (number) rules['number'] = number;
  list('surface');
  list('variant');
  if (of('version').length) {
    const texts = of('version').map(({ text }) => text.slice(1));
    rules['version'] = { ...widths(texts), prefix: roles.counting.version! };
    guesses.push(plain('number', 'version', `versions as ${of('version')[0]!.text}`, texts.length));
  }
  list('type');
  return rules;
}

type ListedSlot = 'side' | 'place' | 'surface' | 'variant' | 'type';
/** The words of a slot that is a list, each with the key under which its support stands. */
function wordsOf(slot: ListedSlot, roles: Roles): readonly (readonly [WordRule, string])[] {
  switch (slot) {
    case 'side':
    case 'place':
      return [...(slot === 'side' ? roles.sides : roles.places)].map(([word, means]) => [
        { word, means },
        `points ${word}`,
      ]);
    case 'surface':
      return [...roles.surfaces]
        .sort((a, b) => naturalCompare(a[0], b[0]))
        .map(([word, by]) => {
          const spellings = by.split(' ').filter((one) => one.length > 2 && one !== word);
          const rule = by === word || !spellings.length ? { word } : { word, spellings };
          return [rule, `surface ${word}`];
        });
    case 'variant':
      return [...roles.counting.variants].sort().map((word) => [{ word }, '']);
    case 'type':
      return [...roles.types].map(([word, means]) => [{ word, means }, `type ${word}`]);
  }
}
/** The rule of a slot that is a list, of those words that stand in it; null: none does. */
function wordList(
  slot: ListedSlot,
  laid: readonly Laid[],
  { roles, style, support, guesses }: Learning,
): SlotRule | null {
  const texts = new Set(laid.map(({ text }) => text));
  const stands = wordsOf(slot, roles).filter(([{ word }]) => texts.has(word));
  if (!stands.length) return null;
  const words = stands.map(([rule]) => rule);
  const sums = stands.map(([, key]) => support.get(key) ?? ([0, 0] as Support));
  guesses.push({
    about: slot === 'place' || slot === 'variant' ? 'words' : slot,
    of: slot,
    says: `${slot}: ${words.map(sayWord).join(', ')}`,
    holds: sums.reduce((sum, [holds]) => sum + holds, 0),
    asked: sums.reduce((sum, [, asked]) => sum + asked, 0),
  });
  return { words: style.humps ? lowerOnce(words) : words };
}
/** The rules of what things are called: one, and another for kinds that have other signs between their words. */
function namingRules(laid: readonly LaidName[], { style, guesses }: Learning): Record<string, SlotRule> {
  const rules: Record<string, SlotRule> = {};
  const strange = strangeKinds(laid);
  for (const slot of ['what', strangeSlot]) {
    const names = laid.filter(({ sample }) => strange.has(sample.kind) === (slot === strangeSlot));
    const what = names.flatMap(({ slots }) => slots.filter(({ role }) => role === 'what'));
    if (what.length)
      rules[slot] = {
        ...whatRule(what, names, style, guesses),
        ...(slot === 'what' ? {} : { role: 'what' }),
      };
  }
  return rules;
}

/** What things are called where names of their kind have another sign between words than most. */
export const strangeSlot = 'name';

/** Kinds whose names have another sign between the words of what they are. */
export function strangeKinds(laid: readonly LaidName[]): ReadonlySet<Kind> {
  const signs = new Map<Kind, string[]>();
  for (const { sample, slots } of laid)
    for (const { role, text, words } of slots) {
      if (role !== 'what' || words.length < 2) continue;
      const sign = text[words[0]!.length]!;
      const known = signs.get(sample.kind);
      if (known) known.push(sign);
      else signs.set(sample.kind, [sign]);
    }
  const usual = mostOf([...signs.values()].flat());
  return new Set([...signs].filter(([, list]) => mostOf(list) !== usual).map(([kind]) => kind));
}

const plain = (about: LearnedGuess['about'], of: string, says: string, count: number): LearnedGuess => ({
  about,
  of,
  says,
  holds: count,
  asked: count,
});
const sayWord = ({ word, means }: WordRule): string =>
  means && means !== word.toLowerCase() ? `${word} is ${means}` : word;

/** `Left` and `left` between humps are one word. */
function lowerOnce(words: readonly WordRule[]): WordRule[] {
  const byLow = new Map<string, WordRule>();
  for (const one of words) {
    const low = one.word.length > 1 ? one.word.toLowerCase() : one.word;
    if (!byLow.has(low)) byLow.set(low, { ...one, word: low });
  }
  return [...byLow.values()];
}

function whatRule(
  what: readonly Laid[],
  laid: readonly LaidName[],
  style: Style,
  guesses: LearnedGuess[],
): SlotRule {
  const words = what.flatMap((one) => one.words);
  const several = what.filter((one) => one.words.length > 1);
  if (style.humps) {
    guesses.push(plain('case', 'what', `what it is, words with capitals`, what.length));
    return {};
  }
  const { form, holds } = findCase(words);
  const joint = several.length
    ? mostOf(several.map(({ text, words: [first] }) => text[first!.length]!))
    : null;
  const how = joint ? `, with "${joint}" between words` : '';
  guesses.push({
    about: 'case',
    of: 'what',
    says: `what it is, in ${caseWords[form]}${how}`,
    holds,
    asked: words.length,
  });
  const most = what.reduce((n, one) => Math.max(n, one.words.length), 1);
  const closed = closedWords(what, laid);
  return {
    ...(closed ? { words: closed.map((word) => ({ word })), role: 'what' as const } : { case: form }),
    ...(joint ? { joint, ...(most > 5 ? { most: most + 1 } : {}) } : {}),
  };
}

/** The words of joints are those of their standard, where each comes again and again; null: any may stand. */
function closedWords(what: readonly Laid[], laid: readonly LaidName[]): readonly string[] | null {
  if (!laid.every(({ sample }) => sample.kind === 'joint') || what.length < 12) return null;
  const counts = new Map<string, number>();
  for (const word of what.flatMap((one) => one.words)) counts.set(word, (counts.get(word) ?? 0) + 1);
  const total = [...counts.values()].reduce((a, b) => a + b, 0);
  const isClosed = what.every((one) => one.words.length > 1) && total >= counts.size * 3;
  return isClosed ? [...counts.keys()].sort(naturalCompare) : null;
}

function numberRule(numbers: readonly Laid[], roles: Roles, guesses: LearnedGuess[]): SlotRule | null {
  if (!numbers.length) return null;
  const texts = numbers.map(({ text }) => text);
  if (roles.counting.letters) {
    guesses.push(plain('number', 'number', 'numbers are letters from a on', texts.length));
    return { letters: roles.counting.letters, start: 1 };
  }
  const start = texts.some((text) => Number(text) === 0) ? 0 : 1;
  const rule = widths(texts);
  const fit = texts.filter(
    (text) => text.length === rule.digits || (rule.atLeast && text.length > rule.digits && text[0] !== '0'),
  );
  const width = rule.digits === 1 && rule.atLeast ? 'without zeros' : `of ${rule.digits} digits`;
  guesses.push({
    about: 'number',
    of: 'number',
    says: `numbers ${width}${rule.atLeast && rule.digits > 1 ? ' or more' : ''}, from ${String(start).padStart(rule.digits, '0')}`,
    holds: fit.length,
    asked: texts.length,
  });
  return { ...rule, start };
}
/** How wide numbers are: those with zeros before them say it, else the narrowest. */
function widths(texts: readonly string[]): { readonly digits: number; readonly atLeast?: true } {
  const padded = texts.filter((text) => text.length > 1 && text[0] === '0');
  const digits = padded.length
    ? Number(mostOf(padded.map((text) => String(text.length))))
    : texts.reduce((n, text) => Math.min(n, text.length), Infinity);
  const wider = texts.filter((text) => text.length > digits && text[0] !== '0').length;
  // Of one width only, and two digits at least, that is the width; 1 to 9 may go on with 10.
  return wider || (digits === 1 && !padded.length) ? { digits, atLeast: true } : { digits };
}
function mostOf(texts: readonly string[]): string | undefined {
  const counts = new Map<string, number>();
  for (const text of texts) counts.set(text, (counts.get(text) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

const caseWords: Readonly<Record<WordCase, string>> = {
  camel: 'small letters with humps',
  pascal: 'a capital at every word',
  lower: 'small letters',
  upper: 'capitals',
  any: 'letters of any case',
};
function findCase(texts: readonly string[]): { readonly form: WordCase; readonly holds: number } {
  const tests: readonly (readonly [WordCase, RegExp])[] = [
    ['lower', /^[a-z][a-z0-9]*$/],
    ['upper', /^[A-Z][A-Z0-9]*$/],
    ['camel', /^[a-z][A-Za-z0-9]*$/],
    ['pascal', /^[A-Z][A-Za-z0-9]*$/],
  ];
  for (const [form, test] of tests) {
    const holds = texts.filter((text) => test.test(text)).length;
    if (holds >= texts.length * inOneCase) return { form, holds };
  }
  return { form: 'any', holds: texts.filter((text) => /^[A-Za-z][A-Za-z0-9]*$/.test(text)).length };
}
