import { join } from 'node:path';
import { capture, root } from './lib.mjs';

/** Types of everything, specs too. */
const projects = ['core', 'formats', 'api', 'demo', 'receiver', 'server', 'cli'].map(
  (name) => `packages/${name}/tsconfig.spec.json`,
);
let failed = 0;
for (const project of [
  ...projects,
  'e2e/tsconfig.json',
  'bench/tsconfig.json',
  'torture/tsconfig.json',
  'examples/tsconfig.json',
  'packages/web/tsconfig.worker.json',
]) {
  const { code, output } = await capture('npx', [
    '--no-install',
    'tsc',
    '--noEmit',
    '-p',
    join(root, project),
  ]);
  process.stdout.write(output);
  console.log(`${code ? 'FAILED' : 'ok'} ${project}`);
  failed += code ? 1 : 0;
}
const { code, output } = await capture(
  'npx',
  ['--no-install', 'ngc', '--noEmit', '-p', 'tsconfig.spec.json'],
  {
    cwd: join(root, 'packages/web'),
  },
);
process.stdout.write(output);
console.log(`${code ? 'FAILED' : 'ok'} packages/web`);
process.exit(failed + (code ? 1 : 0) ? 1 : 0);
