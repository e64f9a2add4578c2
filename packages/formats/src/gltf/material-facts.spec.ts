import { NodeIO } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { makeGlb, publishedModels } from '../testing/index.js';
import { readGltf } from './read-gltf.js';

const asset = { version: '2.0' };
/** The smallest PNG (ISO/IEC 15948): one pixel. */
const png =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR4nGNgYGBgAAAABQABpfZFQAAAAABJRU5ErkJggg==';
const materialsIn = (json: object) => readGltf(makeGlb({ asset, ...json }), 'm.glb').scene.materials;
const shows = (index: number) => ({ pbrMetallicRoughness: { baseColorTexture: { index } } });

describe('what is known of materials', () => {
  it('is which images they show, with their sizes, each once', () => {
    const made = materialsIn({
      images: [{ uri: png, name: 'dot' }, { uri: 'gone%20away.png' }, { uri: 'data:image/png;base64,AAAA' }],
      textures: [
        { source: 0 },
        { source: 1 },
        { source: 2 },
        { extensions: { EXT_texture_webp: { source: 0 } } },
      ],
      materials: [{ ...shows(0), normalTexture: { index: 3 }, occlusionTexture: { index: 1 } }, shows(2), {}],
    });
    expect(made.map(({ images }) => images)).toEqual([
      [
        { index: 0, name: 'dot', width: 1, height: 1 },
        { index: 1, name: 'gone away.png', missing: true },
      ],
      [{ index: 2, name: 'image 2', unreadable: true }],
      undefined,
    ]);
  });
  it('is the same digest for the same look under another name', () => {
    const factor = { metallicFactor: 0.5, roughnessFactor: 0.1 };
    const turned = { roughnessFactor: 0.1, metallicFactor: 0.5 };
    const [a, b, c] = materialsIn({
      materials: [
        { name: 'oak', pbrMetallicRoughness: factor, doubleSided: true },
        { doubleSided: true, name: 'oak.001', pbrMetallicRoughness: turned },
        { name: 'oak', pbrMetallicRoughness: factor },
      ],
    });
    expect(a!.digest).toBe(b!.digest);
    expect(a!.digest).not.toBe(c!.digest);
  });
  it('is what @gltf-transform finds in published models', async () => {
    const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);
    let compared = 0;
    for (const { name, bytes } of publishedModels()) {
      const document = await io.readBinary(bytes);
      const sizes = document
        .getRoot()
        .listTextures()
        .map((texture) => texture.getSize());
      for (const { images = [] } of readGltf(bytes, name).scene.materials)
        for (const { index, width, height } of images) {
          expect([width!, height!]).withContext(name).toEqual(sizes[index]!);
          compared++;
        }
    }
    expect(compared).toBeGreaterThan(2);
  });
});
