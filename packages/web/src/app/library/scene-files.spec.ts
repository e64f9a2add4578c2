import { zipSync, strToU8 } from 'fflate';
import type { PickedFile } from './dropped-files';
import { sortFiles } from './scene-files';
import { unpackZips } from './unpack-zips';

const picked = (path: string, content: string | Uint8Array = 'x'): PickedFile => ({
  path,
  file: new File([content as BlobPart], path.split('/').pop()!),
});
const glb = 'glTF\u0002\0\0\0';
const sorted = async (...files: PickedFile[]): Promise<object> => {
  const { scenes, rest } = await sortFiles(files);
  return {
    scenes: scenes.map(({ main, beside }) => [main.path, ...beside.map(({ path }) => path)].join(' ')),
    rest: rest.map(({ path }) => path),
  };
};

describe('files that come together', () => {
  it('are one scene with all that lies in its folder', async () =>
    expect(
      await sorted(picked('s/a.gltf', '{}'), picked('s/a.bin'), picked('s/tex/b.png'), picked('c.png')),
    ).toEqual({
      scenes: ['s/a.gltf s/a.bin s/tex/b.png'],
      rest: ['c.png'],
    }));
  it('are several scenes, each with what it needs', async () => {
    const gltf = JSON.stringify({
      asset: {},
      buffers: [{ uri: 'one%20two.bin' }],
      images: [{ uri: 'tex/b.png' }],
    });
    const obj = '# r\nmtllib c.mtl\nv 0 0 0\no x\n';
    const files = [
      picked('a.gltf', gltf),
      picked('one two.bin'),
      picked('tex/b.png'),
      picked('p/c.obj', obj),
    ];
    expect(await sorted(...files, picked('p/c.mtl'), picked('read.txt'), picked('d.glb', glb))).toEqual({
      scenes: ['a.gltf one two.bin tex/b.png', 'p/c.obj p/c.mtl', 'd.glb'],
      rest: ['read.txt'],
    });
  });
  it('are told by what is in them, not by their ending', async () => {
    const listing = picked('l.json', '{"renquil":"listing/1","objects":[]}');
    expect(await sorted(listing, picked('settings.json', '{}'), picked('scene.dat', glb))).toEqual({
      scenes: ['l.json', 'scene.dat'],
      rest: ['settings.json'],
    });
  });
  it('are layers of one scene where one is put together from the others', async () => {
    const layer = (...names: string[]): string =>
      `#usda 1.0\n(subLayers = [${names.map((name) => `@${name}@`).join(', ')}])\n`;
    const files = [picked('parts/leg.usda', layer()), picked('s/chair.usda', layer('../parts/leg.usda'))];
    const set = picked('s/set.usda', '#usda 1.0\ndef "a" ( references = @chair.usda@</C> ) {}\n');
    expect(await sorted(...files, set, picked('s/own.usda', layer('own.usda')))).toEqual({
      scenes: ['s/set.usda s/chair.usda parts/leg.usda', 's/own.usda'],
      rest: [],
    });
    const ring = [picked('a.usda', layer('b.usda')), picked('b.usda', layer('a.usda'))];
    expect(await sorted(...ring)).toEqual({ scenes: ['a.usda b.usda', 'b.usda a.usda'], rest: [] });
  });
  it('that say they are a scene and are none are sent, so that their fault is told', async () =>
    expect(await sorted(picked('a.glb'), picked('b.glb', glb))).toEqual({
      scenes: ['a.glb', 'b.glb'],
      rest: [],
    }));
});

describe('archives that are dropped', () => {
  const zip = zipSync({
    'set/a.glb': strToU8('x'),
    'set/.hidden': strToU8('y'),
    'set/t/b.png': strToU8('zz'),
  });
  it('are the files in them, below their name', async () => {
    const files = await unpackZips([picked('my.zip', zip), picked('c.glb')]);
    expect(files.map(({ path }) => path)).toEqual(['my/set/a.glb', 'my/set/t/b.png', 'c.glb']);
    expect(await files[1]!.file.text()).toBe('zz');
  });
  for (const [what, bytes, says] of [
    ['is none', strToU8('hello'), /^my\.zip: /],
    ['breaks off', zip.slice(0, 40), /^my\.zip: /],
    ['is empty', zipSync({}), /^my\.zip: nothing is in it/],
  ] as const)
    it(`one that ${what} is told`, async () => {
      await expectAsync(unpackZips([picked('my.zip', bytes)])).toBeRejectedWithError(says);
    });
});
