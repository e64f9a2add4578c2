import { applyChange } from '@renquil/core/edits';
import { planZero } from '@renquil/core/plans';
import { makeGlb } from '../testing/make-glb.js';
import { decodeDrawn } from './decode-instances.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

/** One triangle, drawn three times: at the origin, 10 metres along x, and mirrored 20 metres up. */
function thrice(attributes: Record<string, number> = { TRANSLATION: 1, SCALE: 2 }): Uint8Array {
  const numbers = [
    [0, 0, 0, 1, 0, 0, 0, 1, 0],
    [0, 0, 0, 10, 0, 0, 0, 20, 0],
    [1, 1, 1, 1, 1, 1, -1, 1, 1],
  ];
  const accessor = (bufferView: number) => ({ bufferView, componentType: 5126, count: 3, type: 'VEC3' });
  return makeGlb(
    {
      asset: { version: '2.0' },
      extensionsUsed: ['EXT_mesh_gpu_instancing'],
      scene: 0,
      scenes: [{ nodes: [0, 1] }],
      nodes: [
        {
          name: 'grass',
          mesh: 0,
          translation: [0, 0, 5],
          extensions: { EXT_mesh_gpu_instancing: { attributes } },
        },
        { name: 'one', mesh: 0 },
      ],
      meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
      accessors: [{ ...accessor(0), min: [0, 0, 0], max: [1, 1, 0] }, accessor(1), accessor(2)],
      bufferViews: numbers.map((_, i) => ({ buffer: 0, byteOffset: 36 * i, byteLength: 36 })),
      buffers: [{ byteLength: 108 }],
    },
    new Uint8Array(Float32Array.from(numbers.flat()).buffer),
  );
}

describe('a mesh that is drawn many times', () => {
  it('counts all its faces and bounds all its instances; the same mesh drawn once does not', () => {
    const { scene } = readGltf(thrice(), 'x.glb');
    const [grass, one] = [...scene.walk()].map(({ shape }) => scene.shapes[shape!]!);
    expect([grass!.faces, grass!.vertices, one!.faces]).toEqual([3, 9, 1]);
    // Worked by hand: the mirrored one reaches from -1 to 0 along x, the far one from 10 to 11.
    expect(grass!.bounds).toEqual({ min: [-1, 0, 0], max: [11, 21, 0] });
    expect(one!.bounds).toEqual({ min: [0, 0, 0], max: [1, 1, 0] });
  });
  it('is drawn where its instances are, the mirrored one the right way out', () => {
    const { scene, source } = readGltf(thrice(), 'x.glb');
    const [part] = decodeDrawn(source.json, source.buffers, scene.get(1).shape!)!;
    expect([...part!.positions.slice(9)]).toEqual([
      10, 0, 0, 11, 0, 0, 10, 1, 0, 0, 20, 0, -1, 20, 0, 0, 21, 0,
    ]);
    expect([...part!.indices]).toEqual([0, 1, 2, 3, 4, 5, 6, 8, 7]);
  });
  it('refuses in words to have its transform worked in, and moves as a whole', () => {
    const { scene, source } = readGltf(thrice(), 'x.glb');
    const plan = planZero(scene, [1]);
    expect(JSON.stringify(plan)).toContain('drawn many times over');
    applyChange(scene, { label: '', edits: [{ kind: 'rename', object: 1, from: 'grass', to: 'turf' }] });
    const back = readGltf(writeGltf(source, scene), 'x.glb').source.json;
    expect(back.nodes![0]!.extensions).toEqual(source.json.nodes![0]!.extensions);
  });
  it('is as many times in a copy of it', () => {
    const { scene, source } = readGltf(thrice(), 'x.glb');
    const data = { ...scene.get(1), id: 9, source: null };
    const insert = { kind: 'insert' as const, parent: null, index: 0, branch: { data, children: [] } };
    applyChange(scene, { label: '', edits: [insert] });
    const { scene: back } = readGltf(writeGltf(source, scene), 'x.glb');
    expect([...back.walk()].map(({ shape }) => back.shapes[shape!]!.faces).sort()).toEqual([1, 3, 3]);
  });
  for (const [what, attributes, says] of [
    ['an accessor that is not there', { TRANSLATION: 9 }, /TRANSLATION.*no accessor 9/],
    ['a rotation of three numbers', { ROTATION: 1 }, /ROTATION.*VEC4/],
  ] as const)
    it(`is refused with ${what}`, () =>
      expect(() => readGltf(thrice(attributes), 'x.glb')).toThrowError(says));
});
