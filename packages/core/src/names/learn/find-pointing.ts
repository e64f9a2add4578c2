import { opposite, spokenSense, type Sense } from '../slots/senses.js';
import { isDigits } from '../slots/slot-number.js';
import type { Sample } from './samples.js';
import type { Support, Use } from './word-uses.js';

/** Words that point: left, front, upper, each with how much speaks for it. */
export interface PointingWords {
  readonly senses: ReadonlyMap<string, Sense>;
  readonly support: ReadonlyMap<string, Support>;
}
const none: PointingWords = { senses: new Map(), support: new Map() };
const letters: Readonly<Record<string, Sense>> = {
  l: 'left',
  r: 'right',
  c: 'centre',
  m: 'centre',
  f: 'front',
  b: 'back',
  t: 'top',
  u: 'under',
};
const meant = (word: string): Sense | null =>
  spokenSense(word) ?? (word.length === 1 ? (letters[word.toLowerCase()] ?? null) : null);
/** How much of what a word stands on must lie where it says, and times it must be seen to be judged. */
const [most, few] = [0.8, 3];

/** How many of the objects with a word, whose seat is clear and off the middle, sit where it says. */
function agreement(uses: readonly Use[], sense: Sense, seatOf: (sample: Sample) => Sense | null): Support {
  let [holds, asked] = [0, 0];
  for (const { sample } of uses) {
    const seat = seatOf(sample);
    if (seat === null || (seat === 'centre' && sense !== 'centre')) continue;
    asked++;
    if (seat === sense) holds++;
  }
  return [holds, asked];
}

/**
 * Words for sides: those that are commonly said, both of a pair, where things do not sit otherwise; else two words that
 * change places between mirror partners. The word for the middle only beside them.
 */
export function findSides(
  samples: readonly Sample[],
  uses: ReadonlyMap<string, readonly Use[]>,
  taken: ReadonlySet<string>,
): PointingWords {
  const senses = new Map<string, Sense>();
  const support = new Map<string, Support>();
  const side = (sample: Sample): Sense | null => sample.side;
  for (const [word, list] of uses) {
    const sense = meant(word);
    if (taken.has(word) || (sense !== 'left' && sense !== 'right')) continue;
    const [holds, asked] = agreement(list, sense, side);
    if (asked >= few && holds < asked * most) continue;
    senses.set(word, sense);
    support.set(`points ${word}`, asked >= few ? [holds, asked] : [list.length, list.length]);
  }
  for (const word of [...senses.keys()]) {
    const has = [...senses.values()].includes(opposite[senses.get(word)!]!);
    // One letter proves nothing alone; a long word on several things does.
    if (!has && (word.length < 4 || uses.get(word)!.length < few)) senses.delete(word);
  }
  if (!senses.size)
    for (const [word, sense, held] of swapped(samples, uses, taken)) {
      senses.set(word, sense);
      support.set(`points ${word}`, held);
    }
  if (!senses.size) return none;
  for (const [word, list] of uses) {
    if (taken.has(word) || senses.has(word) || meant(word) !== 'centre') continue;
    const [holds, asked] = agreement(list, 'centre', side);
    if (asked < 2 || holds < asked * most || !standsLike(word, [...senses.keys()], uses)) continue;
    senses.set(word, 'centre');
    support.set(`points ${word}`, [holds, asked]);
  }
  return { senses, support };
}

/** Whether a word stands at the place in names where others do: first, or so far from the end. */
function standsLike(
  word: string,
  others: readonly string[],
  uses: ReadonlyMap<string, readonly Use[]>,
): boolean {
  const places = (list: readonly Use[], fromEnd: boolean): Set<number> =>
    new Set(list.map(({ sample, at }) => (fromEnd ? sample.pieces.length - at : at)));
  return [false, true].some((fromEnd) => {
    const theirs = places(
      others.flatMap((one) => uses.get(one)!),
      fromEnd,
    );
    return [...places(uses.get(word)!, fromEnd)].every((place) => theirs.has(place));
  });
}

/** Two words that are all that differs between mirror partners, again and again. */
function swapped(
  samples: readonly Sample[],
  uses: ReadonlyMap<string, readonly Use[]>,
  taken: ReadonlySet<string>,
): (readonly [word: string, sense: Sense, held: Support])[] {
  const pairs = new Map<string, { count: number; left: number }>();
  for (const sample of samples) {
    const other = sample.partner;
    if (!other || other.pieces.length !== sample.pieces.length) continue;
    const apart = sample.pieces.flatMap(({ text }, i) => (text === other.pieces[i]!.text ? [] : [i]));
    const [a, b] = [sample.pieces[apart[0]!]?.text, other.pieces[apart[0]!]?.text];
    if (apart.length !== 1 || a === undefined || b === undefined || isDigits(a) || isDigits(b) || a > b)
      continue;
    const known = pairs.get(`${a} ${b}`) ?? { count: 0, left: 0 };
    known.count++;
    if (sample.side === 'left') known.left++;
    pairs.set(`${a} ${b}`, known);
  }
  const top = [...pairs].sort((x, y) => y[1].count - x[1].count)[0];
  if (!top || top[1].count < few) return [];
  const [a, b] = top[0].split(' ') as [string, string];
  if (taken.has(a) || taken.has(b)) return [];
  // They stand on what has a partner, and mostly there only.
  if (uses.get(a)!.length > top[1].count * 2 || uses.get(b)!.length > top[1].count * 2) return [];
  const isLeft = top[1].left * 2 >= top[1].count;
  const held: Support = [top[1].count, top[1].count];
  return [
    [a, isLeft ? 'left' : 'right', held],
    [b, isLeft ? 'right' : 'left', held],
  ];
}

/**
 * Words for front and back: commonly said ones that agree with where things sit more often than they would by chance, or
 * long ones, both of the pair, that do not disagree. Top and under only beside those, in short words.
 */
export function findPlaces(
  uses: ReadonlyMap<string, readonly Use[]>,
  taken: ReadonlySet<string>,
): PointingWords {
  const senses = new Map<string, Sense>();
  const support = new Map<string, Support>();
  const depth = (sample: Sample): Sense | null => sample.depth;
  let [holds, asked, fronts, seatedFront] = [0, 0, 0, 0];
  for (const [word, list] of uses) {
    const sense = meant(word);
    if (taken.has(word) || (sense !== 'front' && sense !== 'back')) continue;
    const held = agreement(list, sense, depth);
    if (held[1] >= few && held[0] < held[1] * most) continue;
    senses.set(word, sense);
    support.set(`points ${word}`, held[1] ? held : [list.length, list.length]);
    holds += held[0];
    asked += held[1];
    if (sense === 'front') fronts += held[1];
    seatedFront += list.filter(({ sample }) => sample.depth === 'front').length;
  }
  const both = [...senses.values()].includes('front') && [...senses.values()].includes('back');
  const isLong = [...senses.keys()].every((word) => word.length > 3);
  // What shuffled words would agree in.
  const [f, s] = [fronts / (asked || 1), seatedFront / (asked || 1)];
  const chance = f * s + (1 - f) * (1 - s);
  const beyond = asked >= 4 && holds / asked - chance >= 0.15 && holds >= asked * most;
  if (!both || !(beyond || (isLong && holds >= asked * most))) return none;
  for (const [word, list] of uses) {
    const sense = meant(word);
    if (taken.has(word) || (sense !== 'top' && sense !== 'under') || word.length > 2 || list.length < 2)
      continue;
    if (!standsLike(word, [...senses.keys()], uses)) continue;
    senses.set(word, sense);
    support.set(`points ${word}`, [list.length, list.length]);
  }
  return { senses, support };
}
