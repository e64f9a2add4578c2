import { madeScenes } from './scenes/made-scenes.js';
import { measureProposals, type ProposalScore } from './scenes/measure-proposals.js';
import { spoilers, type Spoiler } from './scenes/spoil-truth.js';

const [only, filter] = process.argv.slice(2).filter((one) => !one.startsWith('--'));
const scenes = only && only !== 'all' ? { [only]: madeScenes[only]! } : madeScenes;
const seeds = process.argv.includes('--evaluate') ? [9001, 9002, 9003] : [1, 2, 3];
const anyOf: Spoiler = (pieces, kind, random) => {
  const all = Object.values(spoilers);
  return all[Math.floor(random() * all.length)]!(pieces, kind, random);
};
const table = measureProposals(scenes, seeds);
const half = measureProposals(scenes, seeds, 1 / 2, { 'half the scene, each its own': anyOf });
const nothing = measureProposals(scenes, seeds, 1, { 'everything default': spoilers['default name']! });
const line = (title: string, s: ProposalScore): string =>
  `${title.padEnd(20)} asked ${s.asked}  covered ${((100 * s.covered) / s.asked).toFixed(1)} %  right ${((100 * s.right) / s.covered).toFixed(1)} %  sides ${s.wrongSides}  harmed ${s.harmed}/${s.unspoiled}\n`;
for (const [title, score] of Object.entries(table.byScene)) process.stdout.write(line(title, score));
process.stdout.write('\n');
for (const [title, score] of Object.entries(table.byOperator)) process.stdout.write(line(title, score));
process.stdout.write(line('\nall', table.all));
for (const one of [half, nothing])
  for (const [title, score] of Object.entries(one.byOperator)) process.stdout.write(line(title, score));
for (const [i, { claimed, right, of }] of table.bands.entries())
  if (of)
    process.stdout.write(
      `band ${i / 10}: claimed ${((100 * claimed) / of).toFixed(1)} right ${((100 * right) / of).toFixed(1)} of ${of}\n`,
    );
if (process.argv.includes('--unsure'))
  for (const [why, count] of Object.entries(table.unsure)
    .sort((a, b) => b[1] - a[1])
    .slice(0, 45))
    process.stdout.write(`${count} ${why}\n`);
if (process.argv.includes('--wrong'))
  process.stdout.write(
    `${table.wrong
      .filter((one) => !filter || one.includes(filter))
      .slice(0, process.argv.includes('--all') ? undefined : 40)
      .join('\n')}\n`,
  );
