import type { Roles } from './lay-names.js';
import type { LearnedGuess } from './learned.js';
import type { Style } from './style.js';
import type { Support } from './word-uses.js';

/** What rules and patterns are made by, and where it is written down what was taken for what. */
export interface Learning {
  readonly roles: Roles;
  readonly style: Style;
  /** How many names bear out a word, by what it is taken for. */
  readonly support: ReadonlyMap<string, Support>;
  readonly guesses: LearnedGuess[];
}
