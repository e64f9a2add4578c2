/**
 * POSIX shell patterns (IEEE Std 1003.1, Shell Command Language 2.13: `*`, `?`, `[a-z]`, `[!x]`, backslash quotes), over
 * whole texts, by Unicode code points. No special rule for a leading period or a slash: these are names, not paths.
 * Matching is O(text x pattern) at worst: one pass with one place to come back to.
 */
export interface Wildcard {
  (text: string): boolean;
}

type Token = { any: true } | { test: (character: string) => boolean; any?: false };

/** Whether a text is a pattern (POSIX.1-2017 XCU 2.13) and not plain. */
export function hasWildcard(pattern: string): boolean {
  return /[*?[\\]/.test(pattern);
}

/** A pattern as a test of whole texts, in time linear in the text. */
export function compileWildcard(pattern: string, options: { ignoreCase?: boolean } = {}): Wildcard {
  const fold = options.ignoreCase ? (text: string) => text.toLowerCase() : (text: string) => text;
  const simple = plainForm(fold(pattern));
  if (simple) return (text) => simple(fold(text));
  const tokens = parse([...fold(pattern)]);
  return (text) => match(tokens, [...fold(text)]);
}

/** `*text*`, `text*`, `*text` and plain text are what most people type, and need no matcher. */
function plainForm(pattern: string): Wildcard | null {
  const found = /^(\*?)([^*?[\]\\]+)(\*?)$/su.exec(pattern);
  if (!found) return null;
  const [, before, text = '', after] = found;
  if (before && after) return (name) => name.includes(text);
  if (before) return (name) => name.endsWith(text);
  return after ? (name) => name.startsWith(text) : (name) => name === text;
}

function match(tokens: readonly Token[], text: readonly string[]): boolean {
  let t = 0;
  let p = 0;
  let star = -1;
  let from = 0;
  while (t < text.length) {
    const token = tokens[p];
    if (token?.any) {
      star = p++;
      from = t;
    } else if (token && token.test(text[t]!)) {
      t++;
      p++;
    } else if (star >= 0) {
      p = star + 1;
      t = ++from;
    } else return false;
  }
  while (tokens[p]?.any) p++;
  return p === tokens.length;
}

function parse(pattern: readonly string[]): Token[] {
  const tokens: Token[] = [];
  for (let at = 0; at < pattern.length; at++) {
    const c = pattern[at]!;
    if (c === '*') {
      if (!tokens.at(-1)?.any) tokens.push({ any: true });
    } else if (c === '?') tokens.push({ test: () => true });
    else if (c === '[') {
      const set = parseBracket(pattern, at);
      tokens.push(set ? { test: set.test } : literal(c));
      if (set) at = set.end;
    } else if (c === '\\' && at + 1 < pattern.length) tokens.push(literal(pattern[++at]!));
    else tokens.push(literal(c));
  }
  return tokens;
}

function literal(character: string): Token {
  return { test: (other) => other === character };
}

const classes: Record<string, (c: string) => boolean> = {
  alpha: (c) => /^\p{L}$/u.test(c),
  digit: (c) => c >= '0' && c <= '9',
  alnum: (c) => /^[\p{L}0-9]$/u.test(c),
  upper: (c) => /^\p{Lu}$/u.test(c),
  lower: (c) => /^\p{Ll}$/u.test(c),
  space: (c) => /^\s$/u.test(c),
  punct: (c) => /^[!-/:-@[-`{-~]$/.test(c),
  xdigit: (c) => /^[0-9A-Fa-f]$/.test(c),
};

/** A bracket expression (9.3.5), or null when it is never closed: then `[` stands for itself (2.13.1). */
function parseBracket(
  pattern: readonly string[],
  start: number,
): { test: (c: string) => boolean; end: number } | null {
  let at = start + 1;
  const negated = pattern[at] === '!' || pattern[at] === '^';
  if (negated) at++;
  const tests: ((c: string) => boolean)[] = [];
  for (let first = true; at < pattern.length; first = false) {
    let c = pattern[at]!;
    if (c === ']' && !first) {
      return { test: (other) => tests.some((test) => test(other)) !== negated, end: at };
    }
    if (c === '[' && pattern[at + 1] === ':') {
      const close = pattern.indexOf(':', at + 2);
      const named =
        close > 0 && pattern[close + 1] === ']' ? classes[pattern.slice(at + 2, close).join('')] : undefined;
      if (named) {
        tests.push(named);
        at = close + 2;
        continue;
      }
    }
    if (c === '\\' && at + 1 < pattern.length) c = pattern[++at]!;
    const to = pattern[at + 2];
    if (pattern[at + 1] === '-' && to !== undefined && to !== ']') {
      const [low, high] = [c.codePointAt(0)!, to.codePointAt(0)!];
      tests.push((other) => other.codePointAt(0)! >= low && other.codePointAt(0)! <= high);
      at += 3;
    } else {
      tests.push((other) => other === c);
      at++;
    }
  }
  return null;
}
