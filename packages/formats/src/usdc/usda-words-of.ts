/** A text in quotes, in which nothing ends a line. */
export function quoted(text: string): string {
  return `"${text.replace(/["\\\p{Cc}]/gu, escaped)}"`;
}
function escaped(c: string): string {
  const code = c.charCodeAt(0);
  // What is said by its number is one byte: above 127 that would be another sign.
  return named[c] ?? (code > 127 ? c : `\\x${code.toString(16).padStart(2, '0')}`);
}
const named: Readonly<Record<string, string>> = {
  '"': '\\"',
  '\\': '\\\\',
  '\n': '\\n',
  '\r': '\\r',
  '\t': '\\t',
};
/** The name of a file between its signs. */
export function assetText(name: string): string {
  if (!/[@\n\r]/.test(name)) return `@${name}@`;
  return `@@@${name.replaceAll('@@@', '\\@@@')}@@@`;
}
/** The shortest text that reads as the same number of 64 bits. */
export function doubleText(n: number): string {
  if (Number.isFinite(n)) return Object.is(n, -0) ? '-0' : String(n);
  return Number.isNaN(n) ? 'nan' : n < 0 ? '-inf' : 'inf';
}
/** The shortest text that reads as the same number of 32 bits. */
export function floatText(n: number): string {
  if (!Number.isFinite(n) || Number.isInteger(n)) return doubleText(n);
  // Most numbers of a shape have few digits.
  const short = Math.round(n * 1e4) / 1e4;
  if (Math.fround(short) === n) return String(short);
  for (let digits = 6; digits < 9; digits++) {
    const text = Number(n.toPrecision(digits));
    if (Math.fround(text) === n) return String(text);
  }
  return String(Number(n.toPrecision(9)));
}
/** A number of 16 bits (IEEE 754, binary16). */
export function halfOf(bits: number): number {
  const [exponent, fraction] = [(bits >> 10) & 31, bits & 1023];
  const size =
    exponent === 31
      ? fraction
        ? Number.NaN
        : Infinity
      : exponent
        ? (1 + fraction / 1024) * 2 ** (exponent - 15)
        : fraction * 2 ** -24;
  return bits & 0x8000 ? -size : size;
}
