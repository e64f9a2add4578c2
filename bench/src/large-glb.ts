import { closeSync, copyFileSync, mkdtempSync, openSync, rmSync, writeFileSync, writeSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { binChunk, jsonChunk, writeGlb } from '@renquil/formats';
import { diskHost } from '../../packages/cli/src/disk-host.js';
import { rename } from '../../packages/cli/src/commands/rename.js';
import type { Add } from './cases.js';

/** Bytes of the file, and objects in it. */
const [size, objects] = [500e6, 2000];
const recipe = {
  ...{ renquil: 'recipe/1', name: 'bench' },
  steps: [{ step: 'swap-words', find: 'Cube', put: 'block', how: 'plain', anyCase: true }],
};

/** Every name of a .glb of 500 MB, by the command line, beside a copy of the file. */
export function addLargeGlb(add: Add): void {
  const folder = mkdtempSync(join(tmpdir(), 'renquil-bench-'));
  const at = (name: string): string => join(folder, name);
  try {
    generate(at('big.glb'));
    writeFileSync(at('recipe.json'), JSON.stringify(recipe));
    const silent = { write: () => true } as unknown as NodeJS.WritableStream;
    const host = diskHost(silent, process.stderr);
    const run = (): void => {
      const ended = rename.run([at('big.glb')], { recipe: at('recipe.json'), out: at('out.glb') }, host);
      if (ended !== 0) throw new Error('the rename of the bench failed');
    };
    add('rename every object in a .glb of 500 MB', 'copying the file', run, () =>
      copyFileSync(at('big.glb'), at('copy.glb')),
    );
  } finally {
    rmSync(folder, { recursive: true });
  }
}
/** Written a mesh at a time: nobody holds all of it. */
function generate(file: string): void {
  const each = Math.floor(size / objects / 12) * 12;
  const list = <T>(make: (i: number) => T): T[] => Array.from({ length: objects }, (_, i) => make(i));
  const json = JSON.stringify({
    ...{ asset: { version: '2.0' }, scenes: [{ nodes: list((i) => i) }] },
    nodes: list((i) => ({ name: `Cube.${i}`, mesh: i })),
    meshes: list((i) => ({ primitives: [{ attributes: { POSITION: i } }] })),
    accessors: list((i) => ({
      ...{ bufferView: i, componentType: 5126, count: each / 12, type: 'VEC3' },
      ...{ min: [0, 0, 0], max: [1, 1, 1] },
    })),
    bufferViews: list((i) => ({ buffer: 0, byteOffset: i * each, byteLength: each })),
    buffers: [{ byteLength: each * objects }],
  });
  const head = writeGlb([
    { type: jsonChunk, data: new TextEncoder().encode(json) },
    { type: binChunk, data: new Uint8Array() },
  ]);
  const view = new DataView(head.buffer);
  view.setUint32(8, head.length + each * objects, true);
  view.setUint32(head.length - 8, each * objects, true);
  const out = openSync(file, 'w');
  writeSync(out, head);
  const mesh = new Uint8Array(each).fill(62);
  for (let i = 0; i < objects; i++) writeSync(out, mesh);
  closeSync(out);
}
