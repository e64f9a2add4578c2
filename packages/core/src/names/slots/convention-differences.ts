import { sameJson } from '../../edits/same-json.js';
import type { Convention, PatternPart, SlotRule } from './convention.js';

/** What is different between two states of a convention, one line a change, in words. */
export function conventionDifferences(before: Convention, after: Convention): string[] {
  const lines: string[] = [];
  const say = (line: string): void => void lines.push(line);
  if (before.name !== after.name) say(`name: ${before.name} → ${after.name}`);
  if (before.separator !== after.separator)
    say(`separator: ${quote(before.separator)} → ${quote(after.separator)}`);
  if (before.humps !== after.humps)
    say(after.humps ? 'capitals part the slots' : 'capitals do not part the slots');
  if (before.facing !== after.facing)
    say(`front: ${before.facing ?? 'as names say'} → ${after.facing ?? 'as names say'}`);
  if ((before.slack ?? 0.005) !== (after.slack ?? 0.005))
    say(`middle: within ${(before.slack ?? 0.005) * 1000} mm → ${(after.slack ?? 0.005) * 1000} mm`);
  slotLines(before, after, say);
  const list = (convention: Convention): Record<string, readonly PatternPart[]> => ({
    ...convention.patterns,
    ...Object.fromEntries(Object.entries(convention.others ?? {}).map(([key, parts]) => [`${key}s`, parts])),
    ...Object.fromEntries((convention.special ?? []).map((one) => [one.title, one.pattern])),
  });
  eachKey(list(before), list(after), (key, was, now) => {
    if (!was) say(`${key}: new pattern ${sayPattern(now!)}`);
    else if (!now) say(`${key}: no pattern any more`);
    else if (!same(was, now)) say(`${key}: ${patternChange(was, now)}`);
  });
  const [gone, fresh] = moved(before.helpers.prefixes, after.helpers.prefixes);
  if (fresh.length) say(`helpers: new prefix ${fresh.join(', ')}`);
  if (gone.length) say(`helpers: no prefix ${gone.join(', ')} any more`);
  eachKey(before.checks ?? {}, after.checks ?? {}, (id, was, now) => {
    if (same(was, now)) return;
    const [a, b] = [was?.severity ?? 'as shipped', now?.severity ?? 'as shipped'];
    say(a === b ? `check ${id}: other parameters` : `check ${id}: ${a} → ${b}`);
  });
  ruleLines(before, after, say);
  if (!same(before.templates, after.templates)) say('templates changed');
  return lines;
}

function ruleLines(before: Convention, after: Convention, say: (line: string) => void): void {
  const byId = ({ rules = [] }: Convention) => Object.fromEntries(rules.map((rule) => [rule.id, rule]));
  eachKey(byId(before), byId(after), (_id, was, now) => {
    if (!was) say(`new rule "${now!.title}"`);
    else if (!now) say(`no rule "${was.title}" any more`);
    else if (!same(was, now))
      say(
        was.severity === now.severity
          ? `the rule "${now.title}" is another`
          : `the rule "${now.title}": ${was.severity} → ${now.severity}`,
      );
  });
}

function slotLines(before: Convention, after: Convention, say: (line: string) => void): void {
  eachKey(before.slots, after.slots, (name, was, now) => {
    if (!was) return say(`new slot ${name}`);
    if (!now) return say(`no slot ${name} any more`);
    if (was.digits !== now.digits)
      say(`${name}: ${was.digits ?? 'no'} digits → ${now.digits ?? 'no'} digits`);
    if ((was.start ?? 1) !== (now.start ?? 1)) say(`${name}: starts at ${now.start ?? 1}`);
    if ((was.case ?? 'any') !== (now.case ?? 'any')) say(`${name}: ${now.case ?? 'any'} case`);
    if (!!was.atLeast !== !!now.atLeast)
      say(`${name}: ${now.atLeast ? 'as many digits or more' : 'just as many digits'}`);
    if (was.letters !== now.letters)
      say(`${name}: ${now.letters ? 'numbers as letters' : 'numbers as digits'}`);
    if (was.prefix !== now.prefix)
      say(`${name}: ${now.prefix ? `"${now.prefix}" before the digits` : 'nothing before the digits'}`);
    if (was.joint !== now.joint)
      say(`${name}: ${now.joint ? `several words with "${now.joint}" between them` : 'one word'}`);
    if ((was.role ?? '') !== (now.role ?? '')) say(`${name}: tells ${now.role ?? 'as its name says'}`);
    wordLines(name, was, now, say);
  });
  const [a, b] = [Object.keys(before.slots), Object.keys(after.slots)];
  if (a.length === b.length && a.every((key) => b.includes(key)) && !same(a, b))
    say(`columns: ${b.join(', ')}`);
}

function wordLines(name: string, was: SlotRule, now: SlotRule, say: (line: string) => void): void {
  const [a, b] = [was.words ?? [], now.words ?? []].map((list) => list.map((one) => one.word)) as [
    string[],
    string[],
  ];
  const [gone, fresh] = moved(a, b);
  if (fresh.length) say(`${name}: new ${fresh.length === 1 ? 'word' : 'words'} ${fresh.join(', ')}`);
  if (gone.length) say(`${name}: no ${gone.join(', ')} any more`);
  for (const one of now.words ?? []) {
    const old = was.words?.find((word) => word.word === one.word);
    if (!old) continue;
    const [less, more] = moved(old.spellings ?? [], one.spellings ?? []);
    if (more.length) say(`${name}: ${more.join(', ')} is written ${one.word}`);
    if (less.length) say(`${name}: ${less.join(', ')} is not written ${one.word} any more`);
    if ((old.means ?? '') !== (one.means ?? ''))
      say(`${name}: ${one.word} means ${one.means ?? 'what its spellings say'}`);
  }
}

function patternChange(was: readonly PatternPart[], now: readonly PatternPart[]): string {
  const [gone, fresh] = moved(
    was.map((part) => part.slot),
    now.map((part) => part.slot),
  );
  const said = [
    ...gone.map((slot) => `no ${slot} any more`),
    ...fresh.map((slot) => `${slot} added`),
    ...now.flatMap((part) => {
      const old = was.find((one) => one.slot === part.slot);
      if (!old || !!old.optional === !!part.optional) return [];
      return [part.optional ? `${part.slot} may be left out` : `${part.slot} must be there`];
    }),
  ];
  return said.length ? said.join(', ') : sayPattern(now);
}

/** `side (or none), what with number joined on, type`, as people read it. */
export function sayPattern(parts: readonly PatternPart[]): string {
  return parts
    .map((part, i) => {
      const text = part.optional ? `${part.slot} (or none)` : part.slot;
      if (!i) return text;
      if (part.glued) return ` with ${text} joined on`;
      return part.after === undefined ? `, ${text}` : `, then "${part.after}" and ${text}`;
    })
    .join('');
}
const quote = (text: string): string => (text === '' ? 'none' : `"${text}"`);
const same = (a: unknown, b: unknown): boolean => sameJson(a ?? null, b ?? null);
function moved(a: readonly string[], b: readonly string[]): [gone: string[], fresh: string[]] {
  return [a.filter((one) => !b.includes(one)), b.filter((one) => !a.includes(one))];
}
function eachKey<T>(
  a: Readonly<Record<string, T>>,
  b: Readonly<Record<string, T>>,
  each: (key: string, was: T | undefined, now: T | undefined) => void,
): void {
  for (const key of new Set([...Object.keys(a), ...Object.keys(b)])) each(key, a[key], b[key]);
}
