import { mostDigits } from '../../names/slots/slot-number.js';
import { lastNumber } from '../../names/number-family.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Breach } from './demand.js';
import type { JudgeTogether } from './together-demand.js';

interface Numbered {
  readonly id: ObjectId;
  readonly digits: string;
  readonly value: number;
}

/** Names differ in their last number only, and the numbers follow one another. What is outside, lacks or repeats is found. */
export const judgeSeries: JudgeTogether = function* (scene, ids) {
  if (ids.length < 2) return;
  const families = new Map<string, Numbered[]>();
  const outside: ObjectId[] = [];
  for (const id of ids) {
    const number = lastNumber(scene.get(id).name);
    // Digits beyond counting are no number of a row.
    if (!number || number.digits.length > mostDigits) {
      outside.push(id);
      continue;
    }
    const key = seriesOf(number);
    const one = { id, digits: number.digits, value: Number(number.digits) };
    const family = families.get(key);
    if (family) family.push(one);
    else families.set(key, [one]);
  }
  let [series, best]: [string, Numbered[]] = ['', []];
  for (const [key, family] of families) if (family.length > best.length) [series, best] = [key, family];
  const wanted = series || 'a number in each name';
  for (const [key, family] of families)
    if (key !== series) for (const { id } of family) yield [id, stranger(scene, id, wanted)];
  for (const id of outside) yield [id, stranger(scene, id, wanted)];
  best.sort((a, b) => a.value - b.value || a.id - b.id);
  for (const [i, one] of best.entries()) {
    const before = best[i - 1];
    if (!before) continue;
    if (before.value === one.value)
      yield [one.id, { short: `${one.digits} is there twice`, facts: { value: one.digits, wanted } }];
    else if (one.value > before.value + 1) {
      const lacks = String(before.value + 1).padStart(before.digits.length, '0');
      yield [one.id, { short: `${lacks} is missing before it`, facts: { value: lacks, wanted } }];
    }
  }
};
const seriesOf = (number: { before: string; after: string }): string => `${number.before}#${number.after}`;
function stranger(scene: Scene, id: ObjectId, wanted: string): Breach {
  return { short: `is not one of ${wanted}`, facts: { value: scene.get(id).name, wanted } };
}
