import { remembered } from '../scene/remembered.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import { shapeKey } from '../scene/shape-key.js';
import type { Lexicon } from './lexicon/lexicon.js';
import { meantBy, spokenLexicon } from './lexicon/speaks-english.js';
import { editDistance } from './slots/near-word.js';
import { eachWord, WordCount } from './word-count.js';

/** How often each word of letters stands in the names of a scene, in lower case; remembered until a name changes. */
export const vocabulary = remembered(
  (scene: Scene) => scene.namesVersion,
  (scene): ReadonlyMap<string, number> => {
    const words = new WordCount();
    for (const { name } of scene.walk()) words.add(name);
    return words.counts();
  },
);

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
      if (d > most || d > least || (d === least && used <= (best?.used ?? 0))) continue;
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

/**
 * For a word that is none of the language: the one word a slip away that names of the scene have, at least as often, and
 * twice as often as a word that stands there more than twice. Null when there is none or more than one.
 */
export function nearUsed(
  counts: ReadonlyMap<string, number>,
  lexicon: Lexicon | null,
  word: string,
): NearCommon | null {
  const own = counts.get(word) ?? 0;
  if (!lexicon) return null;
  const least = own > 2 ? own * 2 : Math.max(own, 1);
  const used = meantBy(lexicon, word).filter((one) => (counts.get(one) ?? 0) >= least);
  const [meant] = used;
  if (meant === undefined || used.length > 1 || isPlural(word, meant)) return null;
  return { word: meant, used: counts.get(meant)!, sure: true };
}

/** One of two words is the other with an s. */
export function isPlural(a: string, b: string): boolean {
  const [short, long] = a.length < b.length ? [a, b] : [b, a];
  return long === `${short}s` || long === `${short}es`;
}

/** A word that is surely a slip, in lower case, and what was meant. */
export interface Slip {
  readonly word: string;
  readonly meant: NearCommon;
}

/**
 * Objects that have a word which is surely a slip: it says so itself, or something of the same shape has the word that it
 * is nearly. Remembered until a name changes.
 */
export const objectsWithSlips = remembered(
  (scene: Scene) => scene.namesVersion,
  (scene): ReadonlyMap<ObjectId, Slip> => {
    const counts = vocabulary(scene);
    const lexicon = spokenLexicon(scene);
    const near = new Map<string, NearCommon>();
    for (const word of counts.keys()) {
      const meant = nearCommon(counts, word) ?? nearUsed(counts, lexicon, word);
      if (meant) near.set(word, meant);
    }
    const found = new Map<ObjectId, Slip>();
    if (!near.size) return found;
    const unsure: { readonly object: SceneObject; readonly slip: Slip }[] = [];
    for (const object of scene.walk())
      eachWord(object.name, (from, start, end) => {
        const word = from.slice(start, end).toLowerCase();
        const meant = near.get(word);
        if (!meant || found.has(object.id)) return;
        if (meant.sure) found.set(object.id, { word, meant });
        else if (object.shape !== null) unsure.push({ object, slip: { word, meant } });
      });
    // What has the word itself says nothing of what else it should be: a slat of a seat is a seatSlat.
    const having = new Set(unsure.map(({ object }) => object.id));
    const keys = new Set(unsure.map(({ object }) => shapeKey(scene, object)!));
    const byShape = wordsByShape(scene, keys, having);
    for (const { object, slip } of unsure)
      if (!found.has(object.id) && byShape.get(shapeKey(scene, object)!)!.has(slip.meant.word))
        found.set(object.id, slip);
    return found;
  },
);

/** The words, in lower case, that objects of some shapes have in their names, but for some objects. */
function wordsByShape(
  scene: Scene,
  keys: ReadonlySet<number | string>,
  but: ReadonlySet<ObjectId>,
): ReadonlyMap<number | string, ReadonlySet<string>> {
  const words = new Map([...keys].map((key) => [key, new Set<string>()] as const));
  if (!keys.size) return words;
  for (const object of scene.walk()) {
    const key = shapeKey(scene, object);
    const known = key === null || but.has(object.id) ? undefined : words.get(key);
    if (known)
      eachWord(object.name, (from, start, end) => {
        known.add(from.slice(start, end).toLowerCase());
      });
  }
  return words;
}
