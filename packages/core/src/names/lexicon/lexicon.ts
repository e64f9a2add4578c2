/** Words of a language, those that everybody knows before rare ones. */
export interface Lexicon {
  has(word: string): boolean;
  /** How rare a word is, 0 the most common; of none: Infinity. */
  rank(word: string): number;
  /** Words that are one slip away: a letter more, less, another, or two changed over. The most common first. */
  near(word: string): readonly string[];
}

const letters = 'abcdefghijklmnopqrstuvwxyz';

/** @param lists words in small letters, the list of the most common first */
export function makeLexicon(lists: readonly (readonly string[])[]): Lexicon {
  const ranks = new Map<string, number>();
  lists.forEach((list, rank) => {
    for (const word of list) {
      const low = word.toLowerCase();
      if (!ranks.has(low)) ranks.set(low, rank);
    }
  });
  const rank = (word: string): number => ranks.get(word.toLowerCase()) ?? Infinity;
  return {
    has: (word) => ranks.has(word.toLowerCase()),
    rank,
    near(word) {
      const found = new Set<string>();
      for (const one of oneSlipAway(word.toLowerCase())) if (ranks.has(one)) found.add(one);
      found.delete(word.toLowerCase());
      return [...found].sort((a, b) => rank(a) - rank(b) || (a < b ? -1 : 1));
    },
  };
}

function* oneSlipAway(word: string): Generator<string> {
  for (let i = 0; i <= word.length; i++) {
    const [before, rest] = [word.slice(0, i), word.slice(i)];
    if (rest) yield before + rest.slice(1);
    if (rest.length > 1) yield before + rest[1]! + rest[0]! + rest.slice(2);
    for (const letter of letters) {
      if (rest) yield before + letter + rest.slice(1);
      yield before + letter + rest;
    }
  }
}
