import { remembered } from '../scene/remembered.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { shapeKey } from '../scene/shape-key.js';
import type { Lexicon } from './lexicon/lexicon.js';
import { isWellKnown, meantBy, spokenLexicon } from './lexicon/speaks-english.js';
import { isPlural, nearCommon, vocabulary, type NearCommon } from './vocabulary.js';
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
      const common = nearCommon(counts, word);
      // A word of the language is meant as it stands, unless things of its shape say otherwise.
      const meant = common
        ? { ...common, sure: common.sure && !lexicon?.has(word) }
        : (nearUsed(counts, lexicon, word) ?? nearKnown(counts, lexicon, word));
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
