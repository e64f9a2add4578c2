import { keptUp } from '../scene/kept-up.js';
import type { Rename } from '../scene/rename.js';
import type { Scene } from '../scene/scene.js';
import { editDistance } from './slots/near-word.js';
import { eachWord, WordCount } from './word-count.js';

/** How often each word of letters stands in the names of a scene, in lower case; kept up as names change. */
class Vocabulary {
  readonly counts: Map<string, number>;
  /** Grows when a word comes or goes. */
  words = 0;
  /** Grows when any count changes. */
  version = 0;
  constructor(scene: Scene) {
    const words = new WordCount();
    for (const { name } of scene.walk()) words.add(name);
    this.counts = words.counts();
  }
  follow(scene: Scene, renamed: readonly Rename[]): void {
    const changes = wordChanges(scene, renamed);
    if (!changes.size) return;
    for (const [word, by] of changes) {
      const now = (this.counts.get(word) ?? 0) + by;
      if (now <= 0 || now === by) this.words++;
      if (now > 0) this.counts.set(word, now);
      else this.counts.delete(word);
    }
    this.version++;
    // What is near a word hangs on all the others.
    knownOf.delete(this.counts);
  }
}
/** The words of a scene's names; follows renames. */
export const vocabularyOf = keptUp(
  (scene) => new Vocabulary(scene),
  (held, scene, renamed) => {
    held.follow(scene, renamed);
    return true;
  },
);
/** How often each word stands in the names of a scene, by the word in lower case. */
export const vocabulary = (scene: Scene): ReadonlyMap<string, number> => vocabularyOf(scene).counts;

/** Words, in lower case, that names have more often by some renames, or less often. */
export function wordChanges(scene: Scene, renamed: readonly Rename[]): Map<string, number> {
  const changes = new Map<string, number>();
  const count = (name: string, by: number): void =>
    eachWord(name, (from, start, end) => {
      const word = from.slice(start, end).toLowerCase();
      changes.set(word, (changes.get(word) ?? 0) + by);
    });
  for (const { object, from } of renamed) {
    count(from, -1);
    count(scene.find(object)?.name ?? '', 1);
  }
  for (const [word, by] of changes) if (!by) changes.delete(word);
  return changes;
}

/** A common word that a rare one is nearly. */
export interface NearCommon {
  readonly word: string;
  readonly used: number;
  /** Long enough, or two letters swapped: hardly another word of its own. */
  readonly sure: boolean;
}
/** Times a word must be used before a rare one near it counts as a slip. */
const common = 3;

interface Known {
  /** Words used often enough to be meant, by their length. */
  readonly common: ReadonlyMap<number, readonly (readonly [string, number])[]>;
  readonly near: Map<string, NearCommon | null>;
}
const knownOf = new WeakMap<ReadonlyMap<string, number>, Known>();

function commonByLength(counts: ReadonlyMap<string, number>): Known {
  const byLength = new Map<number, [string, number][]>();
  for (const [word, used] of counts) {
    if (used < common || word.length < 4) continue;
    const list = byLength.get(word.length);
    if (list) list.push([word, used]);
    else byLength.set(word.length, [[word, used]]);
  }
  return { common: byLength, near: new Map() };
}

/**
 * The common word that a rare one is probably a slip of: used at least three times, at least three times as often, one
 * letter off (two in words of eight and more), the first letter the same or two swapped. Null when there is none. Plurals
 * are no slips.
 */
export function nearCommon(counts: ReadonlyMap<string, number>, text: string): NearCommon | null {
  const word = text.toLowerCase();
  if (word.length < 4 || word.length > 40) return null;
  let known = knownOf.get(counts);
  if (!known) knownOf.set(counts, (known = commonByLength(counts)));
  let near = known.near.get(word);
  if (near === undefined) known.near.set(word, (near = findNear(counts, known, word)));
  return near;
}

function findNear(counts: ReadonlyMap<string, number>, known: Known, word: string): NearCommon | null {
  const own = counts.get(word) ?? 0;
  const most = word.length >= 8 ? 2 : 1;
  let best: NearCommon | null = null;
  let least = most + 1;
  for (let length = word.length - most; length <= word.length + most; length++) {
    for (const [other, used] of known.common.get(length) ?? []) {
      if (used < own * 3 || other === word || isPlural(word, other)) continue;
      const d = editDistance(word, other, most);
      if (d > most || d > least || (d === least && best && !isLikelier(used, other, best))) continue;
      // Another first letter mostly makes another word: hall and wall.
      const swapped =
        word.length === other.length && [...word].sort().join('') === [...other].sort().join('');
      if (word[0] !== other[0] && !swapped && word.length < 7) continue;
      least = d;
      best = { word: other, used, sure: swapped || word.length >= 6 };
    }
  }
  return best;
}

/** Of words used alike the first by letters: in which order they were counted says nothing. */
const isLikelier = (used: number, word: string, than: NearCommon): boolean =>
  used > than.used || (used === than.used && word < than.word);

/** One of two words is the other with an s. */
export function isPlural(a: string, b: string): boolean {
  const [short, long] = a.length < b.length ? [a, b] : [b, a];
  return long === `${short}s` || long === `${short}es`;
}
