import { spokenSense, type Sense } from '../names/slots/senses.js';
import { splitWords } from '../names/split-words.js';
import { ways } from './read-facing.js';

/** The bits of what points, those of `ways`. */
export const wayBits: Readonly<Partial<Record<Sense, number>>> = ways;

/** What the words of a name say of where it sits, whatever convention it follows: long words, and L and R alone. */
export function spokenWays(name: string): number {
  let said = 0;
  for (const { text } of splitWords(name)) {
    const sense = spokenSense(text) ?? (/^[Ll]$/.test(text) ? 'left' : /^[Rr]$/.test(text) ? 'right' : null);
    said |= (sense && wayBits[sense]) ?? 0;
  }
  // What says both says neither.
  if ((said & 3) === 3) said &= ~3;
  return (said & 12) === 12 ? said & ~12 : said;
}
