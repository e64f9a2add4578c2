import type { Kind } from '../../scene/scene-object.js';
import { partsConvention } from '../slots/parts.js';
import type { Sample } from './samples.js';
import { isDigits } from '../slots/slot-number.js';
import type { Support } from './word-uses.js';

type End = 'first' | 'last' | 'between';
/** Words that are types wherever they stand. Common practice. */
const spoken = new Set(
  (partsConvention.slots['type']!.words ?? []).flatMap(({ word, spellings = [] }) => [word, ...spellings]),
);
/** How much of the names of a kind must have its word, and how much of the word's names must be of the kind. */
const [ofKind, ofWord] = [0.7, 0.85];
/** How much of the names of the only kind with a word that nobody else calls a type. */
const ofAll = 0.95;
/** Without a second kind to tell it from, a word in all names must be in so many to be a type. */
const many = 8;

/** Words that go with one kind of object, with how much speaks for each. */
export interface TypeWords {
  readonly kinds: ReadonlyMap<string, Kind>;
  readonly support: ReadonlyMap<string, Support>;
}

/** The word that names of a kind have and others have not, all kinds at the same end of their names. */
export function findTypes(samples: readonly Sample[]): TypeWords {
  let best: TypeWords & { readonly worth: number } = { kinds: new Map(), support: new Map(), worth: 0 };
  for (const end of ['last', 'first', 'between'] as const) {
    const found = typesAt(samples, end);
    if (found.worth > best.worth) best = found;
  }
  return best;
}

/** How often words stand at an end of the names of each kind. */
interface EndWords {
  readonly byKind: ReadonlyMap<Kind, ReadonlyMap<string, number>>;
  readonly kindTotals: ReadonlyMap<Kind, number>;
  readonly totals: ReadonlyMap<string, number>;
  /** What else stands in names with a word, `many` of it at most. */
  readonly things: ReadonlyMap<string, ReadonlySet<string>>;
}
function countAt(samples: readonly Sample[], end: End): EndWords {
  const byKind = new Map<Kind, Map<string, number>>();
  const kindTotals = new Map<Kind, number>();
  const totals = new Map<string, number>();
  const things = new Map<string, Set<string>>();
  for (const { kind, pieces } of samples) {
    if (pieces.length < 2) continue;
    kindTotals.set(kind, (kindTotals.get(kind) ?? 0) + 1);
    const words = byKind.get(kind) ?? new Map<string, number>();
    byKind.set(kind, words);
    for (const at of placesAt(pieces.length, end)) {
      const { text } = pieces[at]!;
      if (isDigits(text) || text.length < 2) continue;
      words.set(text, (words.get(text) ?? 0) + 1);
      totals.set(text, (totals.get(text) ?? 0) + 1);
      const rest = pieces.filter((_, i) => i !== at).map((piece) => piece.text);
      let known = things.get(text);
      if (!known) things.set(text, (known = new Set()));
      if (known.size < many) known.add(rest.filter((word) => !isDigits(word)).join(' '));
    }
  }
  return { byKind, kindTotals, totals, things };
}
const isSpoken = (word: string): boolean => spoken.has(word.toLowerCase());
const isUpper = (word: string): boolean => word === word.toUpperCase();

function typesAt(samples: readonly Sample[], end: End): TypeWords & { readonly worth: number } {
  const { byKind, kindTotals, totals, things } = countAt(samples, end);
  const kinds = new Map<string, Kind>();
  const support = new Map<string, Support>();
  let [worth, sure] = [0, 0];
  const take = (kind: Kind, word: string, count: number): void => {
    kinds.set(word, kind);
    support.set(`type ${word}`, [count, kindTotals.get(kind)!]);
    worth += count * (isSpoken(word) ? 2 : 1);
  };
  const unsure: (readonly [Kind, string, number])[] = [];
  for (const [kind, words] of byKind) {
    const asked = kindTotals.get(kind)!;
    const [top] = [...words].sort((a, b) => b[1] - a[1] || Number(isSpoken(b[0])) - Number(isSpoken(a[0])));
    if (!top || top[1] < asked * ofKind || top[1] < totals.get(top[0])! * ofWord) continue;
    // In the middle of names other words come again and again too: fingers of a hand.
    if (end === 'between' && !isSpoken(top[0])) continue;
    // What stands before one thing only may be part of what that is called.
    if (!isSpoken(top[0]) && things.get(top[0])!.size < 2) {
      unsure.push([kind, ...top]);
      continue;
    }
    take(kind, ...top);
    if (isSpoken(top[0]) || things.get(top[0])!.size >= many / 2) sure++;
  }
  // Where other kinds have their types there, written alike, the one of a kind with one thing is its type too.
  if (sure)
    for (const [kind, word, count] of unsure)
      if (
        [...kinds.keys()].every((other) => isUpper(other) === isUpper(word)) &&
        isUpper(word) &&
        word.length < 5
      )
        take(kind, word, count);
  // What stands before many names of the one kind that has it may say whose they are, and no kind.
  const saysKind = (word: string): boolean =>
    isSpoken(word)
      ? totals.get(word)! >= 3
      : totals.get(word)! >= many * 2 && totals.get(word)! >= kindTotals.get(kinds.get(word)!)! * ofAll;
  const isType = sure > 0 && (kinds.size > 1 || [...kinds.keys()].every(saysKind));
  return isType ? { kinds, support, worth } : { kinds: new Map(), support: new Map(), worth: 0 };
}

function placesAt(length: number, end: End): readonly number[] {
  if (end === 'first') return [0];
  if (end === 'last') return [length - 1];
  return Array.from({ length: Math.max(0, length - 2) }, (_, i) => i + 1);
}
