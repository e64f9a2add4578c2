import type { SlotRule, WordCase } from './convention.js';

/** Words of a slot at most, where several may stand. */
export const mostWords = 6;

/** The first letter as a capital. */
export const upperFirst = (text: string): string => (text ? text[0]!.toUpperCase() + text.slice(1) : text);
/** The first letter small. */
export const lowerFirst = (text: string): string => (text ? text[0]!.toLowerCase() + text.slice(1) : text);

/** Words joined in a case: `cabin body` -> `cabinBody`. */
function inCase(words: readonly string[], wanted: WordCase): string {
  if (wanted === 'any') return words.join('');
  if (wanted === 'upper') return words.join('').toUpperCase();
  const low = words.map((word) => word.toLowerCase());
  if (wanted === 'lower') return low.join('');
  return low.map((word, i) => (i || wanted === 'pascal' ? upperFirst(word) : word)).join('');
}
/** Words as a slot writes them. */
export function writeWords(words: readonly string[], rule: SlotRule): string {
  const wanted = rule.case ?? 'any';
  if (rule.joint === undefined) return inCase(words, wanted);
  return words.map((word) => inCase([word], wanted)).join(rule.joint);
}
