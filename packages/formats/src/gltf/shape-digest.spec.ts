import { makeGlb } from '../testing/make-glb.js';
import { readGltf } from './read-gltf.js';

describe('the digest of a shape', () => {
  const triangle = (...n: number[]) => new Uint8Array(new Float32Array(n).buffer);
  const read = () => {
    const bin = Buffer.concat([
      triangle(0, 0, 0, 1, 0, 0, 0, 1, 0),
      triangle(0, 0, 0, 1, 0, 0, 0, 1, 0),
      triangle(0, 0, 0, 2, 0, 0, 0, 1, 0),
    ]);
    // The fourth holds the first triangle with a stranger's bytes between its points.
    const mixed = Buffer.concat(
      [
        [0, 0, 0],
        [1, 0, 0],
        [0, 1, 0],
      ].map((p) => Buffer.concat([triangle(...p), Buffer.from([9, 9, 9, 9])])),
    );
    const mesh = (at: number) => ({ primitives: [{ attributes: { POSITION: at } }] });
    const accessor = (bufferView: number) => ({
      bufferView,
      componentType: 5126,
      count: 3,
      type: 'VEC3',
      min: [0, 0, 0],
      max: [2, 1, 0],
    });
    const json = {
      asset: { version: '2.0' },
      nodes: [0, 1, 2, 3].map((at) => ({ mesh: at })),
      meshes: [0, 1, 2, 3].map(mesh),
      accessors: [0, 1, 2, 3].map(accessor),
      bufferViews: [
        ...[0, 36, 72].map((byteOffset) => ({ buffer: 0, byteOffset, byteLength: 36 })),
        { buffer: 0, byteOffset: 108, byteLength: 48, byteStride: 16 },
      ],
      buffers: [{ byteLength: 156 }],
    };
    return readGltf(makeGlb(json, Buffer.concat([bin, mixed])), 'x.glb').scene.shapes.map(
      (shape) => shape.digest,
    );
  };
  it('is the same for the same points, wherever and however they lie in the file', () => {
    const [a, b, c, d] = read();
    expect(a).toMatch(/^[0-9a-f]{32}$/);
    expect([b, d]).toEqual([a, a]);
    expect(c).not.toBe(a);
  });
  it('tells morphs apart that differ only in what is sparse', () => {
    const bin = new Uint8Array(36 + 4 + 24);
    bin.set(new Uint8Array(new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0]).buffer));
    bin.set([1, 2], 36);
    bin.set(new Uint8Array(new Float32Array([0, 0, 1, 0, 0, 2]).buffer), 40);
    const sparse = (index: number, value: number) => ({
      componentType: 5126,
      count: 3,
      type: 'VEC3',
      sparse: {
        count: 1,
        indices: { bufferView: 1, byteOffset: index, componentType: 5121 },
        values: { bufferView: 2, byteOffset: 12 * value },
      },
    });
    const morphs = [sparse(0, 0), sparse(1, 0), sparse(0, 1), sparse(0, 0)];
    const json = {
      asset: { version: '2.0' },
      meshes: morphs.map((_, i) => ({
        primitives: [{ attributes: { POSITION: 0 }, targets: [{ POSITION: i + 1 }] }],
      })),
      accessors: [
        { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] },
        ...morphs,
      ],
      bufferViews: [
        { buffer: 0, byteLength: 36 },
        { buffer: 0, byteOffset: 36, byteLength: 2 },
        { buffer: 0, byteOffset: 40, byteLength: 24 },
      ],
      buffers: [{ byteLength: 64 }],
    };
    const [a, place, value, same] = readGltf(makeGlb(json, bin), 'x.glb').scene.shapes.map((s) => s.digest);
    expect(same).toBe(a);
    expect(new Set([a, place, value]).size).toBe(3);
  });
});
