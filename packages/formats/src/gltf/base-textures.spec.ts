import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { publishedModels } from '../testing/published-models.js';
import { baseTextures } from './base-textures.js';
import { decodeDrawn } from './decode-instances.js';
import type { Gltf } from './gltf-json.js';
import { openGltf } from './gltf-source.js';
import { imageBytes, imagePixels } from './material-facts.js';

const debian = '/usr/share/assimp/models/glTF2/';
const open = (path: string) =>
  openGltf(readFileSync(debian + path), path, (name) => readFileSync(join(debian, dirname(path), name)));

describe('pictures of base colours', () => {
  it('are found in published models, with their pixels and where they are laid', () => {
    let found = 0;
    for (const { name, bytes } of publishedModels()) {
      const source = openGltf(bytes, name);
      const laid = baseTextures(source.json);
      for (const { image } of laid.values()) {
        const own = imageBytes(source.json, image, source);
        expect(own instanceof Uint8Array && imagePixels(own))
          .withContext(name)
          .toBeTruthy();
      }
      source.json.meshes?.forEach((mesh, index) => {
        const parts = decodeDrawn(source.json, source.buffers, index, (at) => laid.get(at)?.texCoord)!;
        for (const { uvs, positions, material } of parts) {
          if (material === null || !laid.has(material)) continue;
          expect(uvs!.length / 2)
            .withContext(`${name} ${mesh.name}`)
            .toBe(positions.length / 3);
          found++;
        }
      });
    }
    expect(found).toBeGreaterThan(50);
  });
  // Debian's copy of the models of the working group, whose document says what is to be seen.
  it('say how they are turned, moved and scaled (KHR_texture_transform)', () => {
    const { json } = open('textureTransform/TextureTransformTest.gltf');
    const said = Object.fromEntries(
      [...baseTextures(json)].map(([at, { offset, turn, scale }]) => [
        json.materials![at]!.name!,
        [...offset, Number(turn.toFixed(4)), ...scale],
      ]),
    );
    expect(said['Offset U']).toEqual([0.5, 0, 0, 1, 1]);
    expect(said['Rotation']).toEqual([0, 0, 0.3927, 1, 1]);
    expect(said['Scale']).toEqual([0, 0, 0, 1.5, 1.5]);
  });
  it('are those of the glossy look too, and ends are said', () => {
    const { json } = open('BoxTextured-glTF-pbrSpecularGlossiness/BoxTextured.gltf');
    expect([...baseTextures(json).values()].map(({ image }) => image)).toEqual([0]);
  });
  it('are seen through, cut out, or neither', () => {
    const material = (more: object) => ({
      pbrMetallicRoughness: { baseColorTexture: { index: 0 } },
      ...more,
    });
    const json = {
      ...{
        asset: { version: '2.0' },
        images: [{ uri: 'a.png' }],
        samplers: [{ wrapS: 33071, wrapT: 33648 }],
      },
      textures: [{ source: 0, sampler: 0 }, { source: 9 }, {}],
      materials: [
        ...[material({ alphaMode: 'BLEND' }), material({ alphaMode: 'MASK' })],
        ...[material({ alphaMode: 'MASK', alphaCutoff: 0.2 }), material({})],
        { pbrMetallicRoughness: { baseColorTexture: { index: 1 } } },
        { pbrMetallicRoughness: { baseColorTexture: { index: 7 } } },
        { pbrMetallicRoughness: { baseColorTexture: 'odd' }, extensions: 3 },
      ],
    } as unknown as Gltf;
    expect([...baseTextures(json).values()].map(({ alpha }) => alpha)).toEqual(['BLEND', 0.5, 0.2, 'OPAQUE']);
    expect(baseTextures(json).get(0)!.wrap).toEqual([33071, 33648]);
  });
});
