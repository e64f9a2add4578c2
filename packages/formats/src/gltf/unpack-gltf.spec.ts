import { findTwins } from '@renquil/core/twins';
import { openScene } from '../scene-file.js';
import { packedModel } from '../testing/packed-model.js';
import { loadUnpackers } from '../unpackers-node/index.js';
import { decodeShape } from './decode-shape.js';
import { openGltf } from './gltf-source.js';
import { packings, unpackGltf } from './unpack-gltf.js';
import type { Unpackers } from './unpackers.js';

const triangles = (bytes: Uint8Array, how: Unpackers): number[] => {
  const { json, buffers } = unpackGltf(openGltf(bytes, 'a.glb'), how);
  return (json.meshes ?? []).map((_, i) =>
    (decodeShape(json, buffers, i) ?? []).reduce((sum, { indices }) => sum + indices.length / 3, 0),
  );
};

describe('shapes that are packed', () => {
  let how: Unpackers;
  beforeAll(async () => (how = await loadUnpackers()));
  for (const way of ['draco', 'meshopt'] as const) {
    it(`by ${way} are looked into, and carried as they came`, async () => {
      const { plain, bytes } = await packedModel(way);
      const source = openGltf(bytes, 'a.glb');
      expect(packings(source.json)[way]).toBeTrue();
      expect(triangles(bytes, {}).every((count) => count === 0)).toBeTrue();
      expect(triangles(bytes, how)).toEqual(triangles(plain, how));
      // Where they are: the points lie within the box that the file says.
      const { json, buffers } = unpackGltf(source, how);
      const { scene, write } = openScene(bytes, 'a.glb', undefined, { unpackers: how });
      scene.shapes.forEach(({ bounds, fixed, digest }, i) => {
        expect([fixed, digest?.length]).toEqual(['packed', 32]);
        const { positions } = decodeShape(json, buffers, i)![0]!;
        for (let at = 0; at < positions.length; at++) {
          expect(positions[at]!).toBeGreaterThan(bounds!.min[at % 3]! - 1e-3);
          expect(positions[at]!).toBeLessThan(bounds!.max[at % 3]! + 1e-3);
        }
      });
      expect(write(scene).bytes).toBe(bytes);
      expect(findTwins(scene)).toEqual(findTwins(openScene(plain, 'a.glb').scene));
    });
  }
  it('stay packed when what is in them is damaged', async () => {
    const { bytes } = await packedModel('draco');
    const source = openGltf(bytes, 'a.glb');
    const broken = source.buffers.map(({ length }) => new Uint8Array(length));
    const { json, buffers } = unpackGltf({ json: source.json, buffers: broken }, how);
    expect(json.meshes).toEqual(source.json.meshes);
    expect(json.meshes!.map((_, i) => decodeShape(json, buffers, i))).toEqual(json.meshes!.map(() => null));
  });
});
