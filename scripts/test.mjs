import { existsSync, readFileSync, rmSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import {
  build,
  capture,
  checkNode,
  chromium,
  collada,
  models,
  python,
  installDebian,
  installPackages,
  mariadb,
  root,
} from './lib.mjs';

/**
 * `npm test [-- suite...]`: all set-up, then every suite; the last line is `N passed, N failed` over all of them. A suite
 * that cannot run counts as one failure, so that nothing is ever silently left out. The end-to-end tests, which mostly
 * wait for a browser to draw, run beside the rest where there are two cores; each suite is printed whole when it ends.
 */
const jasmine = [
  '--import',
  'tsx',
  '--conditions=@renquil/source',
  join(root, 'node_modules/jasmine/bin/jasmine.js'),
  '--config=jasmine.json',
];
const node = (name) => ({
  name,
  run: () => capture(process.execPath, jasmine, { cwd: join(root, 'packages', name) }),
  count: countJasmine,
});
const suites = [
  node('core'),
  node('formats'),
  node('api'),
  node('demo'),
  node('receiver'),
  node('server'),
  node('cli'),
  {
    name: 'web',
    run: () =>
      capture('npx', ['--no-install', 'ng', 'test', '--watch=false', '--progress=false'], {
        cwd: join(root, 'packages/web'),
        env: { ...process.env, NG_CLI_ANALYTICS: 'false', CHROMIUM_BIN: chromium.file },
      }),
    count: countKarma,
  },
  {
    name: 'torture',
    run: () =>
      capture(process.execPath, [
        '--conditions=@renquil/source',
        '--import',
        'tsx',
        'torture/src/main.ts',
        '--short',
      ]),
    count: countTorture,
  },
  {
    name: 'fuzz',
    run: () =>
      capture(process.execPath, [
        '--conditions=@renquil/source',
        '--import',
        'tsx',
        'torture/src/fuzz/main.ts',
        '--short',
      ]),
    count: countTorture,
  },
  {
    name: 'tutorials',
    run: () => capture(process.execPath, ['scripts/tutorials.mjs']),
    count: countTorture,
  },
  { name: 'e2e', run: runPlaywright, count: (_output, made) => made.counts },
];

function countJasmine(output) {
  const found = /(\d+) specs?, (\d+) failures?/.exec(output);
  return found ? { passed: Number(found[1]) - Number(found[2]), failed: Number(found[2]) } : null;
}
function countTorture(output) {
  const found = /(\d+) passed, (\d+) failed/.exec(output);
  return found ? { passed: Number(found[1]), failed: Number(found[2]) } : null;
}
function countKarma(output) {
  const found = [...output.matchAll(/Executed (\d+) of (\d+)(?: \((\d+) FAILED\))?/g)].at(-1);
  if (!found) return null;
  const failed = Number(found[3] ?? 0) + Number(found[2]) - Number(found[1]);
  return { passed: Number(found[2]) - failed, failed };
}
async function runPlaywright() {
  const report = join(root, 'e2e/.work/report.json');
  rmSync(report, { force: true });
  const made = await capture('npx', ['--no-install', 'playwright', 'test', '--reporter=list,json'], {
    cwd: join(root, 'e2e'),
    env: { ...process.env, PLAYWRIGHT_JSON_OUTPUT_NAME: report },
  });
  if (!existsSync(report)) return { ...made, counts: null };
  const { stats } = JSON.parse(readFileSync(report, 'utf8'));
  return { ...made, counts: { passed: stats.expected + stats.flaky, failed: stats.unexpected } };
}

/** The lines that say what failed, to print again at the end, where a cut log still shows them. */
function failureLines(output) {
  const lines = output.split('\n');
  const from = lines.findIndex((line) => /^Failures:|FAILED$|^\s+\d+\) \[|^\s*✘/.test(line));
  return (from < 0 ? lines.slice(-40) : lines.slice(from, from + 60)).join('\n');
}

const seconds = (began) => ((Date.now() - began) / 1000).toFixed(0);
async function inTurn(list) {
  for (const suite of list) await runSuite(suite);
}
async function runSuite(suite) {
  console.log(`== ${suite.name} begins`);
  const began = Date.now();
  const made = await suite.run();
  const counts = suite.count(made.output, made) ?? { passed: 0, failed: 1 };
  if (made.code !== 0 && counts.failed === 0) counts.failed = 1;
  if (counts.failed) broken.push(`-- ${suite.name}\n${failureLines(made.output)}`);
  totals.passed += counts.passed;
  totals.failed += counts.failed;
  console.log(
    `${made.output.trimEnd()}\n== ${suite.name}: ${counts.passed} passed, ${counts.failed} failed, ${seconds(began)} s\n`,
  );
}

const totals = { passed: 0, failed: 0 };
const broken = [];
try {
  checkNode();
  installDebian([mariadb, chromium, python, models, collada]);
  await installPackages();
  await build();
  const wanted = process.argv.slice(2);
  const chosen = suites.filter(({ name }) => !wanted.length || wanted.includes(name));
  const beside = availableParallelism() > 1 ? chosen.filter(({ name }) => name === 'e2e') : [];
  const began = Date.now();
  await Promise.all([inTurn(beside), inTurn(chosen.filter((suite) => !beside.includes(suite)))]);
  console.log(`\n== all suites: ${seconds(began)} s`);
} catch (error) {
  console.error(error.message);
  totals.failed++;
}
for (const text of broken) console.log(`\n${text}`);
console.log(`\n${totals.passed} passed, ${totals.failed} failed`);
process.exit(totals.failed ? 1 : 0);
