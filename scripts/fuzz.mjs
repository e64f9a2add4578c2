import { build, installDebian, installPackages, mariadb, run } from './lib.mjs';

installDebian([mariadb]);
await installPackages();
await build({ pages: false });
run(process.execPath, [
  '--conditions=@renquil/source',
  '--import',
  'tsx',
  'torture/src/fuzz/main.ts',
  ...process.argv.slice(2),
]);
