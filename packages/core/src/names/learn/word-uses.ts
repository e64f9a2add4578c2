import { isDigits } from '../slots/slot-number.js';
import { isVersion, type Sample } from './samples.js';

/** Where a word stands in names. */
export interface Use {
  readonly sample: Sample;
  /** Among the pieces of the name. */
  readonly at: number;
}
/** Every word of the names with where it stands; numbers and versions left out, and names of one word. */
export function usesOf(samples: readonly Sample[]): Map<string, Use[]> {
  const uses = new Map<string, Use[]>();
  for (const sample of samples) {
    if (sample.pieces.length < 2) continue;
    sample.pieces.forEach(({ text }, at) => {
      if (isDigits(text) || isVersion(text)) return;
      const list = uses.get(text);
      if (list) list.push({ sample, at });
      else uses.set(text, [{ sample, at }]);
    });
  }
  return uses;
}
/** How much of its names a rule holds for. */
export type Support = readonly [holds: number, asked: number];
