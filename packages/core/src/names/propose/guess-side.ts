import { knowsFacing } from '../../frames/frame.js';
import { wordPointing } from '../slots/senses.js';
import {
  fromOwn,
  guess,
  metres,
  neverThere,
  type Asked,
  type GuessContext,
  type GuessRow,
} from './guess-row.js';
import type { Carried } from './habits.js';
import type { SlotGuess } from './proposal.js';

/**
 * The side: where the object sits settles it, as far as the names that fit agree with where things sit. A name that says
 * otherwise is kept as the alternative; what is not wholly on one side is never sure.
 */
export function guessSide(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const made = sideOf(context, row, asked);
  // Which way it faces is only assumed: what rests on where it sits may be the other way round.
  return made?.reason === 'place' && made.text !== '' && !knowsFacing(row.frame)
    ? {
        ...made,
        confidence: Math.min(made.confidence, assumed),
        because: `${made.because}, if it faces ${row.frame.facing}`,
      }
    : made;
}
/** How sure a side is at most when which way the asset faces was only assumed. */
export const assumed = 0.7;

function sideOf(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const { seat } = row;
  const own = fromOwn(row, asked);
  const said = own ? (asked.slot.senses.get(own.text) ?? null) : null;
  const seated = wordPointing(asked.slot.senses, seat.sense);
  if (said === null && own) return own;
  const trust = context.habits.sideAgrees;
  if (said === 'left' || said === 'right') {
    if (seat.sense === said) {
      const text = `its name says ${own!.text}, and it sits ${metres(seat.metres)} to the ${said}`;
      return { ...own!, confidence: seat.clear ? 0.99 : 0.9, because: text };
    }
    return clash(context, row, asked, own!, seated);
  }
  if (seat.sense === 'centre') return atCentre(context, row, asked, own, seated);
  if (said === 'centre') {
    return seat.clear && seated !== null
      ? clash(context, row, asked, own!, seated)
      : {
          ...own!,
          confidence: 0.7,
          because: `its name says ${own!.text}, but its middle is ${metres(seat.metres)} off`,
        };
  }
  if (seated === null) return null;
  const because = `it sits ${metres(seat.metres)} to the ${seat.sense}`;
  const habit = carriedBy(context, row, asked);
  const carries = habit ? habit.share : row.object.children.length ? 0.35 : 0.9;
  const facing = trust.of >= 3 ? trust.expected : 0.88;
  const leave = { text: '', because: 'nothing like it carries a side' };
  const across = acrossSays(row, asked);
  if (seat.clear && across !== null && across === otherSense[seat.sense])
    return guess(asked, seated, 0.96, 'pair', `${because}, and the one across says ${across}`, [leave]);
  if (asked.part.optional && carries < 0.5) {
    const why = habit ? shareThat(habit, 'like it', 'a side') : 'groups mostly stand for both sides';
    return guess(
      asked,
      '',
      Math.min(0.97, row.partner ? 1 - carries : neverThere(row, carries)),
      'habit',
      why,
      [{ text: seated, because }],
    );
  }
  const sure = Math.min(
    0.97,
    facing,
    asked.part.optional ? Math.max(carries, 0.6) : 1,
    seat.clear ? 1 : 0.65,
  );
  const pair = row.partner ? `, the other one to the ${seat.sense === 'left' ? 'right' : 'left'}` : '';
  return guess(asked, seated, sure, 'place', because + pair, asked.part.optional ? [leave] : []);
}

const otherSense: Readonly<Record<string, string>> = { left: 'right', right: 'left' };
/** The side that the name of the one across says, when that name fits. */
function acrossSays({ partner }: GuessRow, { slot }: Asked): string | null {
  const word = partner?.own.fits ? partner.own.words.get(slot.name) : undefined;
  return (word && slot.senses.get(word.text)) ?? null;
}

/** The name says one side, the place another. */
function clash(
  { habits }: GuessContext,
  { seat, partner, frame }: GuessRow,
  asked: Asked,
  own: SlotGuess,
  seated: string | null,
): SlotGuess {
  const told = { text: own.text, because: own.because };
  const because = `it sits ${seat.sense === 'centre' ? 'in the middle' : `${metres(seat.metres)} to the ${seat.sense}`}, though its name says ${own.text}`;
  if (seated === null || seat.sense === 'centre')
    return { ...own, confidence: 0.6, because: `its name says ${own.text}, though it sits in the middle` };
  const trust = habits.sideAgrees;
  // Where it faces is known: names that say otherwise are what is to be put right.
  const facing = Math.max(trust.of >= 3 ? trust.expected : 0.75, knowsFacing(frame) ? known : 0);
  // A mirror partner across the plane makes the place no accident.
  const sure = seat.clear ? facing - (partner ? 0.02 : 0.08) : 0.55;
  return guess(asked, seated, Math.min(0.96, Math.max(leastTold, sure)), 'place', because, [told]);
}
const [leastTold, known] = [0.5, 0.93];

function atCentre(
  context: GuessContext,
  row: GuessRow,
  asked: Asked,
  own: SlotGuess | null,
  word: string | null,
): SlotGuess | null {
  if (own)
    return { ...own, confidence: 0.97, because: `its name says ${own.text}, and it sits in the middle` };
  const habit = carriedBy(context, row, asked);
  if (row.own.fits && asked.part.optional) {
    const told = word ? [{ text: word, because: 'it sits in the middle' }] : [];
    return guess(asked, '', 1 - (habit?.share ?? 0.4) / 2 - 0.04, 'own', 'its name fits without one', told);
  }
  const carries = habit ? habit.share : row.object.shape !== null && row.key === 'mesh' ? 0.8 : 0.15;
  if (word === null || (asked.part.optional && carries < 0.5)) {
    if (!asked.part.optional) return null;
    const why = habit ? shareThat(habit, 'like it in the middle', 'a side') : 'it sits in the middle';
    return guess(
      asked,
      '',
      Math.min(0.97, neverThere(row, carries)),
      'habit',
      why,
      word ? [{ text: word, because: 'it sits in the middle' }] : [],
    );
  }
  const because = habit
    ? `it sits in the middle, and ${shareThat(habit, 'like it there', word)}`
    : 'it sits in the middle';
  return guess(asked, word, Math.min(0.97, Math.max(carries, 0.5)), 'place', because, [
    { text: '', because: 'a side may be left out' },
  ]);
}

/** "3 of 4 like it carry a side", "the one like it carries none". */
export function shareThat(
  { yes, of }: { readonly yes: number; readonly of: number },
  alike: string,
  what: string,
): string {
  if (of === 1) return `the one ${alike} carries ${yes ? what : 'none'}`;
  if (yes === 0) return `none of the ${of} ${alike} carries ${what}`;
  return `${yes === of ? `all ${of}` : `${yes} of ${of}`} ${alike} ${yes === 1 ? 'carries' : 'carry'} ${what}`;
}
/** How objects like this one carry a slot; null: there are too few of them to say. */
export function carriedBy(context: GuessContext, row: GuessRow, { slot }: Asked): Carried | null {
  const place = context.convention.slotFor('place', row.key);
  const placed = !!(place && row.guesses.get(place.name)?.text);
  return context.habits.carried(slot.name, row.key, whatOf(context, row), row.seat, placed);
}
/** What stands in the slot for what an object is, as its name has it by its pattern. */
export function whatOf({ convention }: GuessContext, row: GuessRow): string | undefined {
  const slot = convention.slotFor('what', row.key);
  return slot ? row.guesses.get(slot.name)?.text : undefined;
}
