import { madeScenes } from './scenes/made-scenes.js';
import { measureLearning } from './scenes/measure-learning.js';

/** What is learned from scenes of other habits, a line each; with a scene's name after it: all that is wrong there. */
const only = process.argv[2];
const total = { fits: 0, names: 0, right: 0, slots: 0, refused: 0, misses: 0, harmed: 0, scenes: 0, all: 0 };
for (const [title, make] of Object.entries(madeScenes)) {
  if (only && title !== only) continue;
  const score = measureLearning(make(), title);
  total.fits += score.fits;
  total.names += score.names;
  total.right += score.rightSlots;
  total.slots += score.slots;
  total.refused += score.refused;
  total.misses += score.misses;
  total.harmed += score.harmed;
  total.all++;
  if (score.rightSlots === score.slots) total.scenes++;
  const f = score.learned.convention.facing;
  process.stdout.write(
    `${title.padEnd(18)} fits ${score.fits}/${score.names}  slots ${score.rightSlots}/${score.slots}  refused ${score.refused}/${score.misses}  harmed ${score.harmed} ${f}\n`,
  );
  if (only)
    process.stdout.write(
      `${JSON.stringify(score.learned.convention, null, 1)}\n${score.learned.guesses.map((g) => `${g.says}  ${g.holds}/${g.asked}`).join('\n')}\n${score.notes.slice(0, 60).join('\n')}\n`,
    );
}
process.stdout.write(`${JSON.stringify(total)}\n`);
