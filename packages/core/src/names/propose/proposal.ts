import type { ObjectId } from '../../scene/scene-object.js';

/** Where a slot's text comes from. */
export const reasons = [
  'own',
  'spelling',
  'near',
  'place',
  'material',
  'kind',
  'parent',
  'twins',
  'pair',
  'number',
  'habit',
  'shape',
  'library',
] as const;
/** Why a slot is filled as proposed. */
export type Reason = (typeof reasons)[number];

/** Something else that could stand in a slot. */
export interface Alternative {
  /** Empty: left out. */
  readonly text: string;
  readonly because: string;
}
/** One slot of a proposed name. Confidence: 0 to 1, the share of such guesses that hold. */
export interface SlotGuess extends Alternative {
  readonly slot: string;
  readonly confidence: number;
  readonly reason: Reason;
  readonly alternatives: readonly Alternative[];
}
/** A proposed name, slot by slot, with how sure it is and why. */
export interface NameProposal {
  readonly object: ObjectId;
  readonly before: string;
  /** Null: a slot that must be there is open. */
  readonly after: string | null;
  /** Of its least sure slot. */
  readonly confidence: number;
  readonly guesses: readonly SlotGuess[];
  /** Slots that must be there and of which nothing is known. */
  readonly open: readonly string[];
  /** It is to become a helper by its name. */
  readonly prefix?: Alternative;
}

/** From here on a guess counts as sure enough to be taken without being looked at one by one. */
export const highConfidence = 0.8;
/** Below this a guess is not made at all: the slot stays open, with the guess as an alternative. */
export const leastConfidence = 0.5;
