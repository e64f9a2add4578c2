import { sure } from './confidence.js';
import type { Scene } from '../../scene/scene.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Frame } from '../../frames/frame.js';
import type { Seat } from '../sides/seating.js';
import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import type { CompiledSlot } from '../slots/compiled-slot.js';
import type { PatternPart } from '../slots/convention.js';
import type { KnownElsewhere } from './known-elsewhere.js';
import type { Habits } from './habits.js';
import type { OwnWords } from './own-words.js';
import type { Alternative, Reason, SlotGuess } from './proposal.js';

/** All that guesses look at, worked out once for a scene. */
export interface GuessContext {
  readonly scene: Scene;
  readonly convention: CompiledConvention;
  readonly habits: Habits;
  /** How often each word stands in the names of the scene, lower case. */
  readonly counts: ReadonlyMap<string, number>;
  /** What other scenes of its project say; left out: nothing is known of them. */
  readonly known?: KnownElsewhere | undefined;
}
/** One object on its way to a name. */
export interface GuessRow {
  readonly object: SceneObject;
  readonly key: PatternKey;
  readonly own: OwnWords;
  /** Its name fits and nothing is wrong with it: it stays. */
  readonly keeps: boolean;
  /** The asset it belongs to. */
  readonly frame: Frame;
  readonly seat: Seat;
  /** The row at the mirrored place, if there is one. */
  readonly partner: GuessRow | null;
  /** A helper that lacks its prefix: which, and why. */
  readonly prefix: Alternative | null;
  /** Slots guessed so far. */
  readonly guesses: Map<string, SlotGuess>;
}
/** A slot of a pattern, with what is known of it. */
export interface Asked {
  readonly slot: CompiledSlot;
  readonly part: PatternPart;
}

/** Why something is guessed, and what else could stand there. */
export interface Why {
  readonly reason: Reason;
  readonly because: string;
  readonly alternatives?: readonly Alternative[];
}

/** A guess at what stands in a slot, with how sure it is (0 to 1) and why. */
export function guess(
  { slot }: Asked,
  text: string,
  confidence: number,
  { reason, because, alternatives = [] }: Why,
): SlotGuess {
  return { slot: slot.name, text, confidence, reason, because, alternatives };
}

/** What the name itself says, with how sure that is of itself. */
export function fromOwn(row: GuessRow, asked: Asked): SlotGuess | null {
  const word = row.own.words.get(asked.slot.name);
  if (!word) return null;
  const { text, wanted, how } = word;
  if (how === 'near')
    return guess(asked, wanted, sure.any.nearListed, {
      reason: 'near',
      because: `"${text}" is nearly "${wanted}"`,
    });
  if (how === 'spelling')
    return guess(asked, wanted, sure.any.ownSpelling, {
      reason: 'spelling',
      because: `"${text}" is written "${wanted}" here`,
    });
  return guess(asked, wanted, sure.any.ownWord, { reason: 'own', because: `its name says "${text}"` });
}

/** Of names that lost something, how many lost just this slot. From the spoiled names that work is done on (docs/trust.md). */
const lost = 0.15;
/**
 * How likely a slot that a name does not fill was never there, when so many like it carry it. A name of several slots that
 * are in order has mostly all it had; one word alone tells nothing of what else there was.
 */
export function neverThere({ own, keeps }: GuessRow, carry: number): number {
  if (keeps || own.words.size < 2) return 1 - carry;
  return (1 - carry) / (1 - carry + carry * lost);
}

/** A length in words: millimetres below a tenth of a metre. */
export function metres(n: number): string {
  return n < 0.1 ? `${(n * 1000).toFixed(0)} mm` : `${Number(n.toPrecision(2))} m`;
}
