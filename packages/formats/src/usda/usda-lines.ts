import { chars } from './usda-scanner.js';

/** Space, tab or the end of a line. */
export const isSpace = (c: number): boolean => c === chars.space || c === chars.tab || isNewline(c);
/** The end of a line. */
export const isNewline = (c: number): boolean => c === chars.newline || c === chars.carriage;
/** What follows spaces and tabs. */
export function skipBlank(bytes: Uint8Array, at: number): number {
  let to = at;
  while (bytes[to] === chars.space || bytes[to] === chars.tab) to++;
  return to;
}
/** What follows all space. */
export function skipSpace(bytes: Uint8Array, at: number): number {
  let to = at;
  while (to < bytes.length && isSpace(bytes[to]!)) to++;
  return to;
}
/** A new line, where something else stands on this one. */
export function lineBreak(bytes: Uint8Array, at: number, indent: string): string {
  return isNewline(bytes[skipBlank(bytes, at)]!) ? '' : `\n${indent}`;
}
/** The end of a line after a byte, when nothing or a remark stands there; else the byte itself. */
export function lineEnd(bytes: Uint8Array, at: number): number {
  let to = skipBlank(bytes, at);
  if (bytes[to] !== chars.hash && !(bytes[to] === chars.slash && bytes[to + 1] === chars.slash)) return at;
  while (to < bytes.length && !isNewline(bytes[to]!)) to++;
  return to;
}
