import { createRequire } from 'node:module';
import { NodeIO } from '@gltf-transform/core';
import { ALL_EXTENSIONS, EXTMeshoptCompression, KHRDracoMeshCompression } from '@gltf-transform/extensions';
import { MeshoptEncoder } from 'meshoptimizer/encoder';
import { MeshoptDecoder } from 'meshoptimizer/decoder';
import { findTwins } from '@renquil/core/twins';
import { openScene } from '../scene-file.js';
import { publishedModels } from '../testing/published-models.js';
import { loadUnpackers } from '../unpackers-node/index.js';
import { decodeShape } from './decode-shape.js';
import { openGltf } from './gltf-source.js';
import { packings, unpackGltf } from './unpack-gltf.js';
import type { Unpackers } from './unpackers.js';

/** A model that nobody here made, packed by a library that is not ours, with the encoders that the formats come from. */
async function packed(how: 'draco' | 'meshopt'): Promise<{ plain: Uint8Array; bytes: Uint8Array }> {
  const { bytes: plain } =
    publishedModels().find(({ name }) => name === 'generic-trigger-squeeze/left.glb') ??
    publishedModels()[0]!;
  const { createEncoderModule, createDecoderModule } = createRequire(import.meta.url)(
    'draco3dgltf',
  ) as Record<string, () => Promise<unknown>>;
  await Promise.all([MeshoptEncoder.ready, MeshoptDecoder.ready]);
  const io = new NodeIO().registerExtensions(ALL_EXTENSIONS).registerDependencies({
    'draco3d.encoder': await createEncoderModule!(),
    'draco3d.decoder': await createDecoderModule!(),
    'meshopt.encoder': MeshoptEncoder,
    'meshopt.decoder': MeshoptDecoder,
  });
  const document = await io.readBinary(plain);
  if (how === 'draco')
    document
      .createExtension(KHRDracoMeshCompression)
      .setRequired(true)
      .setEncoderOptions({ quantizationBits: { POSITION: 14 } });
  else
    document
      .createExtension(EXTMeshoptCompression)
      .setRequired(true)
      .setEncoderOptions({ method: EXTMeshoptCompression.EncoderMethod.QUANTIZE });
  return { plain, bytes: await io.writeBinary(document) };
}
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
      const { plain, bytes } = await packed(way);
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
    const { bytes } = await packed('draco');
    const source = openGltf(bytes, 'a.glb');
    const broken = source.buffers.map((buffer) => buffer.map((byte, i) => (i % 3 ? byte : byte ^ 0x55)));
    const { json } = unpackGltf({ json: source.json, buffers: broken }, how);
    expect(json.meshes!.length).toBe(source.json.meshes!.length);
  });
});
