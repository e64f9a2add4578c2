import { CompiledConvention, readName } from '@renquil/core/names';
import { learnConvention } from '@renquil/core/names/learn';
import { highConfidence } from '@renquil/core/names/propose';
import type { ObjectId } from '@renquil/core/scene';
import { proposeNames } from '@renquil/core/workbench';
import { seededRandom } from '@renquil/core/testing';
import type { MadeScene } from './build-scene.js';
import { everything } from './measure-learning.js';
import { spoilers, type Spoiler } from './spoil-truth.js';

export interface ProposalScore {
  /** Spoiled names, those answered with high confidence, and of those right. */
  asked: number;
  covered: number;
  right: number;
  /** Sides that would be taken and are wrong. */
  wrongSides: number;
  /** Names that were not spoiled and that would be changed. */
  harmed: number;
  unspoiled: number;
}
export interface Band {
  claimed: number;
  right: number;
  of: number;
}
export interface ProposalTable {
  readonly all: ProposalScore;
  readonly byScene: Readonly<Record<string, ProposalScore>>;
  readonly byOperator: Readonly<Record<string, ProposalScore>>;
  /** Slots by how sure they were, ten bands. */
  readonly bands: readonly Band[];
  readonly wrong: readonly string[];
  /** What keeps names from being answered: how they were spoiled, and their least sure slot. */
  readonly unsure: Readonly<Record<string, number>>;
}
/** Between humps a word begins with a capital or not, as its place has it. */
const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
const zero = (): ProposalScore => ({
  asked: 0,
  covered: 0,
  right: 0,
  wrongSides: 0,
  harmed: 0,
  unspoiled: 0,
});

/**
 * Learns from each clean scene, spoils a share of its names by one operator at a time, proposes by what was learned and
 * compares with the truth. `share`: of the names of a scene, 0 to 1.
 */
export function measureProposals(
  scenes: Readonly<Record<string, () => MadeScene>>,
  seeds: readonly number[],
  share = 1 / 3,
  operators: Readonly<Record<string, Spoiler>> = spoilers,
): ProposalTable {
  const all = zero();
  const byScene: Record<string, ProposalScore> = {};
  const byOperator: Record<string, ProposalScore> = {};
  const bands = Array.from({ length: 10 }, (): Band => ({ claimed: 0, right: 0, of: 0 }));
  const wrong: string[] = [];
  const unsure: Record<string, number> = {};
  for (const [title, make] of Object.entries(scenes)) {
    const clean = make();
    const learned = learnConvention([{ scene: clean.scene, objects: everything(clean.scene) }], title);
    const convention = new CompiledConvention(learned.convention);
    for (const seed of seeds)
      for (const [how, spoil] of Object.entries(operators)) {
        const { scene, truth } = make();
        const random = seededRandom(seed * 1009 + how.length * 7919);
        const spoiled = new Map<ObjectId, string>();
        for (const object of [...scene.walk()]) {
          if (random() > share) continue;
          const name = spoil(truth.get(object.id)!.pieces, object.kind, random);
          if (name === null || name === object.name) continue;
          spoiled.set(object.id, object.name);
          scene.patch(object.id, { name });
        }
        const scores = [all, (byScene[title] ??= zero()), (byOperator[how] ??= zero())];
        for (const made of proposeNames(scene, convention, everything(scene))) {
          const right = spoiled.get(made.object) ?? made.before;
          const sure = made.after !== null && made.confidence >= highConfidence;
          const key = convention.keyOf(scene, scene.get(made.object));
          const wanted = readName(convention, key, right);
          let wrongSide = false;
          for (const guess of made.guesses) {
            const is = same(
              guess.text,
              wanted.fits ? (wanted.slots.get(guess.slot)?.text ?? '') : guess.text,
            );
            if (spoiled.has(made.object)) {
              const band = bands[Math.min(9, Math.floor(guess.confidence * 10))]!;
              band.of++;
              band.claimed += guess.confidence;
              if (is) band.right++;
            }
            if (sure && !is && convention.slots.get(guess.slot)!.role === 'side') wrongSide = true;
          }
          for (const score of scores) {
            if (wrongSide && made.after !== made.before) {
              score.wrongSides++;
              if (score === all)
                wrong.push(
                  `SIDE ${title}/${how}: ${right} from "${made.before}": "${made.after}" ${made.guesses.map(({ slot, text, confidence, because }) => `${slot} "${text}" ${confidence.toFixed(2)} ${because}`).join('; ')}`,
                );
            }
            if (!spoiled.has(made.object)) {
              score.unspoiled++;
              if (sure && made.after !== made.before) score.harmed++;
              continue;
            }
            score.asked++;
            if (sure) score.covered++;
            if (sure && made.after === right) score.right++;
          }
          if (!sure && spoiled.has(made.object)) {
            const [least] = [...made.guesses].sort((a, b) => a.confidence - b.confidence);
            const why = made.open.length ? `open ${made.open.join(',')}` : `${least!.slot} ${least!.reason}`;
            unsure[`${how}: ${why}`] = (unsure[`${how}: ${why}`] ?? 0) + 1;
          }
          if (sure && made.after !== right)
            wrong.push(
              `${title}/${how}: ${right} from "${made.before}": "${made.after}" ${made.confidence.toFixed(2)} ${made.guesses.map(({ slot, text, confidence, because }) => `${slot} "${text}" ${confidence.toFixed(2)} ${because}`).join('; ')}`,
            );
        }
      }
  }
  return { all, byScene, byOperator, bands, wrong, unsure };
}
