import { hashStart, mix } from '../scene/row-table.js';
import { beyondAscii, smallLetter } from './ascii.js';
import { asciiClasses, characterClass, splitWords } from './split-words.js';

/** Counts the words of letters of many names. A word that is known already costs no text of its own. */
export class WordCount {
  readonly #words: string[] = [];
  readonly #times: number[] = [];
  /** Numbers of words by their hash. */
  readonly #byHash = new Map<number, number[]>();
  /** Words beyond ASCII: only the platform knows what their small letters are. */
  readonly #beyond = new Map<string, number>();

  readonly add = (name: string): void => eachWord(name, this.#count);

  /** Words in lower case, and how often they were there. */
  counts(): Map<string, number> {
    const counts = new Map(this.#words.map((word, i) => [word, this.#times[i]!]));
    for (const [word, times] of this.#beyond) counts.set(word, (counts.get(word) ?? 0) + times);
    return counts;
  }
  readonly #count = (from: string, start: number, end: number): void => {
    let hash = hashStart;
    for (let i = start; i < end; i++) {
      const code = from.charCodeAt(i);
      if (code > 127) {
        const word = from.slice(start, end).toLowerCase();
        this.#beyond.set(word, (this.#beyond.get(word) ?? 0) + 1);
        return;
      }
      hash = mix(hash, smallLetter(code));
    }
    // Small enough to be kept as a plain number.
    hash &= 0x3fffffff;
    const known = this.#byHash.get(hash);
    if (known)
      for (const at of known)
        if (isWord(this.#words[at]!, from, start, end)) {
          this.#times[at]!++;
          return;
        }
    if (known) known.push(this.#words.length);
    else this.#byHash.set(hash, [this.#words.length]);
    this.#words.push(from.slice(start, end).toLowerCase());
    this.#times.push(1);
  };
}

function isWord(word: string, from: string, start: number, end: number): boolean {
  if (word.length !== end - start) return false;
  for (let i = 0; i < word.length; i++)
    if (word.charCodeAt(i) !== smallLetter(from.charCodeAt(start + i))) return false;
  return true;
}

const { separator, upper, lower } = characterClass;

/** Where the words of letters of a name stand, as splitWords parts them; no object is made for them. */
export function eachWord(name: string, take: (from: string, start: number, end: number) => void): void {
  if (beyondAscii.test(name)) {
    for (const { text, start, end } of splitWords(name))
      if (text < '0' || text >= ':') take(name, start, end);
    return;
  }
  let start = -1;
  let before: number = separator;
  for (let at = 0; at <= name.length; at++) {
    const now = at < name.length ? asciiClasses[name.charCodeAt(at)]! : separator;
    const hump =
      now === upper &&
      (before === lower ||
        (before === upper && at + 1 < name.length && asciiClasses[name.charCodeAt(at + 1)] === lower));
    if (start >= 0 && (now < upper || hump)) {
      take(name, start, at);
      start = -1;
    }
    if (start < 0 && now >= upper) start = at;
    before = now;
  }
}
