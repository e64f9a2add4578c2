import { asIdentifier, inLatin } from '../names/as-identifier.js';
import type { TargetNames } from './target.js';

/** What keeps a name from being one to the receiver. */
export type NameFault = 'empty' | 'characters' | 'digit' | 'long' | 'reserved';

/** What of the rules a name does not keep; null: nothing. Among whom it is the only one is asked elsewhere. */
export function nameFault(name: string, rules: TargetNames): NameFault | null {
  if (name === '') return 'empty';
  if (rules.letters && !allowed(rules).test(name)) return 'characters';
  if (rules.digitFirst === false && /^\p{Nd}/u.test(name)) return 'digit';
  if (rules.longest !== undefined && [...name].length > rules.longest) return 'long';
  if (isReserved(name, rules)) return 'reserved';
  return null;
}
/** The name that is nearest to a name and keeps the rules; two may become one by it. */
export function fittingName(name: string, rules: TargetNames): string {
  let made = name;
  if (rules.letters && !allowed(rules).test(made))
    made =
      rules.letters === 'ascii'
        ? asIdentifier(inLatin(made), join(rules), rules.signs ?? '')
        : made.replace(new RegExp(`[^\\p{L}\\p{Nd}${escaped(rules.signs ?? '')}]+`, 'gu'), join(rules));
  if (made === '') made = 'unnamed';
  if (rules.digitFirst === false && /^\p{Nd}/u.test(made)) made = `n${made}`;
  if (rules.longest !== undefined) made = [...made].slice(0, rules.longest).join('');
  return isReserved(made, rules) ? cutBy(made, 1, rules) + 'x' : made;
}
/** A name with room for so many more characters. */
export function cutBy(name: string, more: number, { longest }: TargetNames): string {
  return longest === undefined ? name : [...name].slice(0, Math.max(0, longest - more)).join('');
}
/** A name as the receiver compares it. */
export function comparable(name: string, { capitals }: TargetNames): string {
  return capitals === false ? name.toLowerCase() : name;
}

const join = ({ signs = '' }: TargetNames): string => (signs.includes('_') ? '_' : (signs[0] ?? ''));
const escaped = (signs: string): string => signs.replace(/[\\\]^-]/g, '\\$&');
const known = new Map<string, RegExp>();
function allowed({ letters, signs = '' }: TargetNames): RegExp {
  const key = `${letters} ${signs}`;
  let made = known.get(key);
  const base = letters === 'ascii' ? 'A-Za-z0-9' : '\\p{L}\\p{M}\\p{Nd}';
  if (!made) known.set(key, (made = new RegExp(`^[${base}${escaped(signs)}]+$`, 'u')));
  return made;
}
function isReserved(name: string, rules: TargetNames): boolean {
  const wanted = comparable(name, rules);
  return (rules.reserved ?? []).some((word) => comparable(word, rules) === wanted);
}
