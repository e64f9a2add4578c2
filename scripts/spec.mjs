import { spawnSync } from 'node:child_process';
import { join, relative, resolve } from 'node:path';
import { root } from './lib.mjs';

/** `npm run spec -- FILE...`: the specs of some files of one or more packages that run on Node, without any build. */
const files = process.argv.slice(2).map((file) => relative(root, resolve(file)));
const byPackage = new Map();
for (const file of files) {
  const [, name] = /^packages\/([\w-]+)\/src\/.+\.spec\.ts$/.exec(file) ?? [];
  if (!name || name === 'web') {
    console.error(`${file} is no spec of a package that runs on Node (packages/NAME/src/....spec.ts)`);
    process.exit(2);
  }
  byPackage.set(name, [...(byPackage.get(name) ?? []), file]);
}
if (!files.length) {
  console.error('npm run spec -- FILE...');
  process.exit(2);
}
let failed = false;
for (const [name, those] of byPackage) {
  const cwd = join(root, 'packages', name);
  const jasmine = join(root, 'node_modules/jasmine/bin/jasmine.js');
  const { status } = spawnSync(
    process.execPath,
    [
      '--import',
      'tsx',
      '--conditions=@renquil/source',
      jasmine,
      '--config=jasmine.json',
      ...those.map((file) => relative(cwd, join(root, file))),
    ],
    { cwd, stdio: 'inherit' },
  );
  failed ||= status !== 0;
}
process.exit(failed ? 1 : 0);
