import type { LearnedGuess } from './learned.js';
import type { Sample } from './samples.js';

/** First words that say what stays home; common practice. Such a word counts from two objects on. */
const known = new Set(['cut', 'ref', 'bool', 'guide', 'tmp', 'proxy', 'helper', 'hlp']);

/** What the names of helpers begin with. */
export function findHelpers(
  samples: readonly Sample[],
  separator: string,
): { readonly prefixes: readonly string[]; readonly guesses: readonly LearnedGuess[] } {
  if (!separator) return { prefixes: [], guesses: [] };
  const counts = new Map<string, number>();
  for (const { pieces, kind } of samples) {
    const first = pieces[0]!.text;
    if (pieces.length > 1 && (kind === 'helper' || known.has(first.toLowerCase())))
      counts.set(first, (counts.get(first) ?? 0) + 1);
  }
  const found = [...counts].filter(([, count]) => count > 1);
  return {
    prefixes: found.map(([word]) => word + separator).sort(),
    guesses: found.map(([word, count]) => ({
      about: 'helpers',
      of: word,
      says: `names that begin with "${word}${separator}" are helpers`,
      holds: count,
      asked: count,
    })),
  };
}
