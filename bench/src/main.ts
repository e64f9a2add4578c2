import { parseArgs } from 'node:util';
import { runSize, type SizeResult } from './cases.js';
import { generateGlb } from './generate.js';

/** `npm run bench [-- --json] [--sizes 10000,100000]`: ours and its baseline side by side in one run, as ratios. */
const { values } = parseArgs({ options: { json: { type: 'boolean' }, sizes: { type: 'string' } } });
const sizes = (values.sizes ?? '10000,100000,1000000').split(',').map(Number);
const say = (line: string): void => void process.stdout.write(`${line}\n`);

const results: SizeResult[] = [];
for (const size of sizes) {
  const result = await runSize(generateGlb(size), size);
  results.push(result);
  if (values.json) continue;
  say(
    `\n${size.toLocaleString('en')} objects: a scene of ${(result.memory.scene / 1e6).toFixed(0)} MB, ${result.memory.perObject.toFixed(0)} bytes an object`,
  );
  for (const row of result.rows)
    say(
      `  ${row.what.padEnd(42)} ${row.ms.toFixed(1).padStart(9)} ms  ${row.ratio.toFixed(row.ratio < 0.1 ? 4 : 1).padStart(6)} x  ${row.against} (${row.baseline.toFixed(1)} ms)`,
    );
}
/** How much the time grows when the size grows by a factor: 1 is linear. */
const growth = results.slice(1).flatMap((result, i) =>
  result.rows.flatMap((row) => {
    const before = results[i]!;
    const same = before.rows.find((one) => one.what === row.what);
    if (!same) return [];
    return {
      what: row.what,
      from: before.objects,
      to: result.objects,
      factor: row.ms / same.ms / (result.objects / before.objects),
    };
  }),
);
if (values.json) say(JSON.stringify({ results, growth }, null, 2));
else {
  say('\nGrowth of the time over the growth of the size (1 is linear)');
  for (const { what, from, to, factor } of growth)
    say(
      `  ${what.padEnd(42)} ${from.toLocaleString('en')} to ${to.toLocaleString('en')}: ${factor.toFixed(2)}`,
    );
}
