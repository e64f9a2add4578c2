import type { TextUnits } from './text-units.js';

/** One statement of an OBJ or MTL file: its word, and where what follows it begins and ends. */
export interface Statement {
  readonly word: string;
  /** Of the whole, from the word on. */
  readonly start: number;
  /** Of what follows the word, without space around it. */
  readonly from: number;
  readonly to: number;
  /** Behind the line, and those that it goes on in. */
  readonly end: number;
  readonly line: number;
  /** Whether a line ends in a backslash and goes on. */
  readonly isLong: boolean;
}

const isSpace = (unit: number): boolean => unit === 32 || unit === 9 || unit === 11 || unit === 12;
const isBreak = (unit: number): boolean => unit === 10 || unit === 13;

/**
 * Statements line by line, remarks left out. A line ends with LF, CR or both, and goes on behind a backslash at its end
 * (the format's own text, "line continuation").
 */
export function eachStatement({ text, start }: TextUnits, take: (statement: Statement) => void): void {
  let [at, line] = [start, 1];
  while (at < text.length) {
    const first = line;
    let isLong = false;
    let begin = at;
    let end = at;
    for (;;) {
      while (end < text.length && !isBreak(text.charCodeAt(end))) end++;
      const isOver = end >= text.length;
      // CRLF is one end of a line.
      const next = isOver
        ? end
        : text.charCodeAt(end) === 13 && text.charCodeAt(end + 1) === 10
          ? end + 2
          : end + 1;
      line++;
      if (isOver || text.charCodeAt(end - 1) !== 92 || end === begin) {
        at = next;
        break;
      }
      isLong = true;
      end = next;
    }
    while (begin < end && isSpace(text.charCodeAt(begin))) begin++;
    if (begin === end || text.charCodeAt(begin) === 35) continue;
    let from = begin;
    while (from < end && !isSpace(text.charCodeAt(from))) from++;
    const word = text.slice(begin, from);
    let to = end;
    while (from < to && isSpace(text.charCodeAt(from))) from++;
    while (to > from && isSpace(text.charCodeAt(to - 1))) to--;
    take({ word, start: begin, from, to, end: at, line: first, isLong });
  }
}

/** The name that a statement gives: all of it, lines that go on as one. */
export function nameIn(units: TextUnits, { from, to, isLong }: Statement): string {
  const words = units.words(from, to);
  return isLong ? words.replace(/[ \t]*\\(\r\n|\r|\n)[ \t]*/g, ' ') : words;
}
