import { keptUp } from '../scene/kept-up.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Rename } from '../scene/rename.js';
import type { Scene } from '../scene/scene.js';
import { shapeKey } from '../scene/shape-key.js';
import type { Lexicon } from './lexicon/lexicon.js';
import { isWellKnown, meantBy, spokenLexicon } from './lexicon/speaks-english.js';
import { editDistance } from './slots/near-word.js';
import { isPlural, nearCommon, vocabulary, wordChanges, type NearCommon } from './vocabulary.js';
import { eachWord } from './word-count.js';

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

/** For a longer word that stands there once and is none: the only word a slip away, when it is a well-known one. */
function nearKnown(
  counts: ReadonlyMap<string, number>,
  lexicon: Lexicon | null,
  word: string,
): NearCommon | null {
  if (!lexicon || word.length < longer || counts.get(word) !== 1) return null;
  const [meant, ...others] = meantBy(lexicon, word);
  if (meant === undefined || others.length || !isWellKnown(lexicon, meant)) return null;
  return { word: meant, used: 0, sure: true };
}
const longer = 6;

/** A word that is surely a slip, in lower case, and what was meant. */
export interface Slip {
  readonly word: string;
  readonly meant: NearCommon;
}

interface Slips {
  readonly near: Map<string, NearCommon>;
  /** By shapes of objects of which only their likes tell whether it is a slip: the words that tell it. */
  readonly told: ReadonlyMap<number | string, ReadonlySet<string>>;
  readonly found: Map<ObjectId, Slip>;
  readonly lexicon: Lexicon | null;
}

/**
 * Objects that have a word which is surely a slip: it says so itself, or something of the same shape has the word that it
 * is nearly. Made anew only when a rename concerns any of that.
 */
export const objectsWithSlips = (scene: Scene): ReadonlyMap<ObjectId, Slip> => slipsOf(scene).found;

const slipsOf = keptUp(findSlips, (held, scene, renamed) => {
  if (spokenLexicon(scene) !== held.lexicon) return false;
  // Whether a short word is a slip may hang on what its likes in shape are called: that is looked at as a whole.
  const concernsLikes = (one: Rename): boolean => {
    if (!held.told.size) return false;
    const object = scene.find(one.object);
    // What is gone tells no more which shape it had.
    if (!object) return true;
    const told = held.told.get(shapeKey(scene, object) ?? -1);
    return [...wordChanges(scene, [one]).keys()].some(
      (word) => told?.has(word) === true || held.near.get(word)?.sure === false,
    );
  };
  return !renamed.some(concernsLikes) && followWords(held, scene, renamed);
});

/** Words that came, went or are counted otherwise may be slips, or what others are slips of. @returns false: too much is */
function followWords(held: Slips, scene: Scene, renamed: readonly Rename[]): boolean {
  const { near, found, lexicon } = held;
  const counts = vocabulary(scene);
  const changed = [...wordChanges(scene, renamed).keys()];
  /** Whose words are looked at again, and how often each word stands in those renamed. */
  const again = new Set(renamed.map(({ object }) => object));
  const inRenamed = new Map<string, number>();
  for (const object of again)
    eachWord(scene.find(object)?.name ?? '', (from, start, end) => {
      const word = from.slice(start, end).toLowerCase();
      inRenamed.set(word, (inRenamed.get(word) ?? 0) + 1);
    });
  const concerned = new Set(changed);
  if (changed.length)
    for (const word of counts.keys()) if (changed.some((one) => mayBeNear(one, word))) concerned.add(word);
  for (const word of concerned) {
    const [before, now] = [near.get(word), counts.has(word) ? nearOf(counts, lexicon, word) : null];
    if (isSameNear(before, now)) continue;
    // Of the same word, only used more or less often: nobody else is or is no slip by that.
    const isCount = before && before.word === now?.word && before.sure === now.sure;
    if (!isCount && (before?.sure === false || now?.sure === false)) return false;
    if (!now) near.delete(word);
    else near.set(word, now);
    if (before) {
      // Still a slip, maybe of another word or of one used more often; or none any more.
      for (const [id, slip] of found)
        if (slip.word === word) {
          if (now) found.set(id, { word, meant: now });
          else again.add(id);
        }
    } else if (counts.get(word)! > (inRenamed.get(word) ?? 0)) return false;
  }
  for (const object of again) {
    found.delete(object);
    let isUnsure = false;
    const now = scene.find(object);
    eachWord(now?.name ?? '', (from, start, end) => {
      const word = from.slice(start, end).toLowerCase();
      const meant = near.get(word);
      if (!meant || found.has(object)) return;
      if (meant.sure) found.set(object, { word, meant });
      else isUnsure ||= now!.shape !== null;
    });
    if (isUnsure) return false;
  }
  return true;
}
const mayBeNear = (one: string, other: string): boolean =>
  one === other || (Math.abs(one.length - other.length) <= 2 && editDistance(one, other, 2) <= 2);
const isSameNear = (a: NearCommon | undefined, b: NearCommon | null): boolean =>
  a ? a.word === b?.word && a.used === b.used && a.sure === b.sure : !b;

function nearOf(
  counts: ReadonlyMap<string, number>,
  lexicon: Lexicon | null,
  word: string,
): NearCommon | null {
  const common = nearCommon(counts, word);
  // A word of the language is meant as it stands, unless things of its shape say otherwise.
  return common
    ? { ...common, sure: common.sure && !lexicon?.has(word) }
    : (nearUsed(counts, lexicon, word) ?? nearKnown(counts, lexicon, word));
}

function findSlips(scene: Scene): Slips {
  const counts = vocabulary(scene);
  const lexicon = spokenLexicon(scene);
  const near = new Map<string, NearCommon>();
  for (const word of counts.keys()) {
    const meant = nearOf(counts, lexicon, word);
    if (meant) near.set(word, meant);
  }
  const found = new Map<ObjectId, Slip>();
  if (!near.size) return { near, found, lexicon, told: new Map() };
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
  const told = new Map<number | string, Set<string>>();
  for (const { object, slip } of unsure) {
    const key = shapeKey(scene, object)!;
    if (!told.has(key)) told.set(key, new Set());
    told.get(key)!.add(slip.meant.word);
  }
  const byShape = wordsByShape(scene, told, having);
  for (const { object, slip } of unsure)
    if (!found.has(object.id) && byShape.get(shapeKey(scene, object)!)!.has(slip.meant.word))
      found.set(object.id, slip);
  return { near, found, lexicon, told };
}

/** The words, in lower case, that objects of some shapes have in their names, but for some objects. */
function wordsByShape(
  scene: Scene,
  keys: ReadonlyMap<number | string, unknown>,
  but: ReadonlySet<ObjectId>,
): ReadonlyMap<number | string, ReadonlySet<string>> {
  const words = new Map([...keys.keys()].map((key) => [key, new Set<string>()] as const));
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
