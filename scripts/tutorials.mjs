import { spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { root } from './lib.mjs';

/**
 * Does what the pages of docs/tutorials say, in a copy of the sources: a block with a language and a path is a new file, a
 * `diff` block with a path changes one that is there, an `sh` block is run. All pages go into one copy, which has to hold
 * its types at the end. The last line is `N passed, N failed`.
 */
const pages = readdirSync(join(root, 'docs/tutorials'))
  .filter((name) => name.endsWith('.md'))
  .sort();

/** A bound for what hangs: a step took up to half a minute where this was written. */
const mostWait = 600_000;

function copyOfSources() {
  const copy = mkdtempSync(join(tmpdir(), 'renquil-tutorials-'));
  const skip = /[/\\](node_modules|dist|\.angular|\.work|screenshots)$/;
  for (const name of ['packages', 'scripts', 'docs', 'package.json', 'tsconfig.base.json'])
    if (existsSync(join(root, name)))
      cpSync(join(root, name), join(copy, name), { recursive: true, filter: (from) => !skip.test(from) });
  // The packages that others made as they are, ours as they are in the copy.
  mkdirSync(join(copy, 'node_modules/@renquil'), { recursive: true });
  for (const name of readdirSync(join(root, 'node_modules')))
    if (name !== '@renquil' && name !== 'renquil')
      symlinkSync(join(root, 'node_modules', name), join(copy, 'node_modules', name));
  for (const name of readdirSync(join(copy, 'packages'))) {
    symlinkSync(join(copy, 'packages', name), join(copy, 'node_modules/@renquil', name));
    const own = join(root, 'packages', name, 'node_modules');
    if (existsSync(own)) symlinkSync(own, join(copy, 'packages', name, 'node_modules'));
  }
  return copy;
}

/** A hunk without line numbers: its lines that stay or go must stand in the file once, together. */
function change(path, hunk) {
  const lines = hunk.replace(/\n$/, '').split('\n');
  const side = (sign) =>
    lines
      .filter((line) => line[0] === ' ' || line[0] === sign || line === '')
      .map((line) => line.slice(1))
      .join('\n');
  const text = readFileSync(path, 'utf8');
  const parts = text.split(`${side('-')}\n`);
  if (parts.length !== 2) throw new Error(`the lines to change stand ${parts.length - 1} times in it`);
  writeFileSync(path, parts.join(`${side('+')}\n`));
}
function write(path, text) {
  if (existsSync(path)) throw new Error('it is there already');
  mkdirSync(dirname(path), { recursive: true });
  writeFileSync(path, text);
}
function runIn(copy, line) {
  const script = /^npm run (\S+)(?: -- (.*))?$/.exec(line);
  const scripts = JSON.parse(readFileSync(join(copy, 'package.json'), 'utf8')).scripts;
  const command = script ? `${scripts[script[1]]} ${script[2] ?? ''}` : line;
  const { status, stdout, stderr } = spawnSync('sh', ['-c', command], {
    cwd: copy,
    encoding: 'utf8',
    timeout: mostWait,
  });
  if (status !== 0) throw new Error(`${line}\n${stdout}${stderr}`.slice(-4000));
}

const copy = copyOfSources();
let [passed, failed] = [0, 0];
function step(what, work) {
  try {
    work();
    passed++;
    console.log(`ok ${what}`);
  } catch (error) {
    failed++;
    console.log(`FAILED ${what}: ${error.message}`);
  }
}
try {
  for (const page of pages) {
    const text = readFileSync(join(root, 'docs/tutorials', page), 'utf8');
    for (const [, language, path, body] of text.matchAll(/^```(\w+)(?: (\S+))?\n([\s\S]*?)^```$/gm)) {
      if (language === 'diff' && path) step(`${page}: changes ${path}`, () => change(join(copy, path), body));
      else if (path) step(`${page}: ${path}`, () => write(join(copy, path), body));
      else if (language === 'sh')
        for (const line of body.trim().split('\n')) step(`${page}: ${line}`, () => runIn(copy, line));
    }
  }
  step('all pages together hold their types', () =>
    runIn(copy, 'node_modules/.bin/tsc -p packages/server/tsconfig.spec.json --noEmit'),
  );
} finally {
  rmSync(copy, { recursive: true, force: true });
}
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
