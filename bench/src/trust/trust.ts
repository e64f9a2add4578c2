import type { CompiledConvention } from '@renquil/core/names';
import { highConfidence } from '@renquil/core/names/propose';
import type { ObjectId, Scene } from '@renquil/core/scene';
import { proposeNames } from '@renquil/core/workbench';
import { seededRandom } from '@renquil/core/testing';
import { operators, slotsOf } from './spoil.js';

export interface Score {
  /** Slots asked, answered with high confidence, and of those right. */
  asked: number;
  covered: number;
  right: number;
}
export interface TrustTable {
  readonly bySlot: Readonly<Record<string, Score>>;
  readonly byOperator: Readonly<Record<string, Score>>;
  readonly byScene: Readonly<Record<string, Score>>;
  readonly all: Score;
  /** Whole names. */
  readonly names: Score;
  /** High-confidence sides that were wrong, for a look. */
  readonly wrong: readonly string[];
}
const zero = (): Score => ({ asked: 0, covered: 0, right: 0 });

/**
 * Spoils a third of the names that fit, one operator at a time, proposes, and compares each slot with the truth. Slots
 * that a pattern may leave out count too: leaving them out is an answer. A number counts as right when it is the true one.
 */
export function measureTrust(
  scenes: readonly { readonly name: string; readonly make: () => Scene }[],
  convention: CompiledConvention,
  seeds: readonly number[],
): TrustTable {
  const bySlot: Record<string, Score> = {};
  const byOperator: Record<string, Score> = {};
  const byScene: Record<string, Score> = {};
  const [all, names, wrong] = [zero(), zero(), [] as string[]];
  const count = (score: Score, sure: boolean, right: boolean): void => {
    score.asked++;
    if (sure) score.covered++;
    if (sure && right) score.right++;
  };
  for (const { name: sceneName, make } of scenes) {
    for (const seed of seeds) {
      for (const [title, operator] of Object.entries(operators)) {
        const scene = make();
        const next = seededRandom(seed * 1009 + title.length * 7919);
        const truth = new Map<ObjectId, { name: string; slots: ReadonlyMap<string, string> }>();
        for (const object of [...scene.walk()]) {
          const key = convention.keyOf(scene, object);
          const slots = slotsOf(convention, key, object.name);
          if (!slots || next() > 1 / 3) continue;
          const name = operator({ slots, convention, key, kind: object.kind, random: next });
          if (name === null || name === object.name) continue;
          truth.set(object.id, { name: object.name, slots: new Map(slots) });
          scene.patch(object.id, { name });
        }
        for (const made of proposeNames(
          scene,
          convention,
          [...scene.walk()].map((object) => object.id),
        )) {
          const right = truth.get(made.object);
          if (!right) continue;
          const key = convention.keyOf(scene, scene.get(made.object));
          for (const { slot } of convention.pattern(key)!) {
            const guess = made.guesses.find((one) => one.slot === slot);
            const text = guess?.text ?? '';
            const sure = guess !== undefined && guess.confidence >= highConfidence;
            const isRight = text === (right.slots.get(slot) ?? '');
            if (sure && !isRight)
              wrong.push(
                `${sceneName}/${title}: ${right.name} from "${made.before}": ${slot} "${text}" ${guess.confidence.toFixed(2)} ${guess.because}`,
              );
            for (const score of [
              all,
              (bySlot[slot] ??= zero()),
              (byOperator[title] ??= zero()),
              (byScene[sceneName] ??= zero()),
            ])
              count(score, sure, isRight);
          }
          count(names, made.after !== null && made.confidence >= highConfidence, made.after === right.name);
        }
      }
    }
  }
  return { bySlot, byOperator, byScene, all, names, wrong };
}
