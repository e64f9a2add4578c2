import type { seededRandom } from '@renquil/core/testing';

/** A seeded generator and what is picked with it. */
export class Dice {
  constructor(readonly random: ReturnType<typeof seededRandom>) {}
  upTo(most: number): number {
    return Math.floor(this.random() * (most + 1));
  }
  one<T>(list: readonly T[]): T {
    return list[Math.floor(this.random() * list.length)]!;
  }
  often(share: number): boolean {
    return this.random() < share;
  }
}

/** Texts that have broken something before: names of JavaScript's own, control and astral characters, formulas, markup. */
export const texts: readonly string[] = [
  '',
  ' ',
  'constructor',
  '__proto__',
  'toString',
  'hasOwnProperty',
  'prototype',
  'a',
  'L_door001_oak_geo',
  'door left',
  '=1+1',
  '@SUM(A1)',
  '+cmd\n=2',
  '-1',
  '<script>alert(1)</script>',
  '../../etc/passwd',
  '\u0000',
  '\u001b[31mred',
  '\u202egpj.exe',
  '\ud800',
  '😀😀',
  'é'.normalize('NFD'),
  'x'.repeat(5000),
  '9'.repeat(40),
  'a_'.repeat(300),
  '*',
  '[!',
  '((',
  '"',
  '$1$1$1',
  '(a+)+$',
  '%s%n',
  '/a/b',
  '~1',
];
const numbers: readonly number[] = [
  0,
  -0,
  1,
  -1,
  2,
  0.5,
  3.7,
  1e-320,
  255,
  65536,
  2 ** 31,
  2 ** 32,
  2 ** 53,
  2 ** 53 + 2,
  1e15,
  1e22,
  1e308,
  -1e308,
];

/** Any JSON, mostly small. */
export function anyJson(dice: Dice, depth = 2): unknown {
  switch (dice.upTo(depth > 0 ? 8 : 5)) {
    case 0:
      return null;
    case 1:
      return dice.often(0.5);
    case 2:
    case 3:
      return dice.one(numbers);
    case 4:
    case 5:
      return dice.one(texts);
    case 6:
      return Array.from({ length: dice.upTo(4) }, () => anyJson(dice, depth - 1));
    case 7:
      return nested(dice.one([3, 60, 2000]));
    default: {
      const made: Record<string, unknown> = {};
      for (let i = dice.upTo(3); i >= 0; i--)
        Object.defineProperty(made, dice.one(texts), {
          value: anyJson(dice, depth - 1),
          enumerable: true,
          configurable: true,
          writable: true,
        });
      return made;
    }
  }
}

function nested(levels: number): unknown {
  let made: unknown = 1;
  for (let i = 0; i < levels; i++) made = [made];
  return made;
}

/** A copy with some values replaced, taken away, doubled or put in, at any depth. */
export function mutated(dice: Dice, from: unknown): unknown {
  const copy = JSON.parse(JSON.stringify(from)) as unknown;
  let root: unknown = copy;
  for (let hits = dice.often(0.7) ? 1 : 1 + dice.upTo(3); hits > 0; hits--) root = hit(dice, root);
  return root;
}
function hit(dice: Dice, root: unknown): unknown {
  let at: unknown = root;
  if (typeof at !== 'object' || at === null) return anyJson(dice);
  for (;;) {
    const holder = at as Record<string, unknown>;
    const keys = Object.keys(holder);
    if (!keys.length) {
      put(holder, Array.isArray(holder) ? '0' : dice.one(texts), anyJson(dice));
      return root;
    }
    const key = dice.one(keys);
    const inner = holder[key];
    if (typeof inner === 'object' && inner !== null && dice.often(0.8)) {
      at = inner;
      continue;
    }
    const how = dice.upTo(5);
    if (how === 0 && !Array.isArray(holder)) delete holder[key];
    else if (how === 1)
      put(holder, Array.isArray(holder) ? String(keys.length) : dice.one(texts), anyJson(dice));
    else if (how === 2 && Array.isArray(holder)) holder.push(inner);
    else put(holder, key, dice.often(0.6) ? likeIt(dice, inner) : anyJson(dice));
    return root;
  }
}
/** Another value of the same type: what is refused for its type alone tells little. */
function likeIt(dice: Dice, value: unknown): unknown {
  if (typeof value === 'number') return dice.one(numbers);
  if (typeof value === 'string') return dice.one(texts);
  if (typeof value === 'boolean') return !value;
  return anyJson(dice);
}
function put(holder: object, key: string, value: unknown): void {
  Object.defineProperty(holder, key, { value, enumerable: true, configurable: true, writable: true });
}

/** A text with a few parts of it taken out, doubled, or with something put in that does not belong there. */
export function brokenText(dice: Dice, source: string, pieces: readonly string[]): string {
  let text = source;
  for (let hits = dice.upTo(6); hits > 0; hits--) {
    const at = dice.upTo(text.length);
    const to = Math.min(text.length, at + dice.upTo(dice.often(0.8) ? 12 : 400));
    const how = dice.upTo(9);
    if (how < 3) text = text.slice(0, at) + text.slice(to);
    else if (how < 5) text = text.slice(0, to) + text.slice(at, to) + text.slice(to);
    else text = text.slice(0, at) + (how < 9 ? dice.one(pieces) : dice.one(texts)) + text.slice(at);
  }
  return text;
}
