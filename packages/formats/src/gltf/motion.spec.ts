import { makeGlb } from '../testing/index.js';
import { readGltf } from './read-gltf.js';

/** Two nodes; the first is moved by keys of these points. */
function motionOf(points: readonly number[], interpolation?: string) {
  const times = Float32Array.from(
    { length: points.length / (interpolation === 'CUBICSPLINE' ? 9 : 3) },
    (_, i) => i,
  );
  const bytes = new Uint8Array(times.byteLength + points.length * 4);
  bytes.set(new Uint8Array(times.buffer));
  bytes.set(new Uint8Array(Float32Array.from(points).buffer), times.byteLength);
  const json = {
    asset: { version: '2.0' },
    nodes: [{ name: 'a' }, { name: 'b' }],
    buffers: [{ byteLength: bytes.length }],
    bufferViews: [
      { buffer: 0, byteLength: times.byteLength },
      { buffer: 0, byteOffset: times.byteLength, byteLength: points.length * 4 },
    ],
    accessors: [
      {
        bufferView: 0,
        componentType: 5126,
        count: times.length,
        type: 'SCALAR',
        min: [0],
        max: [times.length - 1],
      },
      { bufferView: 1, componentType: 5126, count: points.length / 3, type: 'VEC3' },
    ],
    animations: [
      {
        samplers: [{ input: 0, output: 1, ...(interpolation ? { interpolation } : {}) }],
        channels: [
          { sampler: 0, target: { node: 0, path: 'translation' } },
          { sampler: 0, target: { node: 1, path: 'scale' } },
        ],
      },
    ],
  };
  return [...readGltf(makeGlb(json, bytes), 'm.glb').scene.motion];
}

describe('how far animations move nodes', () => {
  it('is the box of the keys of translations (glTF 2.0 section 3.11)', () =>
    expect(motionOf([1, 2, 3, -1, 5, 3])).toEqual([[1, { min: [-1, 2, 3], max: [1, 5, 3] }]]));
  it('leaves out the tangents of a cubic spline', () =>
    expect(
      motionOf([90, 90, 90, 1, 2, 3, 99, 99, 99, 90, 90, 90, 4, 0, 3, 99, 99, 99], 'CUBICSPLINE'),
    ).toEqual([[1, { min: [1, 0, 3], max: [4, 2, 3] }]]));
});
