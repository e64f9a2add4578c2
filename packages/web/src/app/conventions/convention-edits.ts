import type { HouseRule } from '@renquil/core/checks';
import type { CheckSetting, Convention, PatternPart, SlotRule, WordRule } from '@renquil/core/names';

/** Where a pattern stands in a convention: of a kind, of another thing, or the nth special one. */
export interface PatternPlace {
  readonly group: 'patterns' | 'others' | 'special';
  readonly key: string;
}
type Patterns = Readonly<Record<string, readonly PatternPart[]>>;

/** The parts of the pattern at a place of a convention. */
export function patternAt(convention: Convention, { group, key }: PatternPlace): readonly PatternPart[] {
  if (group === 'special') return convention.special?.[Number(key)]?.pattern ?? [];
  return (convention[group] as Patterns | undefined)?.[key] ?? [];
}
/** An empty pattern is no pattern. */
export function withPattern(
  convention: Convention,
  { group, key }: PatternPlace,
  parts: readonly PatternPart[],
): Convention {
  if (group === 'special') {
    const special = (convention.special ?? []).map((one, i) =>
      i === Number(key) ? { ...one, pattern: parts } : one,
    );
    return tidy({ ...convention, special: special.filter((one) => one.pattern.length) });
  }
  const { [key]: _gone, ...rest } = (convention[group] ?? {}) as Record<string, readonly PatternPart[]>;
  const now = parts.length ? { ...(convention[group] as Patterns | undefined), [key]: parts } : rest;
  return tidy({ ...convention, [group]: now });
}
/** One part of a pattern changed; undefined fields are left out. */
export function withPart(
  convention: Convention,
  place: PatternPlace,
  at: number,
  change: { readonly [K in keyof PatternPart]?: PatternPart[K] | undefined },
): Convention {
  const parts = patternAt(convention, place).map((part, i) =>
    i === at ? without({ ...part, ...change }) : part,
  );
  return withPattern(convention, place, parts as PatternPart[]);
}
/** The convention with a slot put in or changed. */
export function withSlot(convention: Convention, name: string, rule: SlotRule): Convention {
  return { ...convention, slots: { ...convention.slots, [name]: without(rule) } };
}
/** Takes a slot away, out of every pattern too. */
export function withoutSlot(convention: Convention, name: string): Convention {
  const { [name]: _gone, ...slots } = convention.slots;
  const drop = (parts: readonly PatternPart[]): PatternPart[] => parts.filter((part) => part.slot !== name);
  const all = (patterns: Patterns): Patterns =>
    Object.fromEntries(
      Object.entries(patterns)
        .map(([key, parts]) => [key, drop(parts)] as const)
        .filter(([, parts]) => parts.length),
    );
  return tidy({
    ...convention,
    slots,
    patterns: all(convention.patterns),
    others: all(convention.others ?? {}),
    special: (convention.special ?? [])
      .map((one) => ({ ...one, pattern: drop(one.pattern) }))
      .filter((one) => one.pattern.length),
  });
}
/** The columns in another order. */
export function withSlotMoved(convention: Convention, name: string, by: number): Convention {
  const names = Object.keys(convention.slots);
  const at = names.indexOf(name);
  const to = at + by;
  if (at < 0 || to < 0 || to >= names.length) return convention;
  names.splice(to, 0, ...names.splice(at, 1));
  return { ...convention, slots: Object.fromEntries(names.map((one) => [one, convention.slots[one]!])) };
}
/** Lines of `word, spelling, spelling` put into a slot's list; words that are there keep their spellings and gain the new. */
export function withWords(rule: SlotRule, lines: readonly (readonly string[])[]): SlotRule {
  const words = new Map((rule.words ?? []).map((one) => [one.word, one] as const));
  for (const [word = '', ...more] of lines) {
    if (!word.trim()) continue;
    const old = words.get(word.trim());
    const spellings = [
      ...new Set([...(old?.spellings ?? []), ...more.map((one) => one.trim()).filter(Boolean)]),
    ];
    words.set(word.trim(), { ...old, word: word.trim(), ...(spellings.length ? { spellings } : {}) });
  }
  return { ...rule, words: [...words.values()] };
}
/** `enamel: paint, lacquer` to a word and its spellings; null: there is no word in it. */
export function readWord(text: string, old?: WordRule): WordRule | null {
  const [head = '', tail = ''] = text.split(/[:=]/, 2);
  const word = head.trim();
  if (!word) return null;
  const spellings = tail
    .split(/[,;]/)
    .map((one) => one.trim())
    .filter(Boolean);
  return { word, ...(spellings.length ? { spellings } : {}), ...(old?.means ? { means: old.means } : {}) };
}
/** A word with its other spellings, as a line that can be read back. */
export function sayWord({ word, spellings = [] }: WordRule): string {
  return spellings.length ? `${word}: ${spellings.join(', ')}` : word;
}
/** A word takes its old name along into patterns that allow it. */
export function withWordChanged(
  convention: Convention,
  slot: string,
  at: number,
  to: WordRule | null,
): Convention {
  const rule = convention.slots[slot]!;
  const old = rule.words![at]!;
  const words = rule.words!.flatMap((one, i) => (i === at ? (to ? [to] : []) : [one]));
  const change = (parts: readonly PatternPart[]): readonly PatternPart[] =>
    parts.map((part) => {
      if (part.slot !== slot || !part.only?.includes(old.word)) return part;
      const only = part.only.flatMap((word) => (word === old.word ? (to ? [to.word] : []) : [word]));
      const { only: _only, ...rest } = part;
      return only.length ? { ...rest, only } : rest;
    });
  const all = (patterns: Patterns): Patterns =>
    Object.fromEntries(Object.entries(patterns).map(([key, parts]) => [key, change(parts)]));
  return tidy({
    ...withSlot(convention, slot, { ...rule, words }),
    patterns: all(convention.patterns),
    others: all(convention.others ?? {}),
    special: (convention.special ?? []).map((one) => ({ ...one, pattern: change(one.pattern) })),
  });
}
/** What a check is set to; as shipped when nothing is left of it. */
export function withCheck(convention: Convention, id: string, setting: CheckSetting): Convention {
  const { [id]: _gone, ...rest } = convention.checks ?? {};
  const kept = without(setting);
  return tidy({ ...convention, checks: Object.keys(kept).length ? { ...rest, [id]: kept } : rest });
}
/** A rule of the house put in, or in place of the one of its id. */
export function withRule(convention: Convention, rule: HouseRule): Convention {
  const rules = convention.rules ?? [];
  const isThere = rules.some(({ id }) => id === rule.id);
  const now = isThere ? rules.map((one) => (one.id === rule.id ? rule : one)) : [...rules, rule];
  return { ...convention, rules: now };
}
/** A convention without one of its rules. */
export function withoutRule(convention: Convention, id: string): Convention {
  return tidy({ ...convention, rules: (convention.rules ?? []).filter((one) => one.id !== id) });
}

/** Without fields that say nothing. */
function without<T extends object>(value: T): Partial<T> {
  return Object.fromEntries(
    Object.entries(value).filter(([, one]) => one !== undefined && one !== false && one !== ''),
  ) as Partial<T>;
}
function tidy(convention: Convention): Convention {
  const { special, others, checks, rules, ...rest } = convention;
  return {
    ...rest,
    ...(special?.length ? { special } : {}),
    ...(others && Object.keys(others).length ? { others } : {}),
    ...(checks && Object.keys(checks).length ? { checks } : {}),
    ...(rules?.length ? { rules } : {}),
  };
}
