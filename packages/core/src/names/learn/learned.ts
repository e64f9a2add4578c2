import type { Convention } from '../slots/convention.js';

/** One thing read out of the names, with how much of them it explains. */
export interface LearnedGuess {
  readonly about:
    | 'separator'
    | 'slot'
    | 'words'
    | 'number'
    | 'case'
    | 'pattern'
    | 'helpers'
    | 'side'
    | 'surface'
    | 'type'
    | 'facing'
    | 'outliers';
  /** The slot or kind it is about, if any. */
  readonly of: string;
  readonly says: string;
  /** Names it holds for, of those it was asked of. */
  readonly holds: number;
  readonly asked: number;
}
/** A convention that was read out of names, with what it rests on. */
export interface LearnedConvention {
  readonly convention: Convention;
  readonly guesses: readonly LearnedGuess[];
  /** How many of the names given fit what was learned. */
  readonly fits: number;
  readonly names: number;
  /** Some of those that are written otherwise. */
  readonly outliers: readonly string[];
}
