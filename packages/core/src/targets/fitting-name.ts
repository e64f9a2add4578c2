import { asIdentifier, inLatin } from '../names/as-identifier.js';
import type { TargetNames } from './target.js';

/** What keeps a name from being one to the receiver. */
export type NameFault = 'empty' | 'characters' | 'digit' | 'long' | 'reserved';

/** What of the rules a name does not keep; null: nothing. Among whom it is the only one is asked elsewhere. */
export function nameFault(name: string, rules: TargetNames): NameFault | null {
  if (name === '') return 'empty';
  const { allowed } = readyFor(rules);
  if (allowed && !allowed.test(name)) return 'characters';
  if (rules.digitFirst === false && /^\p{Nd}/u.test(name)) return 'digit';
  if (isTooLong(name, rules.longest)) return 'long';
  if (isReserved(name, rules)) return 'reserved';
  return null;
}
/** The name that is nearest to a name and keeps the rules; two may become one by it. */
export function fittingName(name: string, rules: TargetNames): string {
  const { allowed, strange, join } = readyFor(rules);
  let made = name;
  if (allowed && !allowed.test(made))
    made =
      rules.letters === 'ascii'
        ? asIdentifier(inLatin(made), join, rules.signs ?? '')
        : made.replace(strange, join);
  if (made === '') made = 'unnamed';
  if (rules.digitFirst === false && /^\p{Nd}/u.test(made)) made = `n${made}`;
  made = cut(made, rules.longest);
  return isReserved(made, rules) ? `${cutBy(made, 1, rules)}x` : made;
}
/** A name, or one with a number at its end that is free; and the number to go on with for the next of that name. */
export function freeName(
  name: string,
  rules: TargetNames,
  isFree: (name: string) => boolean,
  from = 2,
): { readonly name: string; readonly next: number } {
  let free = name;
  let next = from;
  while (!isFree(free)) {
    const end = `${readyFor(rules).join}${next++}`;
    free = cutBy(name, end.length, rules) + end;
  }
  return { name: free, next };
}
/** A name with room for so many more characters. */
function cutBy(name: string, more: number, { longest }: TargetNames): string {
  return longest === undefined ? name : cut(name, Math.max(0, longest - more));
}
/** A name as the receiver compares it. */
export function comparable(name: string, { capitals }: TargetNames): string {
  return capitals === false ? name.toLowerCase() : name;
}

function cut(name: string, longest: number | undefined): string {
  return isTooLong(name, longest) ? [...name].slice(0, longest).join('') : name;
}
/** In characters, not in units of UTF-16, of which a name has at least as many. */
function isTooLong(name: string, longest: number | undefined): boolean {
  return longest !== undefined && name.length > longest && [...name].length > longest;
}

/** What is made of rules once, however many names are asked. */
interface Ready {
  readonly allowed: RegExp | null;
  readonly strange: RegExp;
  /** What stands for what cannot be written; without an underscore the first sign that may. */
  readonly join: string;
  readonly reserved: ReadonlySet<string>;
}
const ready = new WeakMap<TargetNames, Ready>();
function readyFor(rules: TargetNames): Ready {
  let made = ready.get(rules);
  if (made) return made;
  const { letters, signs = '', reserved = [] } = rules;
  const base = letters === 'ascii' ? 'A-Za-z0-9' : '\\p{L}\\p{M}\\p{Nd}';
  const inClass = base + signs.replace(/[\\\]^-]/g, '\\$&');
  made = {
    allowed: letters ? new RegExp(`^[${inClass}]+$`, 'u') : null,
    strange: new RegExp(`[^${inClass}]+`, 'gu'),
    join: !letters || signs.includes('_') ? '_' : (/./u.exec(signs)?.[0] ?? ''),
    reserved: new Set(reserved.map((word) => comparable(word, rules))),
  };
  ready.set(rules, made);
  return made;
}
function isReserved(name: string, rules: TargetNames): boolean {
  return readyFor(rules).reserved.has(comparable(name, rules));
}
