import { build, chromium, installDebian, installPackages, mariadb, run } from './lib.mjs';

const page = process.argv.includes('--page');
if (page) installDebian([mariadb, chromium]);
await installPackages();
// What is shipped is timed, as it is compiled.
await build({ pages: page });
run(process.execPath, [
  '--expose-gc',
  '--max-old-space-size=12000',
  '--import',
  'tsx',
  page ? 'bench/src/page.ts' : 'bench/src/main.ts',
  ...process.argv.slice(2),
]);
