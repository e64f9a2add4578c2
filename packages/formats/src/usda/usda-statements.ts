import type { Mat4 } from '@renquil/core/math';

/** A number as the format writes it: the shortest that reads the same. */
function numberText(n: number): string {
  return String(Object.is(n, -0) ? 0 : n);
}
/** Numbers in parentheses. */
export function tupleText(numbers: readonly number[]): string {
  return `(${numbers.map(numberText).join(', ')})`;
}
/** Column vectors column by column are row vectors row by row. */
export function matrixText(m: Mat4): string {
  return `( ${[0, 4, 8, 12].map((i) => tupleText(m.slice(i, i + 4))).join(', ')} )`;
}
/** JSON as a text in single quotes. */
export function jsonText(value: unknown): string {
  return `'${JSON.stringify(value).replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`;
}
