import { sure } from './confidence.js';
import { knowsFacing } from '../../frames/frame.js';
import { depthSeat, heightSeat, type Seat } from '../sides/seating.js';
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
import { carriedBy, shareThat, whatOf } from './guess-side.js';
import type { SlotGuess } from './proposal.js';

/**
 * The place along the asset or up it. Only where the name says so or where other things of the same name carry one: from
 * where it sits alone everything is in front of or behind something.
 */
export function guessPlace(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const made = placeOf(context, row, asked);
  const sense = made && asked.slot.senses.get(made.text);
  return made?.reason === 'place' && (sense === 'front' || sense === 'back') && !knowsFacing(row.frame)
    ? {
        ...made,
        confidence: Math.min(made.confidence, sure.side.mostAssumed),
        because: `${made.because}, if it faces ${row.frame.facing}`,
      }
    : made;
}

/** The place in the name of the one across, when that name fits: the two differ in their side only. */
function acrossOf({ partner }: GuessRow, { slot }: Asked): string | null {
  return (partner?.own.fits ? partner.own.words.get(slot.name)?.text : null) ?? null;
}

/** Its name says a place: kept, unless it sits clearly elsewhere where names and places otherwise agree. */
function ofOwnPlace(context: GuessContext, asked: Asked, own: SlotGuess, depth: () => Seat): SlotGuess {
  const said = asked.slot.senses.get(own.text);
  if (said !== 'front' && said !== 'back') return own;
  const seat = depth();
  if (seat.sense === said)
    return { ...own, confidence: sure.place.ownAndThere, because: `${own.because}, and it sits there` };
  const word = wordPointing(asked.slot.senses, seat.sense);
  const trust = context.habits.placeAgrees;
  if (!seat.clear || word === null || trust.of < sure.any.enoughCases)
    return {
      ...own,
      confidence: seat.clear && seat.sense !== 'centre' ? sure.place.ownNotThere : sure.place.ownUnclear,
    };
  const because = `it sits ${metres(seat.metres)} to the ${seat.sense}, though its name says ${own.text}`;
  return guess(asked, word, Math.max(sure.any.least, trust.expected - sure.place.against), {
    reason: 'place',
    because,
    alternatives: [{ text: own.text, because: own.because }],
  });
}

function placeOf(context: GuessContext, row: GuessRow, asked: Asked): SlotGuess | null {
  const own = fromOwn(row, asked);
  const { slack } = context.convention.source;
  const depth = (): Seat => depthSeat(context.scene, row.object.id, row.frame, slack);
  if (own) return ofOwnPlace(context, asked, own, depth);
  const across = acrossOf(row, asked);
  if (across) {
    const said = asked.slot.senses.get(across);
    const seat = said === 'front' || said === 'back' ? depth() : null;
    if (!seat || seat.sense === said || !seat.clear)
      return guess(asked, across, seat?.sense === said ? sure.place.acrossAndThere : sure.place.acrossAlone, {
        reason: 'pair',
        because: `the one across says ${across}`,
      });
  }
  const what = whatOf(context, row);
  const habit = what === undefined ? null : carriedBy(context, row, asked);
  const ways = what === undefined ? null : context.habits.placeSenses(what);
  if (habit && ways && habit.share >= 0.5) {
    const seat =
      ways.has('front') || ways.has('back') ? depth() : heightSeat(context.scene, row.object.id, slack);
    const word = wordPointing(asked.slot.senses, seat.sense);
    if (word !== null && seat.sense !== 'centre') {
      const because = `it sits ${metres(seat.metres)} to the ${seat.sense}, and ${shareThat(habit, `called ${what}`, 'a place')}`;
      const share = Math.min(sure.place.mostBySeat, habit.share, seat.clear ? 1 : sure.any.notClear);
      return guess(asked, word, share, {
        reason: 'place',
        because,
        alternatives: [{ text: '', because: 'a place may be left out' }],
      });
    }
  }
  if (!asked.part.optional) return null;
  if (habit && habit.share < 0.5)
    return guess(asked, '', Math.min(sure.any.most, neverThere(row, habit.share)), {
      reason: 'habit',
      because: shareThat(habit, 'like it', 'a place'),
    });
  return guess(asked, '', sure.any.leftOut, {
    reason: 'habit',
    because: 'its name says nothing of a place, nor do others like it',
  });
}
