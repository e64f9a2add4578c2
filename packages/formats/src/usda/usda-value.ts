import { chars, textOf, type Span } from './usda-scanner.js';

const escapes: Readonly<Record<string, string>> = {
  n: '\n',
  r: '\r',
  t: '\t',
  a: '\x07',
  b: '\b',
  f: '\f',
  v: '\v',
};

/** What a quoted text says. Escapes as in the format's own text: `\n`, `\x41`, `\101`, and any sign that stands for itself. */
export function stringText(bytes: Uint8Array, { start, end }: Span): string {
  const isLong = end - start >= 6 && bytes[start + 1] === bytes[start] && bytes[start + 2] === bytes[start];
  const by = isLong ? 3 : 1;
  const text = textOf(bytes, start + by, end - by);
  if (!text.includes('\\')) return text;
  return text.replace(
    /\\(?:x([0-9a-fA-F]{1,2})|([0-7]{1,3})|([\s\S]))/g,
    (_, hex?: string, octal?: string, other: string = '') => {
      if (hex !== undefined) return String.fromCharCode(parseInt(hex, 16));
      if (octal !== undefined) return String.fromCharCode(parseInt(octal, 8));
      return escapes[other] ?? other;
    },
  );
}
/** Whether a value is a text in quotes. */
export function isString(bytes: Uint8Array, { start }: Span): boolean {
  return bytes[start] === chars.quote || bytes[start] === chars.apostrophe;
}
/** The numbers of a value in their order, whatever brackets stand around them. Comments in it are passed over. */
export function numbersIn(bytes: Uint8Array, { start, end }: Span): number[] {
  const into: number[] = [];
  for (let at = start; at < end;) {
    const c = bytes[at]!;
    if (c === chars.hash || (c === chars.slash && bytes[at + 1] === chars.slash)) {
      while (at < end && bytes[at] !== chars.newline && bytes[at] !== chars.carriage) at++;
      continue;
    }
    if (c === chars.slash && bytes[at + 1] === chars.star) {
      at += 2;
      while (at < end && !(bytes[at] === chars.star && bytes[at + 1] === chars.slash)) at++;
      at += 2;
      continue;
    }
    if (!isNumber(c)) {
      at++;
      continue;
    }
    const from = at;
    // Digits with at most one point are most of a layer. Up to fifteen of them are a whole number that a double holds, and
    // one division by a power of ten that it holds rounds as reading the text would (IEEE 754).
    let [whole, digits, point] = [0, 0, -1];
    const isMinus = c === minus;
    if (isMinus) at++;
    for (; at < end; at++) {
      const d = bytes[at]!;
      if (d >= 48 && d <= 57) {
        whole = whole * 10 + d - 48;
        digits++;
      } else if (d === chars.dot && point < 0) point = at;
      else break;
    }
    if (digits > 0 && digits <= 15 && !(at < end && isNumber(bytes[at]!))) {
      const n = point < 0 ? whole : whole / powers[at - 1 - point]!;
      into.push(isMinus ? -n : n);
      continue;
    }
    while (at < end && isNumber(bytes[at]!)) at++;
    into.push(numberOf(textOf(bytes, from, at)));
  }
  return into;
}
const minus = 45;
const powers = Array.from({ length: 16 }, (_, i) => 10 ** i);
function isNumber(c: number): boolean {
  return (
    (c >= 48 && c <= 57) ||
    c === 43 ||
    c === 45 ||
    c === chars.dot ||
    (c >= 97 && c <= 122) ||
    (c >= 65 && c <= 90)
  );
}
function numberOf(text: string): number {
  const n = Number(text);
  if (!Number.isNaN(n)) return n;
  if (text === 'inf') return Infinity;
  return text === '-inf' ? -Infinity : Number.NaN;
}
