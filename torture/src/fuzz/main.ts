import { fork } from 'node:child_process';
import { mkdirSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { caseOf, kinds } from './kinds.js';
import { fuzzRequests } from './requests.js';
import type { Said } from './runner.js';

/**
 * `npm run fuzz [-- --minutes N | --short | --only KIND | --seed N | --one KIND:SEED]`: every reader with inputs that
 * nobody would write. Each case has ten seconds and 1.5 GB; inputs that broke something are kept in torture/failing.
 */
const argument = (name: string): string | null => {
  const at = process.argv.indexOf(`--${name}`);
  return at < 0 ? null : (process.argv[at + 1] ?? '');
};
const short = process.argv.includes('--short');
const minutes = Number(argument('minutes') ?? (short ? 0.7 : 5));
const first = Number(argument('seed') ?? 1);
const [longest, batch] = [10_000, 100_000];
const kept = fileURLToPath(new URL('../../failing/', import.meta.url));

interface Count {
  cases: number;
  passed: number;
  refused: number;
  crashed: number;
  hung: number;
}
const say = (line: string): void => void process.stdout.write(`${line}\n`);
/** Each is told once. */
const told = new Set<string>();
const one = argument('one');
if (one) {
  const [kind, seed] = one.split(':');
  const { input, run } = caseOf(kind!, Number(seed));
  say(typeof input === 'string' ? input.slice(0, 4000) : JSON.stringify(input, null, 1).slice(0, 4000));
  await run();
  say('passed');
  process.exit(0);
}

/** Runs cases of one kind until a time, starting its process again after each that ended it. */
async function fuzz(kind: string, until: number): Promise<Count> {
  const count: Count = { cases: 0, passed: 0, refused: 0, crashed: 0, hung: 0 };
  let next = first;
  const broken = (how: 'crashed' | 'hung', seed: number, detail: string): void => {
    count[how]++;
    mkdirSync(kept, { recursive: true });
    const { input } = caseOf(kind, seed);
    writeFileSync(
      `${kept}${kind}-${seed}.json`,
      `${JSON.stringify({ kind, seed, how, detail, input }, null, 1)}\n`,
    );
    const first = detail.split('\n')[0]!;
    if (told.has(first)) return;
    told.add(first);
    say(`${how}: --one ${kind}:${seed}\n   ${detail.split('\n').slice(0, 3).join('\n   ')}`);
  };
  while (Date.now() < until) {
    await new Promise<void>((done) => {
      const runner = fork(
        fileURLToPath(new URL('./runner.ts', import.meta.url)),
        [kind, String(next), String(next + batch)],
        {
          execArgv: ['--conditions=@renquil/source', '--import', 'tsx', '--max-old-space-size=1500'],
        },
      );
      let at: number | null = null;
      let watch: NodeJS.Timeout | undefined;
      const stop = setTimeout(() => at !== null && runner.kill('SIGKILL'), Math.max(0, until - Date.now()));
      let isHung = false;
      runner.on('message', (said: Said) => {
        clearTimeout(watch);
        if ('begins' in said) {
          at = said.begins;
          watch = setTimeout(() => {
            isHung = true;
            runner.kill('SIGKILL');
          }, longest);
          return;
        }
        at = null;
        next = said.ends + 1;
        count.cases++;
        if (said.how === 'crashed') broken('crashed', said.ends, said.detail ?? '');
        else count[said.how]++;
        if (Date.now() >= until) runner.kill('SIGKILL');
      });
      runner.on('exit', () => {
        clearTimeout(watch);
        clearTimeout(stop);
        if (at !== null && (isHung || Date.now() < until)) {
          count.cases++;
          broken(isHung ? 'hung' : 'crashed', at, isHung ? `longer than ${longest} ms` : 'the process ended');
          next = at + 1;
        }
        done();
      });
    });
  }
  return count;
}

const requests = 'requests';
const wanted = [requests, ...Object.keys(kinds)].filter(
  (kind) => !argument('only') || argument('only') === kind,
);
/** Files and requests take longest, and have most to be wrong: they get more of the time. */
const weights: Readonly<Record<string, number>> = { gltf: 3, [requests]: 2 };
const weightOf = (kind: string): number => weights[kind] ?? 1;
const share = (minutes * 60_000 * 2) / wanted.reduce((sum, kind) => sum + weightOf(kind), 0);
/** The longest first, so that both lanes end about together. */
wanted.sort((a, b) => weightOf(b) - weightOf(a));
const counts = new Map<string, Count>();
const waiting = [...wanted];
await Promise.all(
  [0, 1].map(async () => {
    for (let kind = waiting.shift(); kind; kind = waiting.shift())
      counts.set(
        kind,
        kind === requests
          ? await fuzzRequests(first, Date.now() + share * weightOf(kind), (how, what) =>
              say(`${how}: ${what}`),
            )
          : await fuzz(kind, Date.now() + share * weightOf(kind)),
      );
  }),
);
let bad = 0;
say(
  `\n${'kind'.padEnd(14)}${['cases', 'passed', 'refused', 'crashed', 'hung'].map((t) => t.padStart(9)).join('')}`,
);
for (const [kind, count] of counts) {
  say(
    `${kind.padEnd(14)}${Object.values(count)
      .map((n) => String(n).padStart(9))
      .join('')}`,
  );
  bad += count.crashed + count.hung;
}
say(
  `\n${wanted.length - [...counts.values()].filter((c) => c.crashed + c.hung).length} passed, ${[...counts.values()].filter((c) => c.crashed + c.hung).length} failed`,
);
process.exit(bad ? 1 : 0);
