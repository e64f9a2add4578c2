import type { Dice } from './values.js';

/** One case: what goes in, and what must end, in time, by itself or with an error in words. */
export interface FuzzCase {
  readonly input: unknown;
  readonly run: () => void | Promise<void>;
}
export type Kind = (dice: Dice) => FuzzCase;
