import { binChunk, jsonChunk, writeGlb } from '@renquil/formats';

const corners = [
  [0, 0, 0], [1, 0, 0], [1, 1, 0], [0, 1, 0], [0, 0, 1], [1, 0, 1], [1, 1, 1], [0, 1, 1],
] as const; // prettier-ignore
const faces = [
  0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4, 1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4, 7,
]; // prettier-ignore

/** A made-up scene of n boxes, each with a mesh and corners of its own, as real scenes have them: a .glb. */
export function generateDistinct(n: number): Uint8Array {
  const bin = new Uint8Array(n * 168);
  const side = Math.ceil(Math.sqrt(n));
  const each = Array.from({ length: n }, (_, i) => i);
  for (const i of each) {
    const size = sizeOf(i);
    new Float32Array(bin.buffer, i * 168, 24).set(corners.flatMap((at) => at.map((v, k) => v * size[k]!)));
    new Uint16Array(bin.buffer, i * 168 + 96, 36).set(faces);
  }
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [
      { name: 'heap_grp', children: each.map((i) => i + 1) },
      ...each.map((i) => ({ name: `box_${i}`, mesh: i, translation: [i % side, 0, Math.floor(i / side)] })),
    ],
    meshes: each.map((i) => ({
      name: `box${i}`,
      primitives: [{ attributes: { POSITION: 2 * i }, indices: 2 * i + 1, material: i % 12 }],
    })),
    materials: Array.from({ length: 12 }, (_, i) => ({
      name: `mat${i}`,
      pbrMetallicRoughness: { baseColorFactor: [0.3 + 0.05 * i, 0.5, 0.8 - 0.05 * i, 1] },
    })),
    accessors: each.flatMap((i) => [
      {
        bufferView: 2 * i,
        componentType: 5126,
        count: 8,
        type: 'VEC3',
        min: [0, 0, 0],
        max: sizeOf(i).map(Math.fround),
      },
      { bufferView: 2 * i + 1, componentType: 5123, count: 36, type: 'SCALAR' },
    ]),
    bufferViews: each.flatMap((i) => [
      { buffer: 0, byteOffset: i * 168, byteLength: 96 },
      { buffer: 0, byteOffset: i * 168 + 96, byteLength: 72 },
    ]),
    buffers: [{ byteLength: bin.length }],
  };
  return writeGlb([
    { type: jsonChunk, data: new TextEncoder().encode(JSON.stringify(json)) },
    { type: binChunk, data: bin },
  ]);
}
const sizeOf = (i: number): number[] => [
  0.3 + (i % 7) * 0.07,
  0.4 + ((i * 31) % 11) * 0.2 + i * 1e-6,
  0.3 + (i % 5) * 0.1,
];
