import { slotRoles, type SlotRole, type SlotRule, type WordRule } from './convention.js';

/** Which way a word points. */
export const senses = ['left', 'right', 'centre', 'front', 'back', 'top', 'under', 'inner', 'outer'] as const;
/** Which way a word points. */
export type Sense = (typeof senses)[number];

/** Common practice; no published list. Capitals do not matter. */
const spoken: Readonly<Record<Sense, readonly string[]>> = {
  left: ['l', 'lf', 'lt', 'lft', 'left'],
  right: ['r', 'rt', 'rg', 'rgt', 'right'],
  centre: ['c', 'm', 'cn', 'ctr', 'mid', 'middle', 'center', 'centre'],
  front: ['f', 'fr', 'frt', 'fwd', 'front', 'fore'],
  back: ['b', 'bk', 'bck', 'back', 'rear', 'aft'],
  top: ['t', 'tp', 'up', 'upr', 'top', 'upper'],
  under: ['u', 'lo', 'lw', 'low', 'lower', 'bot', 'btm', 'bottom', 'under'],
  inner: ['i', 'in', 'inn', 'inner'],
  outer: ['o', 'out', 'outer'],
};
const bySpelling = new Map(senses.flatMap((sense) => spoken[sense].map((text) => [text, sense] as const)));

/** The way a text points wherever it stands, by its long forms only: one letter says nothing of itself. */
export function spokenSense(text: string): Sense | null {
  return (text.length > 1 && bySpelling.get(text.toLowerCase())) || null;
}

/** Which way a listed word points: as it says, else by its spellings, else by itself. */
export function senseOf({ word, spellings = [], means }: WordRule): Sense | null {
  if (means !== undefined) return (senses as readonly string[]).includes(means) ? (means as Sense) : null;
  for (const text of [...spellings, word]) {
    const sense = spokenSense(text);
    if (sense) return sense;
  }
  return bySpelling.get(word.toLowerCase()) ?? null;
}

/** The way that is the other one in a mirror, or at the other end. */
export const opposite: Readonly<Partial<Record<Sense, Sense>>> = {
  left: 'right',
  right: 'left',
  front: 'back',
  back: 'front',
  top: 'under',
  under: 'top',
  inner: 'outer',
  outer: 'inner',
};

/** The word of a slot that points a way; null: it has none. */
export function wordPointing(words: ReadonlyMap<string, Sense>, sense: Sense | undefined): string | null {
  for (const [word, points] of words) if (points === sense) return word;
  return null;
}

/** What a slot tells: as its rule says, else by its name, else by what may stand in it. */
export function roleOf(name: string, rule: SlotRule): SlotRole {
  if (rule.role) return rule.role;
  const named = slotRoles.find((role) => role === name && role !== 'other');
  if (named) return named;
  return rule.digits !== undefined ? 'number' : rule.words ? 'other' : 'what';
}
