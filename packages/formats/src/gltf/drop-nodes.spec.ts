import validator from 'gltf-validator';
import { makeGlb } from '../testing/make-glb.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

const asset = { version: '2.0' };
/** The number that a mark makes in the place of the last. */
const height = (mark: number) => new Float32Array(Uint8Array.from([mark, 0, 0, 0]).buffer)[0]!;
const points = (bufferView: number) => ({
  bufferView,
  componentType: 5126,
  count: 3,
  type: 'VEC3',
  min: [0, 0, 0],
  max: [1, 1, height(201 + bufferView)],
});
/** Three floats to a point, and a byte that tells whose they are in the place of the last number. */
function marked(...marks: number[]): Uint8Array {
  const one = new Uint8Array(Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]).buffer);
  const bin = new Uint8Array(36 * marks.length);
  marks.forEach((mark, i) => {
    bin.set(one, 36 * i);
    bin[36 * i + 32] = mark;
  });
  return bin;
}
const views = (count: number) =>
  Array.from({ length: count }, (_, i) => ({ buffer: 0, byteOffset: 36 * i, byteLength: 36 }));

/** The file without the named ones, its JSON, and whether a mark is among its bytes. */
function without(bytes: Uint8Array, ...names: string[]) {
  const { scene, source } = readGltf(bytes, 'x.glb');
  const home = new Set([...scene.walk()].filter(({ name }) => names.includes(name)).map(({ id }) => id));
  const out = writeGltf(source, scene, { without: home });
  const back = readGltf(out, 'x.glb');
  const bin = back.source.chunks[0]?.data ?? new Uint8Array();
  return { out, back, json: back.source.json, holds: (mark: number) => bin.includes(mark) };
}
async function errors(glb: Uint8Array): Promise<string[]> {
  const report = (await validator.validateBytes(glb)) as {
    issues: { messages: { severity: number; message: string; pointer: string }[] };
  };
  return report.issues.messages.filter((m) => m.severity === 0).map((m) => `${m.pointer}: ${m.message}`);
}
const two = (more: Record<string, unknown> = {}): Record<string, unknown> => ({
  asset,
  scene: 0,
  scenes: [{ nodes: [0, 1] }],
  nodes: [
    { name: 'helper', mesh: 0 },
    { name: 'stays', mesh: 1 },
  ],
  meshes: [0, 1].map((at) => ({ primitives: [{ attributes: { POSITION: at } }] })),
  accessors: [points(0), points(1)],
  bufferViews: views(2),
  buffers: [{ byteLength: 72 }],
  ...more,
});

describe('what stays home leaves no bytes', () => {
  it('when it is packed by Draco', () => {
    const packed = (view: number) => ({
      attributes: { POSITION: view },
      extensions: { KHR_draco_mesh_compression: { bufferView: view, attributes: { POSITION: 0 } } },
    });
    const bare = ({ bufferView: _, ...rest }: ReturnType<typeof points>) => rest;
    const file = two({
      extensionsUsed: ['KHR_draco_mesh_compression'],
      extensionsRequired: ['KHR_draco_mesh_compression'],
      meshes: [{ primitives: [packed(0)] }, { primitives: [packed(1)] }],
      accessors: [bare(points(0)), bare(points(1))],
    });
    const { json, holds } = without(makeGlb(file, marked(201, 202)), 'helper');
    expect([holds(201), holds(202)]).toEqual([false, true]);
    expect(json.meshes![0]!.primitives[0]!.extensions!['KHR_draco_mesh_compression']!['bufferView']).toBe(0);
  });

  it('when it is packed by meshopt, beside a buffer that has no bytes', () => {
    const view = (i: number) => ({
      buffer: 1,
      byteOffset: 36 * i,
      byteLength: 36,
      byteStride: 12,
      extensions: {
        EXT_meshopt_compression: {
          buffer: 0,
          byteOffset: 36 * i,
          byteLength: 36,
          byteStride: 12,
          count: 3,
          mode: 'ATTRIBUTES',
        },
      },
    });
    const file = two({
      extensionsUsed: ['EXT_meshopt_compression'],
      extensionsRequired: ['EXT_meshopt_compression'],
      bufferViews: [view(0), view(1)],
      buffers: [
        { byteLength: 72 },
        { byteLength: 72, extensions: { EXT_meshopt_compression: { fallback: true } } },
      ],
    });
    const { json, holds } = without(makeGlb(file, marked(201, 202)), 'helper');
    expect([holds(201), holds(202)]).toEqual([false, true]);
    const [kept] = json.bufferViews!;
    expect(kept!.extensions!['EXT_meshopt_compression']).toEqual(
      jasmine.objectContaining({ buffer: 0, byteLength: 36 }),
    );
    expect(json.buffers![0]!.byteLength).toBeLessThan(72);
  });

  it('nor a picture of a material that only it wore, nor a camera', () => {
    const file = two({
      nodes: [
        { name: 'helper', mesh: 0 },
        { name: 'stays', mesh: 1 },
        { name: 'helper_cam', camera: 0 },
      ],
      scenes: [{ nodes: [0, 1, 2] }],
      cameras: [{ name: 'secret', type: 'perspective', perspective: { yfov: 1, znear: 1 } }],
      meshes: [0, 1].map((at) => ({ primitives: [{ attributes: { POSITION: at }, material: at }] })),
      materials: [
        { name: 'secret', extensions: { KHR_materials_clearcoat: { clearcoatTexture: { index: 0 } } } },
        { name: 'open', pbrMetallicRoughness: { baseColorTexture: { index: 1 } } },
      ],
      textures: [{ source: 0, sampler: 0 }, { source: 1 }],
      samplers: [{}],
      images: [2, 3].map((bufferView) => ({ bufferView, mimeType: 'image/png' })),
      extensionsUsed: ['KHR_materials_clearcoat'],
      bufferViews: views(4),
      buffers: [{ byteLength: 144 }],
    });
    const { json, holds } = without(makeGlb(file, marked(201, 202, 203, 204)), 'helper', 'helper_cam');
    expect([201, 202, 203, 204].map(holds)).toEqual([false, true, false, true]);
    expect(JSON.stringify(json)).not.toContain('secret');
    expect([json.textures, json.images?.[0]?.bufferView, json.samplers, json.cameras]).toEqual([
      [{ source: 0 }],
      1,
      undefined,
      undefined,
    ]);
    expect(json.materials![0]).toEqual(
      jasmine.objectContaining({ pbrMetallicRoughness: { baseColorTexture: { index: 0 } } }),
    );
  });
});

describe('a file with an extension that may count things', () => {
  const file = two({
    extensionsUsed: ['EXAMPLE_bindings'],
    extensions: {
      EXAMPLE_bindings: { material: 1, mesh: 1, node: 1, pointer: '/materials/1/pbrMetallicRoughness' },
    },
    meshes: [0, 1].map((at) => ({ primitives: [{ attributes: { POSITION: at }, material: at }] })),
    materials: [{ name: 'secret' }, { name: 'open', pbrMetallicRoughness: { metallicFactor: 0 } }],
  });
  it('keeps every number, and still leaves no name and no byte of what went', async () => {
    const { out, json, holds } = without(makeGlb(file, marked(201, 202)), 'helper');
    expect(json.extensions).toEqual(file['extensions'] as never);
    expect([json.nodes![1]!.name, json.nodes![1]!.mesh, json.materials![1]!.name]).toEqual([
      'stays',
      1,
      'open',
    ]);
    expect(json.meshes![1]!.primitives[0]!.material).toBe(1);
    expect([holds(201), holds(202)]).toEqual([false, true]);
    expect(new TextDecoder().decode(out)).not.toMatch(/helper|secret/);
    expect(await errors(out)).toEqual([]);
  });
  it('does not come back with nameless things, and is written as it is', () => {
    const { out, back } = without(makeGlb(file, marked(201, 202)), 'helper');
    expect([...back.scene.walk()].map(({ name }) => name)).toEqual(['stays']);
    expect(writeGltf(back.source, back.scene)).toEqual(out);
  });
  it('may lose all its shapes', async () => {
    const { out, holds } = without(makeGlb(file, marked(201, 202)), 'helper', 'stays');
    expect([holds(201), holds(202)]).toEqual([false, false]);
    expect(await errors(out)).toEqual([]);
  });
  it('loses the channels that point at what went, not the others', () => {
    const pointer = (node: number) => ({
      sampler: 0,
      target: {
        path: 'pointer',
        extensions: { KHR_animation_pointer: { pointer: `/nodes/${node}/scale` } },
      },
    });
    const moved = {
      ...file,
      extensionsUsed: ['KHR_animation_pointer'],
      animations: [{ channels: [pointer(0), pointer(1)], samplers: [{ input: 0, output: 1 }] }],
    };
    const { scene } = readGltf(makeGlb(moved, marked(201, 202)), 'x.glb');
    expect([...scene.walk()].map(({ id }) => scene.animated.has(id))).toEqual([true, true]);
    const { json } = without(makeGlb(moved, marked(201, 202)), 'helper');
    expect(json.animations![0]!.channels).toEqual([pointer(1)]);
  });
  it('keeps the numbers of skins too', () => {
    const skins = [{ joints: [0] }, { joints: [1] }];
    const worn = (name: string, skin: number) => ({ name, mesh: skin, skin });
    const nodes = [{ name: 'bone' }, { name: 'stays' }, worn('helper', 0), worn('worn', 1)];
    const rigged = { ...file, scenes: [{ nodes: [0, 1, 2, 3] }], nodes, skins };
    const { json } = without(makeGlb(rigged, marked(201, 202)), 'bone', 'helper');
    expect([json.skins!.length, json.nodes![3]!.skin, json.skins![1]!.joints]).toEqual([2, 1, [1]]);
  });
});

describe('a .glb with a second buffer', () => {
  it('keeps it when all of the first goes', () => {
    const uri = `data:application/octet-stream;base64,${Buffer.from(marked(202)).toString('base64')}`;
    const [first] = views(1);
    const file = two({
      bufferViews: [first, { buffer: 1, byteLength: 36 }],
      buffers: [{ byteLength: 36 }, { byteLength: 36, uri }],
      accessors: [points(0), { ...points(1), max: [1, 1, height(202)] }],
    });
    const { json, back, holds } = without(makeGlb(file, marked(201)), 'helper');
    expect(holds(201)).toBeFalse();
    expect([json.bufferViews![0]!.buffer, back.source.buffers[1]!.length]).toEqual([1, 36]);
  });
});
