import { splitWords } from '../split-words.js';

/** What stands between the slots of names. */
export interface Style {
  /** The sign between slots; empty with `humps`: capitals part them; empty without: nothing does. */
  readonly separator: string;
  readonly humps: 'camel' | 'pascal' | null;
  /** Other signs that part slots somewhere. */
  readonly signs: readonly string[];
  readonly holds: number;
  readonly asked: number;
}
/** Names that must have a sign for it to part slots, rather than be a slip. */
const leastShare = 0.05;

/** The sign that stands in the most names between words, or the humps that do its work. Names of one word have no say. */
export function findStyle(names: readonly string[]): Style {
  const counts = new Map<string, number>();
  let [signed, humped, small] = [0, 0, 0];
  for (const name of names) {
    const seen = new Set([...name.slice(1, -1)].filter((sign) => '_.-:| '.includes(sign)));
    for (const sign of seen) counts.set(sign, (counts.get(sign) ?? 0) + 1);
    if (seen.size) signed++;
    else if (splitWords(name).length > 1 && /[a-z0-9][A-Z]/.test(name)) humped++;
    if (/^[a-z]/.test(name)) small++;
  }
  if (humped > signed) {
    const humps = small * 2 >= names.length ? 'camel' : 'pascal';
    return { separator: '', humps, signs: [], holds: humped, asked: humped + signed };
  }
  const ranked = [...counts].sort((a, b) => b[1] - a[1]);
  const top = ranked[0];
  const signs = ranked.slice(1).filter(([, count]) => count >= Math.max(2, signed * leastShare));
  return {
    separator: top?.[0] ?? '',
    humps: null,
    signs: signs.map(([sign]) => sign),
    holds: top?.[1] ?? names.length,
    asked: signed || names.length,
  };
}
