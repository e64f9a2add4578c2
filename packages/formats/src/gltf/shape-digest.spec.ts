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
});
