import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { asItIs } from '@renquil/core/targets';
import { openGltf } from '../gltf/gltf-source.js';
import { readGltf } from '../gltf/read-gltf.js';
import { makeGlb } from '../testing/index.js';
import { buildPackage } from './build-package.js';

/** A triangle, painted with a picture that lies beside the file. */
const document = {
  asset: { version: '2.0' },
  scene: 0,
  scenes: [{ nodes: [0] }],
  nodes: [{ name: 'sheet_geo', mesh: 0 }],
  meshes: [{ primitives: [{ attributes: { POSITION: 0 }, material: 0 }] }],
  materials: [{ name: 'oak', pbrMetallicRoughness: { baseColorTexture: { index: 0 } } }],
  textures: [{ source: 0 }],
  images: [{ uri: 'textures/oak.png' }],
  accessors: [{ bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] }],
  bufferViews: [{ buffer: 0, byteLength: 36 }],
  buffers: [{ byteLength: 36 }],
};
const bytes = new Uint8Array(Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]).buffer);

describe('reading a package back', () => {
  for (const [what, json] of [
    ['whose pictures lie beside it', document],
    ['whose picture has an odd address', { ...document, images: [{ uri: '__proto__' }] }],
    [
      'that is packed as well',
      {
        ...document,
        extensionsUsed: ['EXT_meshopt_compression'],
        extensionsRequired: ['EXT_meshopt_compression'],
      },
    ],
  ] as const)
    it(`takes a file ${what}`, async () => {
      const glb = makeGlb(json, bytes);
      const run = new CheckRun(readGltf(glb, 'sheet.glb').scene, new CompiledConvention(partsConvention));
      run.all();
      const { readBack } = await buildPackage({
        ...{ name: 'sheet', label: 'v001', run, target: asItIs, reason: 'as it is' },
        source: openGltf(glb, 'sheet.glb'),
        waivers: { waivers: [], time: { version: 0, day: '2026-01-01' } },
      });
      expect(readBack).toEqual(jasmine.objectContaining({ objects: 1, arrived: 1, problems: [] }));
    });
});
