import { installPackages, run } from './lib.mjs';

await installPackages();
run(process.execPath, [
  '--expose-gc',
  '--max-old-space-size=12000',
  '--conditions=@renquil/source',
  '--import',
  'tsx',
  'bench/src/main.ts',
  ...process.argv.slice(2),
]);
