import { isVersion, type Sample } from './samples.js';
import type { Use } from './word-uses.js';

/** What counts besides digits. */
export interface Counting {
  /** Numbers are letters of this case. */
  readonly letters: 'lower' | 'upper' | null;
  /** Single capitals that tell variants apart. */
  readonly variants: ReadonlySet<string>;
  /** What versions have before their digits; null: there are none. */
  readonly version: string | null;
}
/** Variants that a name may be one of, at most. */
const mostVariants = 8;

/** How numbers are counted in names: digits, start, and the place in the name. */
export function findCounting(
  samples: readonly Sample[],
  uses: ReadonlyMap<string, readonly Use[]>,
  taken: ReadonlySet<string>,
): Counting {
  const versions = new Map<string, number>();
  for (const { pieces } of samples)
    for (const { text } of pieces)
      if (isVersion(text)) versions.set(text[0]!, (versions.get(text[0]!) ?? 0) + 1);
  const top = [...versions].sort((a, b) => b[1] - a[1])[0];
  const version = top && top[1] >= 3 ? top[0] : null;
  const single = [...uses.keys()].filter((word) => /^[A-Za-z]$/.test(word) && !taken.has(word));
  for (const [letters, test] of [
    ['lower', /^[a-z]$/],
    ['upper', /^[A-Z]$/],
  ] as const)
    if (
      isSeries(
        single.filter((word) => test.test(word)),
        uses,
      )
    )
      return { letters, variants: new Set(), version };
  const variants = single.filter((word) => /^[A-Z]$/.test(word));
  const times = variants.reduce((sum, word) => sum + uses.get(word)!.length, 0);
  const isList =
    times >= 4 &&
    variants.length > 1 &&
    variants.length <= mostVariants &&
    variants.every((word) => word <= 'H');
  return { letters: null, variants: new Set(isList ? variants : []), version };
}

/** Whether letters count: what is the same but for them has them from the first on, three of them somewhere. */
function isSeries(words: readonly string[], uses: ReadonlyMap<string, readonly Use[]>): boolean {
  const families = new Map<string, Set<number>>();
  for (const word of words)
    for (const { sample, at } of uses.get(word)!) {
      const rest = sample.pieces.map(({ text }, i) => (i === at ? '#' : text)).join(' ');
      let known = families.get(rest);
      if (!known) families.set(rest, (known = new Set()));
      known.add(word.toLowerCase().charCodeAt(0) - 96);
    }
  let [runs, others] = [0, 0];
  for (const numbers of families.values()) {
    const isRun = numbers.size >= 2 && Math.max(...numbers) === numbers.size;
    if (isRun) runs += numbers.size;
    else others++;
  }
  return runs >= 3 && runs > others * 3 && [...families.values()].some((numbers) => numbers.size >= 3);
}
