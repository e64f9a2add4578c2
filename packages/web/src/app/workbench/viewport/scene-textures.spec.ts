import { Scene } from '@renquil/core/scene';
import type { Gltf } from '@renquil/formats';
import { type MeshLambertMaterial } from 'three';
import { texturesOf } from './scene-textures';
import { StageMaterials } from './stage-materials';
import { StageTextures } from './stage-textures';

/** One red pixel that is half seen through. */
const pixel =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR4nGP4z8DQAAAEgQGALFXOsAAAAABJRU5ErkJggg==';
/** As far as its size goes: there is no more of it. */
function pngOf(width: number, height: number): string {
  const bytes = new Uint8Array(40);
  bytes.set([137, 80, 78, 71, 13, 10, 26, 10, 0, 0, 0, 13, 73, 72, 68, 82]);
  const view = new DataView(bytes.buffer);
  view.setUint32(16, width);
  view.setUint32(20, height);
  return `data:image/png;base64,${btoa(String.fromCharCode(...bytes))}`;
}
const source = (images: readonly string[], more: object = {}) => ({
  json: {
    asset: { version: '2.0' },
    images: images.map((uri) => ({ uri })),
    textures: images.map((_, at) => ({ source: at })),
    materials: images.map((_, index) => ({ pbrMetallicRoughness: { baseColorTexture: { index } }, ...more })),
  } as Gltf,
  ...{ buffers: [], resources: new Map<string, Uint8Array>() },
});
const colours = { sky: '#fff', ground: '#ccc', ink: '#000', pick: '#fc0', will: '#0a0' };

describe('pictures in the 3D view', () => {
  it('are unpacked once, however many materials show them', async () => {
    const one = source([pixel]);
    one.json.materials!.push(one.json.materials![0]!);
    const { textures, pictures, left } = await texturesOf(one);
    expect(textures.map(({ material, picture }) => [material, picture])).toEqual([
      [0, 0],
      [1, 0],
    ]);
    expect([pictures[0]!.width, left]).toEqual([1, '']);
  });
  it('are left out all together where they take too much room, and it is said', async () => {
    const many = Array.from({ length: 120 }, () => pngOf(8192, 4096));
    const { textures, pictures, left } = await texturesOf(source(many));
    expect([textures.length, pictures.length]).toEqual([0, 0]);
    expect(left).toMatch(/^Pictures of 320 MB are more than this page draws/);
  });
  it('that cannot be read are counted', async () => {
    const { textures, left } = await texturesOf(
      source([pixel, pngOf(30_000, 30_000), 'data:image/png;base64,AAAA']),
    );
    expect(textures.length).toBe(1);
    expect(left).toBe('2 of 3 pictures cannot be drawn');
  });
  it('are worn by solid materials while they are shown, with what their alpha does', async () => {
    const scene = new Scene([], [{ name: 'glass', colour: [1, 1, 1, 1] }]);
    const materials = new StageMaterials(scene, colours);
    const before = materials.of(0, 'solid') as MeshLambertMaterial;
    const ghost = materials.of(0, 'ghost') as MeshLambertMaterial;
    const worn = new StageTextures(await texturesOf(source([pixel], { alphaMode: 'BLEND' })));
    materials.show(worn);
    expect([before.map !== null, before.transparent, before.depthWrite]).toEqual([true, true, false]);
    expect(ghost.map).toBeNull();
    materials.show(null);
    expect([before.map, before.transparent, before.depthWrite]).toEqual([null, false, true]);
    const cut = new StageTextures(
      await texturesOf(source([pixel], { alphaMode: 'MASK', alphaCutoff: 0.25 })),
    );
    materials.show(cut);
    expect([before.alphaTest, before.transparent]).toEqual([0.25, false]);
    for (const one of [worn, cut]) one.dispose();
    materials.dispose();
  });
});
