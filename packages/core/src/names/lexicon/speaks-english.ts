import { memoizeByVersion } from '../../scene/memoize-by-version.js';
import type { Scene } from '../../scene/scene.js';
import { vocabularyOf } from '../vocabulary.js';
import { english } from './english.js';
import type { Lexicon } from './lexicon.js';

/** Words shorter than this are abbreviations as often as not. */
export const leastLetters = 4;
/** So many words tell a language; below that nothing is known. */
const least = 6;
const most = 20_000;

/** English, when at least half of the longer words in the names of a scene are; else null. Asked anew when a word comes or goes. */
export function spokenLexicon(scene: Scene): Lexicon | null {
  const held = spoken(scene);
  const vocabulary = vocabularyOf(scene);
  const { words, counts } = vocabulary;
  if (held.of === vocabulary && held.words === words && held.english === english()) return held.lexicon;
  held.of = vocabulary;
  held.words = words;
  held.english = english();
  return (held.lexicon = speaks(counts.keys(), counts.size));
}
interface Spoken {
  /** The vocabulary that it was asked of, and how often a word had come or gone in that. */
  of: unknown;
  words: number;
  english: Lexicon | null;
  lexicon: Lexicon | null;
}
const spoken = memoizeByVersion(
  () => 0,
  (): Spoken => ({ of: null, words: -1, english: null, lexicon: null }),
  true,
);
function speaks(words: Iterable<string>, size: number): Lexicon | null {
  const lexicon = english();
  // Of so many words nobody asks each; names that hold them are made by machines.
  if (!lexicon || size > most) return null;
  let known = areWords.get(lexicon);
  if (!known || known.size > most * 2) areWords.set(lexicon, (known = new Map<string, boolean>()));
  let [of, are] = [0, 0];
  for (const word of words) {
    if (word.length < leastLetters || !/^[a-z]+$/.test(word)) continue;
    of++;
    let is = known.get(word);
    if (is === undefined) known.set(word, (is = isWord(lexicon, word)));
    if (is) are++;
  }
  return of >= least && are * 2 >= of ? lexicon : null;
}
/** Asked again whenever a word comes or goes. */
const areWords = new WeakMap<Lexicon, Map<string, boolean>>();

/** Whether a word is one of the language, or two of them run together: `landwheel`. */
export function isWord(lexicon: Lexicon, word: string): boolean {
  const low = word.toLowerCase();
  if (lexicon.has(low)) return true;
  for (let i = 3; i <= low.length - 3; i++)
    if (lexicon.rank(low.slice(0, i)) <= common && lexicon.rank(low.slice(i)) <= common) return true;
  return false;
}
/** Of words run together both are well known: SCOWL up to size 50. */
const common = 4;

/** Words up to SCOWL's size 60: a rarer one is as likely a slip of another. */
export function isWellKnown(lexicon: Lexicon, word: string): boolean {
  return lexicon.rank(word) <= 6;
}

/** Two well-known words that a run of letters is made of, when there is one way to part it; else null. */
export function partRun(lexicon: Lexicon, run: string): readonly [string, string] | null {
  const low = run.toLowerCase();
  if (lexicon.has(low)) return null;
  let found: [string, string] | null = null;
  for (let i = 3; i <= low.length - 3; i++) {
    const [a, b] = [low.slice(0, i), low.slice(i)];
    if (lexicon.rank(a) > common || lexicon.rank(b) > common) continue;
    if (found) return null;
    found = [a, b];
  }
  return found;
}

/** What a word that is none was probably meant to be: the words one slip away that begin alike, the most common first. */
export function meantBy(lexicon: Lexicon, word: string): readonly string[] {
  const low = word.toLowerCase();
  let known = meant.get(lexicon);
  if (!known || known.size > most) meant.set(lexicon, (known = new Map<string, readonly string[]>()));
  let found = known.get(low);
  if (!found) known.set(low, (found = findMeant(lexicon, low)));
  return found;
}
/** Asked again after every rename: some six hundred looks for each word. */
const meant = new WeakMap<Lexicon, Map<string, readonly string[]>>();

function findMeant(lexicon: Lexicon, low: string): readonly string[] {
  if (low.length < leastLetters || low.length > 30 || !/^[a-z]+$/.test(low) || isWord(lexicon, low))
    return [];
  // The first letter is seldom wrong; it may have changed places with the second.
  const isSwapped = (one: string): boolean =>
    one.length === low.length && one[0] === low[1] && one[1] === low[0];
  return lexicon.near(low).filter((one) => one[0] === low[0] || isSwapped(one));
}
