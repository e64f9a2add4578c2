import { NodeIO, type Primitive } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { publishedModels } from '../testing/published-models.js';
import { makeGlb } from '../testing/make-glb.js';
import { decodeShape, readCorners, readFloats } from './decode-shape.js';
import { openGltf } from './gltf-source.js';
import { readGltf } from './read-gltf.js';

const asset = { version: '2.0' };

describe('decodeShape', () => {
  it('gives the positions, normals and corners that @gltf-transform reads, for every published model', async () => {
    const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);
    for (const { name, bytes } of publishedModels()) {
      const source = openGltf(bytes, name);
      const root = (await io.readBinary(bytes)).getRoot();
      root.listMeshes().forEach((mesh, i) => {
        const parts = decodeShape(source.json, source.buffers, i)!;
        mesh.listPrimitives().forEach((primitive, k) => {
          expect([...parts[k]!.indices]).toEqual([...(primitive.getIndices()!.getArray() as Uint16Array)]);
          expect(parts[k]!.positions).toEqual(floats(primitive, 'POSITION'));
          expect(parts[k]!.normals).toEqual(floats(primitive, 'NORMAL'));
        });
      });
    }
  });
  const shape = (mode: number, count: number) => {
    const positions = new Float32Array(count * 3).map((_, i) => i);
    const source = openGltf(
      makeGlb(
        {
          asset,
          meshes: [{ primitives: [{ attributes: { POSITION: 0 }, mode }] }],
          accessors: [{ bufferView: 0, componentType: 5126, count, type: 'VEC3' }],
          bufferViews: [{ buffer: 0, byteLength: positions.byteLength }],
          buffers: [{ byteLength: positions.byteLength }],
        },
        new Uint8Array(positions.buffer),
      ),
      'x.glb',
    );
    return decodeShape(source.json, source.buffers, 0);
  };
  // glTF 2.0, section 3.7.2.1: how each mode makes points into lines and triangles.
  for (const [mode, what, wanted] of [
    [1, 'lines', [0, 1, 2, 3]],
    [2, 'a loop', [0, 1, 1, 2, 2, 3, 3, 0]],
    [3, 'a line strip', [0, 1, 1, 2, 2, 3]],
    [5, 'a triangle strip', [0, 1, 2, 2, 1, 3]],
    [6, 'a triangle fan', [0, 1, 2, 0, 2, 3]],
  ] as const) {
    it(`opens ${what}`, () => {
      const made = [...shape(mode, 4)![0]!.indices];
      const turned = (list: readonly number[]) => list.join();
      // A triangle is the same whichever corner it begins with.
      const canonical = (list: readonly number[]) =>
        mode < 4 ? turned(list) : [0, 3].map((at) => rotate(list.slice(at, at + 3))).join(' ');
      expect(canonical(made)).toBe(canonical(wanted));
    });
  }
  it('draws no points', () => expect(shape(0, 4)).toEqual([]));
});

function rotate(triangle: readonly number[]): string {
  const first = triangle.indexOf(Math.min(...triangle));
  return [...triangle.slice(first), ...triangle.slice(0, first)].join();
}

function floats(primitive: Primitive, name: string): Float32Array {
  return Float32Array.from(primitive.getAttribute(name)!.getArray() as Float32Array, Number);
}

describe('elements that a file claims and does not hold', () => {
  const claiming = (count: number, mode: number, more: object = {}) => ({
    asset: { version: '2.0' },
    scenes: [{ nodes: [0] }],
    nodes: [{ mesh: 0 }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 }, mode, ...more }] }],
    accessors: [{ componentType: 5126, count, type: 'VEC3' }],
  });
  for (const mode of [0, 1, 2, 3, 4, 5, 6])
    it(`are refused with their place before anything is made of them, mode ${mode}`, () =>
      expect(() => openGltf(makeGlb(claiming(1e8, mode)), 'few.glb')).toThrowError(
        /accessors\[0\]\.count.*claims 100000000 elements that are not in the file/,
      ));
  it('are drawn as nothing when they are few, and let be where they are packed', () => {
    const source = openGltf(makeGlb(claiming(10_000, 3)), 'few.glb');
    expect(decodeShape(source.json, source.buffers, 0)![0]!.indices.length).toBe(2 * 9999);
    const packed = {
      extensions: { KHR_draco_mesh_compression: { bufferView: 0, attributes: { POSITION: 0 } } },
    };
    expect(() => openGltf(makeGlb(claiming(5e6, 4, packed)), 'packed.glb')).not.toThrow();
  });

  /** Points and listed corners of their own types, and the mode. */
  const listed = (corners: Uint8Array | Uint32Array, mode: number, points = 5) => {
    const positions = new Float32Array(points * 3).map((_, i) => i);
    const at = Math.ceil(positions.byteLength / 4) * 4;
    const bin = new Uint8Array(at + corners.byteLength);
    bin.set(new Uint8Array(positions.buffer));
    bin.set(new Uint8Array(corners.buffer), at);
    const componentType = corners instanceof Uint8Array ? 5121 : 5125;
    const json = {
      asset,
      nodes: [{ mesh: 0 }],
      meshes: [{ primitives: [{ attributes: { POSITION: 0 }, indices: 1, mode }] }],
      accessors: [
        { bufferView: 0, componentType: 5126, count: points, type: 'VEC3' },
        { bufferView: 1, componentType, count: corners.length, type: 'SCALAR' },
      ],
      bufferViews: [
        { buffer: 0, byteLength: positions.byteLength },
        { buffer: 0, byteOffset: at, byteLength: corners.byteLength },
      ],
      buffers: [{ byteLength: bin.length }],
    };
    return readGltf(makeGlb(json, bin), 'x.glb');
  };
  it('breaks a strip off where its corners say so, in what is counted as in what is drawn', () => {
    const { scene, source } = listed(Uint8Array.from([0, 1, 2, 3, 255, 2, 3, 4, 1]), 5);
    const [part] = decodeShape(source.json, source.buffers, 0)!;
    expect([...part!.indices]).toEqual([0, 1, 2, 2, 1, 3, 2, 3, 4, 4, 3, 1]);
    expect(scene.shapes[0]!.faces).toBe(4);
  });
  it('keeps corners above 2^24 apart', () => {
    const { source } = listed(Uint32Array.from([16_777_216, 16_777_217, 16_777_219]), 4);
    expect([...readCorners(source.json, source.buffers, 1)!]).toEqual([16_777_216, 16_777_217, 16_777_219]);
  });
  it('reads numbers of 16 and 64 bits (KHR_accessor_float16, KHR_accessor_float64; IEEE 754)', () => {
    const halves = Uint16Array.from([0x3c00, 0xc000, 0x3555, 0x0001, 0x7bff, 0x8000]);
    const doubles = Float64Array.from([0.1, -2, 1e9]);
    const bin = new Uint8Array(16 + 24);
    bin.set(new Uint8Array(halves.buffer));
    bin.set(new Uint8Array(doubles.buffer), 16);
    const json = {
      asset,
      extensionsUsed: ['KHR_accessor_float16', 'KHR_accessor_float64'],
      accessors: [
        { bufferView: 0, componentType: 5131, count: 2, type: 'VEC3' },
        { bufferView: 1, componentType: 5130, count: 1, type: 'VEC3' },
      ],
      bufferViews: [
        { buffer: 0, byteLength: 12 },
        { buffer: 0, byteOffset: 16, byteLength: 24 },
      ],
      buffers: [{ byteLength: 40 }],
    };
    const source = openGltf(makeGlb(json, bin), 'x.glb');
    // The values that the standard's tables give for these bits.
    const wanted = [1, -2, 0.333251953125, 5.960464477539063e-8, 65504, -0];
    expect([...readFloats(source.json, source.buffers, 0)!]).toEqual(wanted.map(Math.fround));
    expect([...readFloats(source.json, source.buffers, 1)!]).toEqual([0.1, -2, 1e9].map(Math.fround));
  });
});
