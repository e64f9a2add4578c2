import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';

/** The schema layers that come with OpenUSD, out of the data of the package that ships it: nobody here made them. */
export function officialLayers(): { name: string; bytes: Uint8Array }[] {
  const folder = join(
    dirname(createRequire(import.meta.url).resolve('three-usdz-loader/package.json')),
    'external',
  );
  const listed = readFileSync(join(folder, 'emHdBindings.js'), 'utf8');
  const data = readFileSync(join(folder, 'emHdBindings.data'));
  return [...listed.matchAll(/\{\s*filename: '([^']+\.usda)',\s*start: (\d+),\s*end: (\d+)/g)].map(
    ([, name = '', start, end]) => ({
      name,
      bytes: new Uint8Array(data.subarray(Number(start), Number(end))),
    }),
  );
}
