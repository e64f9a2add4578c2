import type { Kind } from '../../scene/scene-object.js';
import type { SlotRole } from '../slots/convention.js';
import type { Sense } from '../slots/senses.js';
import type { Counting } from './find-counting.js';
import { isDigits } from '../slots/slot-number.js';
import { isVersion, type Sample } from './samples.js';

/** What the words of the names are taken for. */
export interface Roles {
  readonly types: ReadonlyMap<string, Kind>;
  readonly sides: ReadonlyMap<string, Sense>;
  readonly places: ReadonlyMap<string, Sense>;
  /** Surface word -> the words its materials share. */
  readonly surfaces: ReadonlyMap<string, string>;
  readonly counting: Counting;
  /** Whether words may stand in two places of a name: the second are more of what the thing is. */
  readonly more: boolean;
}
/** A slot of a name, with what stands before it when something does. */
export interface Laid {
  readonly role: SlotRole;
  readonly text: string;
  readonly sign: string;
  /** Its words; more than one only of what it is. */
  readonly words: readonly string[];
}
/** A name with its words laid into slots. */
export interface LaidName {
  readonly sample: Sample;
  readonly slots: readonly Laid[];
  /** Whether every slot is there once: names that have one twice are written otherwise. */
  readonly clean: boolean;
}

/** A slot for each piece; words that nothing is known of, side by side, are what the thing is. */
export function layName(sample: Sample, roles: Roles): LaidName {
  const slots: { role: SlotRole; text: string; sign: string; words: string[] }[] = [];
  const { pieces } = sample;
  const seen = new Set<SlotRole>();
  const lastDigits = pieces.reduce((last, { text }, i) => (isDigits(text) ? i : last), -1);
  let clean = true;
  pieces.forEach(({ text, sign }, at) => {
    let role = roleOf(text, { at, lastDigits, of: pieces.length }, seen, roles);
    const before = slots.at(-1);
    if (isDigits(text) && role === 'what' && sign === '' && before && isFree(before.role)) {
      // A number within a word is part of it: lod0.
      before.text += text;
      before.words.push(before.words.pop()! + text);
      return;
    }
    if (
      role === 'what' &&
      before &&
      isFree(before.role) &&
      (before.words.length < 2 || sameSign(before, sign))
    ) {
      before.text += sign + text;
      before.words.push(text);
      return;
    }
    if (role === 'what' && seen.has('what') && roles.more) role = 'other';
    if (seen.has(role) || (isFree(role) && isDigits(text)) || text === '') clean = false;
    seen.add(role);
    slots.push({ role, text, sign, words: [text] });
  });
  return { sample, slots, clean };
}
const isFree = (role: SlotRole): boolean => role === 'what' || role === 'other';
const sameSign = ({ text, words }: { text: string; words: readonly string[] }, sign: string): boolean =>
  text.slice(words[0]!.length, text.length - words.slice(1).join('').length).startsWith(sign);

/** Which of how many pieces one is, and which the last digits are (-1: none). */
interface PieceIndex {
  readonly at: number;
  readonly of: number;
  readonly lastDigits: number;
}
function roleOf(
  text: string,
  { at, of: pieces, lastDigits }: PieceIndex,
  seen: ReadonlySet<SlotRole>,
  { types, sides, places, surfaces, counting }: Roles,
): SlotRole {
  if (isDigits(text)) return at === lastDigits ? 'number' : 'what';
  if (counting.version !== null && isVersion(text) && text.startsWith(counting.version)) return 'version';
  if (pieces < 2) return 'what';
  if (types.has(text) && !seen.has('type')) return 'type';
  if (sides.has(text) && !seen.has('side')) return 'side';
  if (places.has(text) && !seen.has('place')) return 'place';
  if (counting.variants.has(text) && !seen.has('variant')) return 'variant';
  if (counting.letters && /^[A-Za-z]$/.test(text) && !seen.has('number') && lastDigits < 0)
    return (counting.letters === 'lower') === (text === text.toLowerCase()) ? 'number' : 'what';
  if (surfaces.has(text) && at > 0 && !seen.has('surface')) return 'surface';
  return 'what';
}
