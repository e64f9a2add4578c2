import type { SlotRule } from './convention.js';

/** Whether a slot holds something that counts. */
export function isNumber({ digits, letters }: SlotRule): boolean {
  return digits !== undefined || letters !== undefined;
}
/** Digits and nothing else, at least one. */
export function isDigits(text: string): boolean {
  return /^[0-9]+$/.test(text);
}
/** A number as a slot has it: `7` as `007`, `g` or `v7`. Below 1 there are no letters: then it is digits. */
export function writeNumber(rule: SlotRule, value: number | bigint): string {
  if (rule.letters && value >= 1) {
    const text = lettersOf(Number(value));
    return rule.letters === 'upper' ? text.toUpperCase() : text;
  }
  return (rule.prefix ?? '') + String(value).padStart(rule.digits ?? 1, '0');
}
/** More digits than these are no count, and more than a number holds. */
export const mostDigits = 15;
/** The number that a text of the slot stands for; null: it is none, or beyond counting. */
export function readNumber(rule: SlotRule, text: string): number | null {
  if (rule.letters && /^[A-Za-z]{1,3}$/.test(text)) {
    let value = 0;
    for (const letter of text.toLowerCase()) value = value * 26 + (letter.charCodeAt(0) - 96);
    return value;
  }
  const digits = rule.prefix && text.startsWith(rule.prefix) ? text.slice(rule.prefix.length) : text;
  return isDigits(digits) && digits.length <= mostDigits ? Number(digits) : null;
}
/** 1 is a, 26 is z, 27 is aa. */
export function lettersOf(value: number): string {
  let out = '';
  for (let n = value; n > 0; n = Math.floor((n - 1) / 26))
    out = String.fromCharCode(97 + ((n - 1) % 26)) + out;
  return out;
}
