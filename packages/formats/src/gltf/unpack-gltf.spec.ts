import { applyChange, type Edit } from '@renquil/core/edits';
import { findTwins } from '@renquil/core/twins';
import validator from 'gltf-validator';
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
        expect([fixed, digest?.length]).toEqual([undefined, 32]);
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
  for (const way of ['draco', 'meshopt'] as const)
    for (const flips of [false, true])
      it(`by ${way} are unpacked where they must be written anew, ${flips ? 'mirrored' : 'as they lie'}, and only there`, async () => {
        const { bytes } = await packedModel(way);
        const { scene, source, write, note } = openScene(bytes, 'a.glb', undefined, { unpackers: how });
        expect(note).toMatch(/packed shape.* goes out unpacked|packed shape stays so/);
        const top = scene.get([...scene.walk()].find(({ shape }) => shape !== null)!.id);
        const bake = [flips ? -2 : 2, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 1, 0, 0, 1];
        const edits: Edit[] = [{ kind: 'set', object: top.id, field: 'bake', from: null, to: bake }];
        expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
        const out = write(scene).bytes;
        const report = (await validator.validateBytes(out, { maxIssues: 1000 })) as {
          issues: { messages: { severity: number; code: string; pointer: string }[] };
        };
        expect(report.issues.messages.filter(({ severity }) => severity === 0)).toEqual([]);
        const again = openGltf(out, 'b.glb');
        const mesh = again.json.nodes![top.source!]!.mesh!;
        const now = again.json.meshes![mesh]!.primitives[0]!;
        expect(now.extensions?.['KHR_draco_mesh_compression']).toBeUndefined();
        expect(Object.keys(now.attributes).sort()).toEqual(
          Object.keys(source.json.meshes![top.shape!]!.primitives[0]!.attributes).sort(),
        );
        const was = unpackGltf(source, how);
        const [a, b] = [decodeShape(was.json, was.buffers, top.shape!)![0]!, unpackGltf(again, how)];
        const [c] = decodeShape(b.json, b.buffers, mesh)!;
        expect(c!.positions.length).toBe(a.positions.length);
        for (let i = 0; i < a.positions.length; i += 3)
          expect(c!.positions[i]!).toBeCloseTo(a.positions[i]! * bake[0]! + 1, 4);
        expect([...c!.indices.slice(0, 3)]).toEqual(
          flips ? [a.indices[0]!, a.indices[2]!, a.indices[1]!] : [...a.indices.slice(0, 3)],
        );
        // The others are as they came.
        expect(packings(again.json)[way]).toBe(scene.shapes.length > 1 || way === 'meshopt');
      });
  it('stay packed when what is in them is damaged', async () => {
    const { bytes } = await packedModel('draco');
    const source = openGltf(bytes, 'a.glb');
    const broken = source.buffers.map(({ length }) => new Uint8Array(length));
    const { json, buffers } = unpackGltf({ json: source.json, buffers: broken }, how);
    expect(json.meshes).toEqual(source.json.meshes);
    expect(json.meshes!.map((_, i) => decodeShape(json, buffers, i))).toEqual(json.meshes!.map(() => null));
  });
});
