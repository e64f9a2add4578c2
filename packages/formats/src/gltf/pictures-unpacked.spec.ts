import { existsSync, readFileSync } from 'node:fs';
import { decode } from 'fast-png';
import { loadUnpackers } from '../unpackers-node/index.js';
import { openScene } from '../scene-file.js';
import { imageBytes, imagePixels } from './material-facts.js';
import { picturesUnpacked } from './pictures-unpacked.js';
import { tgaPixels } from './tga-pixels.js';
import type { Unpackers } from './unpackers.js';

const folder = '/usr/share/assimp/models/Collada/';
/** Of no map and no packing (type 2), 24 bits each, from the lower left on: what a header of 18 bytes says at its default. */
function tgaOf(width: number, height: number, blueGreenRed: readonly number[]): Uint8Array {
  const bytes = new Uint8Array(18 + blueGreenRed.length);
  const head = new DataView(bytes.buffer);
  bytes[2] = 2;
  head.setUint16(12, width, true);
  head.setUint16(14, height, true);
  bytes[16] = 24;
  bytes.set(blueGreenRed, 18);
  return bytes;
}
const two = tgaOf(1, 2, [1, 2, 3, 4, 5, 6]);
/** Packed: a run of two pixels, then one by itself. */
const packed = tgaOf(3, 1, [129, 1, 2, 3, 0, 4, 5, 6]).map((byte, at) => (at === 2 ? 10 : byte));

describe('TGA beside a file', () => {
  let unpackers: Unpackers;
  beforeAll(async () => (unpackers = await loadUnpackers()));

  it('is read as the PNG of the same pixels, from the upper left on', () => {
    const png = decode(picturesUnpacked(() => two, unpackers)('a/B.TGA')!);
    expect([png.width, png.height, ...png.data]).toEqual([1, 2, 6, 5, 4, 255, 3, 2, 1, 255]);
    const runs = decode(picturesUnpacked(() => packed, unpackers)('c.tga')!);
    expect([...runs.data]).toEqual([3, 2, 1, 255, 3, 2, 1, 255, 6, 5, 4, 255]);
  });
  it('stays what it is where it is cut, no TGA, too large, or nobody can unpack it', () => {
    const noPixels = [two.subarray(0, 10), two.subarray(0, -1), packed.subarray(0, -1)];
    for (const bad of [...noPixels, new Uint8Array(40).fill(255), new Uint8Array(40)])
      expect(picturesUnpacked(() => bad, unpackers)('a.tga')).toBe(bad);
    expect(picturesUnpacked(() => two)('a.tga')).toBe(two);
    const read = picturesUnpacked(() => two, unpackers, 3);
    expect([read('a.tga') === two, read('b.tga') === two]).toEqual([false, true]);
    expect(picturesUnpacked(() => two, unpackers)('a.png')).toBe(two);
    expect(picturesUnpacked(() => null, unpackers)('a.tga')).toBeNull();
  });
  it('that others made is whole, and is not when it is cut', () => {
    if (!existsSync(folder)) return pending('assimp-testmodels is not installed');
    for (const name of ['Collada/duckCM.tga', 'SMD/holygrail.tga', 'X/top.tga']) {
      const bytes = readFileSync(`${folder}../${name}`);
      expect(tgaPixels(bytes)).withContext(name).toBeGreaterThan(1000);
      expect(tgaPixels(bytes.subarray(0, 1000)))
        .withContext(name)
        .toBeNull();
    }
  });
  it('is what a published COLLADA scene shows, and nothing is said to be lacking', () => {
    if (!existsSync(folder)) return pending('assimp-testmodels is not installed');
    const read = (path: string): Uint8Array | null =>
      existsSync(folder + path) ? readFileSync(folder + path) : null;
    const { source, note, scene } = openScene(readFileSync(`${folder}duck.dae`), 'duck.dae', read, {
      unpackers,
    });
    const bytes = imageBytes(source.json, 0, source) as Uint8Array;
    expect(imagePixels(bytes)).toEqual([512, 512]);
    expect(note).not.toContain('duckCM');
    expect(scene.materials.map(({ images }) => images?.length)).toContain(1);
  });
});
