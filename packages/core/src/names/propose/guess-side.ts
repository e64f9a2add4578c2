import { sure } from './confidence.js';
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
        confidence: Math.min(made.confidence, sure.side.mostAssumed),
        because: `${made.because}, if it faces ${row.frame.facing}`,
      }
    : made;
}
function sideOf(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const { seat } = row;
  const own = fromOwn(row, asked);
  const said = own ? (asked.slot.senses.get(own.text) ?? null) : null;
  const seated = wordPointing(asked.slot.senses, seat.sense);
  if (said === null && own) return own;
  if (said === 'left' || said === 'right') {
    if (seat.sense === said) {
      const text = `its name says ${own!.text}, and it sits ${metres(seat.metres)} to the ${said}`;
      return {
        ...own!,
        confidence: seat.clear ? sure.side.ownAndThere : sure.side.ownAndNearlyThere,
        because: text,
      };
    }
    return clash(context, row, asked, { own: own!, seated });
  }
  if (seat.sense === 'centre') return atCentre(context, row, asked, { own, word: seated });
  if (said === 'centre') {
    return seat.clear && seated !== null
      ? clash(context, row, asked, { own: own!, seated })
      : {
          ...own!,
          confidence: sure.side.centreThoughOff,
          because: `its name says ${own!.text}, but its middle is ${metres(seat.metres)} off`,
        };
  }
  return seated === null ? null : bySeat(context, row, asked, seated);
}

/** Its name says no side: where it sits does, as far as things like it carry one. */
function bySeat(context: GuessContext, row: GuessRow, asked: Asked, seated: string): SlotGuess {
  const { seat } = row;
  const trust = context.habits.sideAgrees;
  const because = `it sits ${metres(seat.metres)} to the ${seat.sense}`;
  const habit = carriedBy(context, row, asked);
  const carries = habit
    ? habit.share
    : row.object.children.length
      ? sure.side.groupCarries
      : sure.side.meshCarries;
  const facing = trust.of >= sure.any.enoughCases ? trust.expected : sure.side.facing;
  const leave = { text: '', because: 'nothing like it carries a side' };
  const across = acrossSays(row, asked);
  if (seat.clear && across !== null && across === otherSense[seat.sense])
    return guess(asked, seated, sure.side.acrossSays, {
      reason: 'pair',
      because: `${because}, and the one across says ${across}`,
      alternatives: [leave],
    });
  if (asked.part.optional && carries < 0.5) {
    const why = habit ? shareThat(habit, 'like it', 'a side') : 'groups mostly stand for both sides';
    return guess(asked, '', Math.min(sure.any.most, row.partner ? 1 - carries : neverThere(row, carries)), {
      reason: 'habit',
      because: why,
      alternatives: [{ text: seated, because }],
    });
  }
  const seatSure = Math.min(
    sure.any.most,
    facing,
    asked.part.optional ? Math.max(carries, sure.side.optionalCarries) : 1,
    seat.clear ? 1 : sure.any.notClear,
  );
  const pair = row.partner ? `, the other one to the ${seat.sense === 'left' ? 'right' : 'left'}` : '';
  return guess(asked, seated, seatSure, {
    reason: 'place',
    because: because + pair,
    alternatives: asked.part.optional ? [leave] : [],
  });
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
  { own, seated }: { readonly own: SlotGuess; readonly seated: string | null },
): SlotGuess {
  const told = { text: own.text, because: own.because };
  const because = `it sits ${seat.sense === 'centre' ? 'in the middle' : `${metres(seat.metres)} to the ${seat.sense}`}, though its name says ${own.text}`;
  if (seated === null || seat.sense === 'centre')
    return {
      ...own,
      confidence: sure.side.sidedInMiddle,
      because: `its name says ${own.text}, though it sits in the middle`,
    };
  const trust = habits.sideAgrees;
  // Where it faces is known: names that say otherwise are what is to be put right.
  const facing = Math.max(
    trust.of >= sure.any.enoughCases ? trust.expected : sure.side.facingAgainst,
    knowsFacing(frame) ? sure.side.facingKnown : 0,
  );
  // A mirror partner across the plane makes the place no accident.
  const { againstWithPartner, againstAlone, againstNotClear, mostAgainst } = sure.side;
  const seatSure = seat.clear ? facing - (partner ? againstWithPartner : againstAlone) : againstNotClear;
  return guess(asked, seated, Math.min(mostAgainst, Math.max(sure.any.least, seatSure)), {
    reason: 'place',
    because,
    alternatives: [told],
  });
}

function atCentre(
  context: GuessContext,
  row: GuessRow,
  asked: Asked,
  { own, word }: { readonly own: SlotGuess | null; readonly word: string | null },
): SlotGuess | null {
  if (own)
    return {
      ...own,
      confidence: sure.side.ownCentre,
      because: `its name says ${own.text}, and it sits in the middle`,
    };
  const habit = carriedBy(context, row, asked);
  if (row.own.fits && asked.part.optional) {
    const told = word ? [{ text: word, because: 'it sits in the middle' }] : [];
    const share = habit?.share ?? sure.side.unknownShare;
    return guess(asked, '', 1 - share / 2 - sure.side.doubtOfFit, {
      reason: 'own',
      because: 'its name fits without one',
      alternatives: told,
    });
  }
  const carries = habit
    ? habit.share
    : row.object.shape !== null && row.key === 'mesh'
      ? sure.side.meshCarriesCentre
      : sure.side.otherCarriesCentre;
  if (word === null || (asked.part.optional && carries < 0.5)) {
    if (!asked.part.optional) return null;
    const why = habit ? shareThat(habit, 'like it in the middle', 'a side') : 'it sits in the middle';
    return guess(asked, '', Math.min(sure.any.most, neverThere(row, carries)), {
      reason: 'habit',
      because: why,
      alternatives: word ? [{ text: word, because: 'it sits in the middle' }] : [],
    });
  }
  const because = habit
    ? `it sits in the middle, and ${shareThat(habit, 'like it there', word)}`
    : 'it sits in the middle';
  return guess(asked, word, Math.min(sure.any.most, Math.max(carries, sure.any.least)), {
    reason: 'place',
    because,
    alternatives: [{ text: '', because: 'a side may be left out' }],
  });
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
  return context.habits.carried(slot.name, row.key, { what: whatOf(context, row), seat: row.seat, placed });
}
/** What stands in the slot for what an object is, as its name has it by its pattern. */
export function whatOf({ convention }: GuessContext, row: GuessRow): string | undefined {
  const slot = convention.slotFor('what', row.key);
  return slot ? row.guesses.get(slot.name)?.text : undefined;
}
