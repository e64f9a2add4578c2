import type { ObjectId } from '@renquil/core/scene';
import { seededRandom } from '@renquil/core/testing';
import { readGltf } from '../gltf/read-gltf.js';
import { writeGltf } from '../gltf/write-gltf.js';
import { makeGlb } from '../testing/make-glb.js';
import { publishedModels } from '../testing/published-models.js';
import { helperBytes } from './helper-bytes.js';

/** Three shapes of six points each, all in one view, as converters write them. */
function inOneView(): Uint8Array {
  const points = new Float32Array(54).map((_, i) => Math.sin(i + 1) * 9);
  const accessor = (i: number) => ({
    ...{ bufferView: 0, byteOffset: i * 72, componentType: 5126, count: 6, type: 'VEC3' },
    ...{ min: [-9, -9, -9], max: [9, 9, 9] },
  });
  const json = {
    asset: { version: '2.0' },
    scenes: [{ nodes: [0, 1, 2] }],
    nodes: ['first', 'cut_middle', 'last'].map((name, mesh) => ({ name, mesh })),
    meshes: [0, 1, 2].map((POSITION) => ({ primitives: [{ attributes: { POSITION } }] })),
    accessors: [0, 1, 2].map(accessor),
    bufferViews: [{ buffer: 0, byteLength: 216 }],
    buffers: [{ byteLength: 216 }],
  };
  return makeGlb(json, new Uint8Array(points.buffer));
}
/** The file that came, in which nothing shows what stays: its bytes are all there. */
function unshown(bytes: Uint8Array, without: ReadonlySet<ObjectId>): Uint8Array {
  const { source } = readGltf(bytes, 'x.glb');
  const json = structuredClone(source.json);
  for (const id of without) delete json.nodes![id - 1]!.mesh;
  return makeGlb(json, source.buffers[0]);
}

describe('bytes of what stays home', () => {
  it('go from a view that others share, and theirs stay as they were', () => {
    const bytes = inOneView();
    const { scene, source } = readGltf(bytes, 'x.glb');
    const made = { scene, without: new Set([2]) };
    expect(helperBytes(source, made, unshown(bytes, made.without))).toBe('cut_middle');
    const out = writeGltf(source, scene, made);
    expect(helperBytes(source, made, out)).toBeNull();
    const back = readGltf(out, 'x.glb').source;
    const [was, is] = [source.buffers[0]!, back.buffers[0]!];
    expect(is.subarray(0, 72)).toEqual(was.subarray(0, 72));
    expect(is.subarray(144, 216)).toEqual(was.subarray(144, 216));
    expect(is.subarray(72, 144).every((one) => one === 0)).toBeTrue();
  });
  it('are looked for in one walk where thousands of shapes are equal, all in one view', () => {
    const many = 4000;
    const points = new Float32Array(18).map((_, i) => Math.sin(i + 1));
    const bin = new Uint8Array(many * 72);
    for (let i = 0; i < many; i++) bin.set(new Uint8Array(points.buffer), i * 72);
    const bytes = makeGlb(
      {
        asset: { version: '2.0' },
        scenes: [{ nodes: [...Array(many).keys()] }],
        nodes: Array.from({ length: many }, (_, mesh) => ({ name: `bolt_${mesh}`, mesh })),
        meshes: Array.from({ length: many }, (_, POSITION) => ({
          primitives: [{ attributes: { POSITION } }],
        })),
        accessors: Array.from({ length: many }, (_, i) => ({
          ...{ bufferView: 0, byteOffset: i * 72, componentType: 5126, count: 6, type: 'VEC3' },
          ...{ min: [-1, -1, -1], max: [1, 1, 1] },
        })),
        bufferViews: [{ buffer: 0, byteLength: bin.length }],
        buffers: [{ byteLength: bin.length }],
      },
      bin,
    );
    const { scene, source } = readGltf(bytes, 'x.glb');
    const without = new Set([...scene.walk()].filter(({ id }) => id % 2).map(({ id }) => id));
    const made = { scene, without };
    // Every other one still shows the same bytes, by right.
    expect(helperBytes(source, made, bytes)).toBeNull();
    expect(helperBytes(source, made, unshown(bytes, without))).toBe('bolt_0');
    const out = writeGltf(source, scene, made);
    expect(helperBytes(source, made, out)).toBeNull();
    const left = readGltf(out, 'x.glb').source.buffers[0]!;
    for (let i = 0; i < many; i++)
      expect(left.subarray(i * 72, i * 72 + 72).some((one) => one !== 0))
        .withContext(`${i}`)
        .toBe(i % 2 === 1);
  });
  it('are in no file that is written of a published model, whatever stays of it', () => {
    let looked = 0;
    let seen = 0;
    for (const [i, model] of publishedModels().slice(0, 30).entries()) {
      const { scene, source } = readGltf(model.bytes, model.name);
      const random = seededRandom(i + 1);
      const worn = [...scene.walk()].filter(({ shape }) => shape !== null);
      const nodes = source.json.nodes ?? [];
      const mayStay = worn.filter(
        ({ id, children }) => !children.length && nodes[id - 1]!.skin === undefined,
      );
      const without = new Set(mayStay.filter(() => random() < 0.5).map(({ id }) => id));
      if (!without.size) continue;
      looked++;
      const made = { scene, without };
      if (source.buffers.length === 1 && helperBytes(source, made, unshown(model.bytes, without)) !== null)
        seen++;
      expect(helperBytes(source, made, writeGltf(source, scene, { without })))
        .withContext(model.name)
        .toBeNull();
    }
    expect(looked).toBeGreaterThan(10);
    // Others have shapes in common with what goes, or too small to tell.
    expect(seen).toBeGreaterThan(looked / 2);
  });
});
