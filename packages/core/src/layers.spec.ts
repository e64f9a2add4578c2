import { spawnSync } from 'node:child_process';
import { rmSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('../../../', import.meta.url));
const planted = 'packages/core/src/planted.tmp.ts';

/** What the layering tool says of a file with these imports. */
function judged(...imported: string[]): string {
  writeFileSync(root + planted, imported.map((one) => `import '${one}';\n`).join(''));
  try {
    const { stdout, stderr } = spawnSync(
      process.execPath,
      [
        'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
        planted,
        '--config',
        '.dependency-cruiser.cjs',
        '--output-type',
        'err',
      ],
      { cwd: root, encoding: 'utf8' },
    );
    return stdout + stderr;
  } finally {
    rmSync(root + planted, { force: true });
  }
}

describe('the layers', () => {
  it('of core let nothing in that it may not have: planted imports are found, each of them', () => {
    const said = judged('piscina', 'node:fs', 'three', '@renquil/formats', '@angular/core');
    const found = said.split('\n').filter((line) => line.includes('core-is-pure'));
    expect(found).withContext(said).toHaveSize(5);
  });
  it('of core let in what it may have', () => {
    expect(judged('./math/box.js', 're2js', 'transliteration')).toContain('no dependency violations found');
  });
});
