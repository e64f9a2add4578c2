import { crowd } from './crowd.js';
import { diskFull } from './disk-full.js';
import { killRounds } from './kill-rounds.js';
import { lineFaults } from './line-faults.js';
import { refusals } from './refusals.js';
import { printTable, type Row } from './table.js';
import { World } from './world.js';

/**
 * `npm run torture [-- --minutes N | --short | --cluster]`: what must hold when everything else does not. One table; the
 * last line counts what held.
 */
const argument = (name: string): string | null => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? null : (process.argv[at + 1] ?? '');
};
const short = process.argv.includes('--short');
const minutes = Number(argument('minutes') ?? (short ? 0.6 : 5));
const say = (line: string): void => void process.stdout.write(`${line}\n`);
const rows: Row[] = [];

async function run(what: string, work: () => Promise<Row[]>): Promise<void> {
  say(`-- ${what}`);
  try {
    rows.push(...(await work()));
  } catch (error) {
    rows.push({ what, done: 'broke off', wrong: [(error as Error).stack ?? String(error)] });
  }
}

const began = Date.now();
if (process.argv.includes('--cluster')) {
  const { cluster } = await import('./cluster.js');
  await run('cluster', () => cluster(minutes * 60));
} else {
  const world = await World.make();
  const seconds = minutes * 60;
  await run('line faults', () => lineFaults(world, short ? 60 : Math.round(120 * minutes)));
  await run('refusals', () => refusals(world, short ? 20_000 : 120_000));
  for (const scenes of short ? [1] : [1, 3, 15])
    await run('crowd', () => crowd(world, 50, scenes, short ? 4 : seconds / 12));
  await run('kill -9', () => killRounds(world, short ? 8 : seconds / 2));
  await world.close();
  if (!short) await run('disk full', diskFull);
}
say(`\n${((Date.now() - began) / 60_000).toFixed(1)} minutes`);
process.exit(printTable(rows, say) ? 0 : 1);
