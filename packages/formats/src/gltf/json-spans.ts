import { readOwn } from '@renquil/core/own-json';
/** A stretch of text, end excluded. */
export interface Span {
  readonly start: number;
  readonly end: number;
}
/** Where a member stands in a text, its key too. */
export interface MemberSpan extends Span {
  readonly keyStart: number;
}

/**
 * Finds values inside JSON text that JSON.parse has already accepted, so that an edit can replace one value and leave
 * every other byte as it was. Iterative: depth cannot exhaust the stack.
 */
function skipValue(text: string, from: number): number {
  let at = skipSpace(text, from);
  let depth = 0;
  for (;;) {
    const c = text[at];
    if (c === '"') at = skipString(text, at);
    else if (c === '{' || c === '[') {
      depth++;
      at++;
    } else if (c === '}' || c === ']') {
      depth--;
      at++;
    } else if (c === ',' || c === ':' || isSpace(c)) {
      at++;
      continue;
    } else at = skipScalar(text, at);
    if (depth === 0) return at;
  }
}

/** Where the members of an object stand, by key; the last of one key counts (RFC 8259 section 4). */
export function membersOf(text: string, objectStart: number): Map<string, MemberSpan> {
  const members = new Map<string, MemberSpan>();
  let at = skipSpace(text, objectStart) + 1;
  for (;;) {
    at = skipSpace(text, at);
    if (text[at] === '}') return members;
    if (text[at] === ',') {
      at++;
      continue;
    }
    const keyEnd = skipString(text, at);
    const key = readOwn<string>(text.slice(at, keyEnd));
    const start = skipSpace(text, skipSpace(text, keyEnd) + 1);
    const end = skipValue(text, start);
    // JSON.parse lets the last of equal keys win; so do we.
    members.delete(key);
    members.set(key, { keyStart: at, start, end });
    at = end;
  }
}

/** Where the elements of a list stand. */
export function elementsOf(text: string, arrayStart: number): Span[] {
  const elements: Span[] = [];
  let at = skipSpace(text, arrayStart) + 1;
  for (;;) {
    at = skipSpace(text, at);
    if (text[at] === ']') return elements;
    if (text[at] === ',') {
      at++;
      continue;
    }
    const end = skipValue(text, at);
    elements.push({ start: at, end });
    at = end;
  }
}

function isSpace(c: string | undefined): boolean {
  return c === ' ' || c === '\n' || c === '\r' || c === '\t';
}
function skipSpace(text: string, at: number): number {
  while (isSpace(text[at])) at++;
  return at;
}
function skipString(text: string, at: number): number {
  for (let i = at + 1; ; i++) {
    // indexOf runs over plain stretches faster than a loop can; an odd run of backslashes before the quote escapes it.
    i = text.indexOf('"', i);
    if (i < 0) throw new RangeError('unterminated string');
    let slashes = 0;
    while (text[i - 1 - slashes] === '\\') slashes++;
    if (slashes % 2 === 0) return i + 1;
  }
}
function skipScalar(text: string, at: number): number {
  let i = at;
  for (; i < text.length; i++) {
    const c = text[i];
    if (c === ',' || c === ']' || c === '}' || isSpace(c)) break;
  }
  if (i === at) throw new RangeError('not JSON');
  return i;
}
