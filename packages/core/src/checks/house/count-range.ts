/** How many there may be, both ends included. */
export interface CountRange {
  readonly least: number;
  readonly most: number;
  /** As it was written. */
  readonly said: string;
}
const atLeastOne: CountRange = { least: 1, most: Infinity, said: 'at least 1' };

/** How a count is written, as an ECMAScript pattern. */
export const countPattern = '^(at least|exactly|at most) ([0-9]{1,7})$';
const written = new RegExp(countPattern);

/** `at least 1`, `exactly 4`, `at most 1`; left out: at least 1. @returns null for what is none of these */
export function readCount(text: string | undefined): CountRange | null {
  if (text === undefined) return atLeastOne;
  const read = written.exec(text);
  if (!read) return null;
  const n = Number(read[2]);
  const said = `${read[1]} ${n}`;
  if (read[1] === 'at least') return { least: n, most: Infinity, said };
  return { least: read[1] === 'exactly' ? n : 0, most: n, said };
}
