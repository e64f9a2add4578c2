import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { demoScenes } from '@renquil/demo';
import { readGltf } from '@renquil/formats';
import { rescueSled, ticketKiosk } from './clean-scenes.js';
import { measureTrust, type Score } from './trust.js';

/** Seeds 1 to 5 are for working on proposals; the figures in docs/trust.md come from others, looked at only at the end. */
const evaluation = process.argv.includes('--evaluate');
const seeds = evaluation ? [9001, 9002, 9003, 9004, 9005] : [1, 2, 3, 4, 5];

const scenes = [
  ...(await Promise.all(
    demoScenes
      .filter(({ file }) => file.endsWith('.glb'))
      .map(async ({ file, build }) => {
        const bytes = await build();
        return { name: file, make: () => readGltf(bytes, file).scene };
      }),
  )),
  { name: 'rescue_sled', make: rescueSled },
  { name: 'ticket_kiosk', make: ticketKiosk },
];
const table = measureTrust(scenes, new CompiledConvention(partsConvention), seeds);
const percent = (n: number, of: number): string => (of ? `${((n / of) * 100).toFixed(1)} %` : '');
const line = (title: string, { asked, covered, right }: Score): string =>
  `| ${title} | ${asked.toLocaleString('en')} | ${percent(covered, asked)} | ${percent(right, covered)} |`;
const part = (title: string, rows: Readonly<Record<string, Score>>): string =>
  [
    `| ${title} | asked | answered with high confidence | right of those |`,
    '|---|--:|--:|--:|',
    ...Object.entries(rows).map(([key, score]) => line(key, score)),
  ].join('\n');

const out = [
  part('slot', table.bySlot),
  part('operator', table.byOperator),
  part('scene', table.byScene),
  part('all', { 'all slots': table.all, 'whole names': table.names }),
  ...(process.argv.includes('--wrong') ? [table.wrong.slice(0, 60).join('\n')] : []),
];
process.stdout.write(`${out.join('\n\n')}\n`);
