import { isDefaultName, suffixed, withoutCopyMarks } from '../default-names.js';
import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import { writeWords } from '../slots/slot-words.js';
import { readName, type NameReading } from '../slots/read-name.js';
import { splitWords } from '../split-words.js';

/** A word of a name, read by a convention. */
export interface OwnWord {
  /** As it stands in the name. */
  readonly text: string;
  /** As the slot would have it. */
  readonly wanted: string;
  readonly how: 'own' | 'spelling' | 'near';
}
/** What a name says of its slots by its own words, copy marks and generator words left out. */
export interface OwnWords {
  readonly reading: NameReading;
  readonly fits: boolean;
  /** Whether it was left from a copy: its number then says nothing. */
  readonly copied: boolean;
  readonly words: ReadonlyMap<string, OwnWord>;
}

/** What is known of a name before its words are taken from it. */
export interface KnownOfName {
  /** How it is read by the convention. */
  readonly reading?: NameReading | undefined;
  /** Whether a name says nothing of what its object is. */
  readonly isEmpty?: (name: string) => boolean;
}

/** What a name says of its slots by its own words; see OwnWords. */
export function ownWords(
  convention: CompiledConvention,
  key: PatternKey,
  name: string,
  { reading: known, isEmpty = isDefaultName }: KnownOfName = {},
): OwnWords {
  const reading = known ?? readName(convention, key, name);
  const parted = reading.fits ? null : partHumps(convention, key, name);
  // A name of humps that lost its capitals is read as it was.
  if (parted) return { ...ownWords(convention, key, parted, { isEmpty }), reading, fits: false };
  const words = new Map<string, OwnWord>();
  const stripped = withoutCopyMarks(name);
  // Where several words may stand in a slot, what a copy was left with fits too.
  const isLeft = stripped !== name && reading.fits && !suffixed.test(name);
  if (reading.fits && !isEmpty(name) && !isLeft) {
    for (const [slot, { text }] of reading.slots) words.set(slot, { text, wanted: text, how: 'own' });
    return { reading, fits: true, copied: false, words };
  }
  const says = stripped === name ? reading : readName(convention, key, stripped);
  if (isEmpty(stripped)) return { reading, fits: false, copied: true, words };
  const misfits = new Map(says.misfits.filter((one) => ofWords.has(one.code)).map((one) => [one.slot, one]));
  let stray = '';
  for (const [slot, { text }] of says.slots) {
    const misfit = misfits.get(slot);
    const part = convention.pattern(key)?.find((one) => one.slot === slot);
    if (misfit?.code === 'unlisted') {
      stray = part?.only ? text : '';
      continue;
    }
    if (!misfit || misfit.text !== text) {
      if (part && convention.accepts(part, text)) words.set(slot, { text, wanted: text, how: 'own' });
      else if (misfit?.wanted) words.set(slot, { text, wanted: misfit.wanted, how: 'spelling' });
      continue;
    }
    const how =
      misfit.code === 'near'
        ? 'near'
        : misfit.code === 'case' || misfit.code === 'digits'
          ? 'own'
          : 'spelling';
    if (misfit.wanted) words.set(slot, { text, wanted: misfit.wanted, how });
  }
  if (isLeft && says.fits)
    for (const [slot, { text }] of says.slots) words.set(slot, { text, wanted: text, how: 'own' });
  takeStray(convention, key, words, stray);
  return { reading, fits: false, copied: stripped !== name, words };
}

/** `LEFTTREADLE` of a convention of humps: parted where words of its lists stand at either end; null: nothing is known. */
function partHumps(convention: CompiledConvention, key: PatternKey, name: string): string | null {
  const { humps } = convention.source;
  const run = humps && /^(?:([A-Z]+)|([a-z]+))(\d*)$/.exec(name);
  if (!run) return null;
  const lists = (convention.pattern(key) ?? []).map(({ slot }) => convention.slots.get(slot)!.words);
  const words = new Set(lists.flatMap((list) => [...list]).map((word) => word.toLowerCase()));
  const listed = [...words].filter((word) => word.length >= leastListed);
  let rest = (run[1] ?? run[2]!).toLowerCase();
  const [first, last]: [string[], string[]] = [[], []];
  for (;;) {
    const starts = listed.find((word) => rest.startsWith(word) && rest.length - word.length >= leastListed);
    const ends = listed.find((word) => rest.endsWith(word) && rest.length - word.length >= leastListed);
    if (starts) first.push(starts);
    else if (ends) last.unshift(ends);
    else break;
    rest = starts ? rest.slice(starts.length) : rest.slice(0, -ends!.length);
  }
  if (!first.length && !last.length) return null;
  const parts = [...first, rest, ...last].map((word) => word[0]!.toUpperCase() + word.slice(1));
  const joined = parts.join('') + run[3]!;
  return humps === 'camel' ? joined[0]!.toLowerCase() + joined.slice(1) : joined;
}
/** Shorter words of lists stand in other words by chance. */
const leastListed = 3;

const ofWords: ReadonlySet<string> = new Set(['spelling', 'near', 'case', 'digits', 'unlisted']);

/** A word where only the type may stand, and that is none, tells more of what the thing is: `slat_heap`. */
function takeStray(
  convention: CompiledConvention,
  key: PatternKey,
  words: Map<string, OwnWord>,
  stray: string,
): void {
  const slot = stray ? convention.slotFor('what', key) : null;
  const what = slot && words.get(slot.name);
  if (!what) return;
  const said = splitWords(`${what.wanted} ${stray}`).map((word) => word.text);
  const text = `${what.text}${convention.source.separator}${stray}`;
  words.set(slot.name, { text, wanted: writeWords(said, slot.rule), how: 'own' });
}
