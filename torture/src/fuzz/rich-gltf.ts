import { makeGlb } from '@renquil/formats/testing';
import type { Dice } from './values.js';

/** A document with what others put into theirs: instances, packed views, sparse morphs, pointers, scenes, pictures, a skin. */
const points = Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]);
export const richBytes = new Uint8Array(256);
richBytes.set(new Uint8Array(points.buffer));
richBytes.set([0, 1, 2, 255, 1, 2], 36);
richBytes.set(new Uint8Array(Float32Array.from([0, 1, 0, 0, 0, 3]).buffer), 44);
const vec3 = (bufferView: number, more: object = {}): object => ({
  bufferView,
  componentType: 5126,
  count: 3,
  type: 'VEC3',
  min: [0, 0, 0],
  max: [1, 1, 0],
  ...more,
});
export const richDocument = {
  asset: { version: '2.0' },
  extensionsUsed: [
    'EXT_mesh_gpu_instancing',
    'EXT_meshopt_compression',
    'KHR_node_visibility',
    'KHR_animation_pointer',
    'EXAMPLE_bindings',
  ],
  extensions: { EXAMPLE_bindings: { node: 1, mesh: 1 } },
  scene: 0,
  scenes: [{ nodes: [0, 1] }, { nodes: [2] }],
  nodes: [
    {
      name: 'a',
      mesh: 0,
      children: [3],
      extensions: { EXT_mesh_gpu_instancing: { attributes: { TRANSLATION: 0 } } },
    },
    { name: 'b', mesh: 1, extras: 'text', extensions: { KHR_node_visibility: { visible: false } } },
    { name: 'c', mesh: 2, translation: [0, 1, 0], scale: [1, 2, 1] },
    { name: 'd', skin: 0, mesh: 0, camera: 0 },
    { name: 'e', extras: { lod: 1, renquil: { layer: 'Body', switches: { shown: false } } } },
  ],
  meshes: [
    { primitives: [{ attributes: { POSITION: 0 }, indices: 1, mode: 5, material: 0 }] },
    { primitives: [{ attributes: { POSITION: 0 }, targets: [{ POSITION: 2 }], material: 1 }] },
    { primitives: [{ attributes: { POSITION: 3 } }] },
  ],
  materials: [{ name: 'm', pbrMetallicRoughness: { baseColorTexture: { index: 0 } } }, { name: 'n' }],
  textures: [{ source: 0, sampler: 0 }],
  samplers: [{}],
  images: [{ uri: 'gone.png' }],
  cameras: [{ type: 'perspective', perspective: { yfov: 1, znear: 1 } }],
  skins: [{ joints: [4] }],
  animations: [
    {
      channels: [
        {
          sampler: 0,
          target: { path: 'pointer', extensions: { KHR_animation_pointer: { pointer: '/nodes/2/scale' } } },
        },
        { sampler: 0, target: { node: 4, path: 'translation' } },
      ],
      samplers: [{ input: 4, output: 0 }],
    },
  ],
  accessors: [
    vec3(0),
    { bufferView: 1, componentType: 5121, count: 6, type: 'SCALAR' },
    {
      componentType: 5126,
      count: 3,
      type: 'VEC3',
      sparse: {
        count: 1,
        indices: { bufferView: 1, componentType: 5121 },
        values: { bufferView: 2 },
      },
    },
    vec3(3),
    { bufferView: 2, componentType: 5126, count: 3, type: 'SCALAR' },
  ],
  bufferViews: [
    { buffer: 0, byteLength: 36 },
    { buffer: 0, byteOffset: 36, byteLength: 6 },
    { buffer: 0, byteOffset: 44, byteLength: 24 },
    {
      buffer: 1,
      byteLength: 36,
      extensions: {
        EXT_meshopt_compression: {
          buffer: 0,
          byteOffset: 80,
          byteLength: 40,
          byteStride: 12,
          count: 3,
          mode: 'ATTRIBUTES',
        },
      },
    },
  ],
  buffers: [
    { byteLength: 256 },
    { byteLength: 36, extensions: { EXT_meshopt_compression: { fallback: true } } },
  ],
};

/** The same as one text with its bytes in it. */
export function asText(json: unknown): Uint8Array {
  const whole = structuredClone(json) as { buffers?: { uri?: string }[] };
  const [first] = Array.isArray(whole?.buffers) ? whole.buffers : [];
  if (first && typeof first === 'object')
    first.uri = `data:application/octet-stream;base64,${Buffer.from(richBytes).toString('base64')}`;
  return new TextEncoder().encode(JSON.stringify(whole) ?? '');
}
export function packed(json: unknown, dice: Dice): Uint8Array {
  return dice.often(0.2) ? asText(json) : makeGlb(json, richBytes);
}
