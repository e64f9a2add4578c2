import { NodeIO, type Document } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { transformMesh } from '@gltf-transform/functions';
import { applyChange } from '@renquil/core/edits';
import { transformPoint, type Vec3 } from '@renquil/core/math';
import { planMirror, planPivot, planZero, type Plan } from '@renquil/core/plans';
import { drawnWorld } from '@renquil/core/scene';
import validator from 'gltf-validator';
import { publishedModels } from '../testing/published-models.js';
import { makeGlb } from '../testing/make-glb.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);
const models = publishedModels().filter((model) => !model.name.includes('hand'));
async function errors(glb: Uint8Array): Promise<unknown[]> {
  const report = (await validator.validateBytes(glb)) as {
    issues: { messages: { severity: number; code: string }[] };
  };
  return report.issues.messages.filter((message) => message.severity === 0);
}
/** World positions of every vertex, by the name of the node: what anyone sees. */
function seen(document: Document): Map<string, number[][]> {
  const all = new Map<string, number[][]>();
  for (const node of document.getRoot().listNodes()) {
    const world = node.getWorldMatrix();
    const points = node
      .getMesh()
      ?.listPrimitives()
      .flatMap((p) => {
        const position = p.getAttribute('POSITION')!;
        return [...Array(position.getCount()).keys()].map((i) => [
          ...transformPoint(world, position.getElement(i, [0, 0, 0]) as unknown as Vec3),
        ]);
      });
    if (points) all.set(node.getName(), points);
  }
  return all;
}
function worstApart(a: Map<string, number[][]>, b: Map<string, number[][]>, mirrored = false): number {
  let worst = 0;
  expect([...b.keys()].sort()).toEqual([...a.keys()].sort());
  for (const [name, points] of a) {
    points.forEach((p, i) => {
      const q = b.get(name)![i]!;
      worst = Math.max(
        worst,
        Math.abs((mirrored ? -p[0]! : p[0]!) - q[0]!),
        Math.abs(p[1]! - q[1]!),
        Math.abs(p[2]! - q[2]!),
      );
    });
  }
  return worst;
}
function apply(scene: Parameters<typeof applyChange>[0], plan: Plan): void {
  if (!plan.ok) throw new Error(plan.because);
  const result = applyChange(scene, { label: '', edits: plan.edits });
  if (!result.ok) throw new Error(result.detail);
}

describe('baking into the file', () => {
  for (const model of models.slice(0, 8)) {
    it(`moves no vertex of ${model.name} when everything is zeroed, and validates`, async () => {
      const { scene, source } = readGltf(model.bytes, model.name);
      const ids = [...scene.walk()].map((o) => o.id);
      apply(scene, planZero(scene, ids));
      const written = writeGltf(source, scene);
      expect(await errors(written)).toEqual([]);
      const [before, after] = [seen(await io.readBinary(model.bytes)), seen(await io.readBinary(written))];
      expect(worstApart(before, after)).toBeLessThan(2e-6);
      // Read again, nothing is left to bake and every own transform is zero.
      const again = readGltf(written, model.name).scene;
      expect(
        [...again.walk()].every((o) => !o.bake && !('m' in o.local) && o.local.t.every((n) => n === 0)),
      ).toBeTrue();
    });
  }
  it('is worked into a .glb whose bytes stand in a data URI', async () => {
    const points = Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]);
    const uri = `data:application/octet-stream;base64,${Buffer.from(points.buffer).toString('base64')}`;
    const json = {
      asset: { version: '2.0' },
      scene: 0,
      scenes: [{ nodes: [0] }],
      nodes: [{ name: 'a', mesh: 0, translation: [0, 0, 3] }],
      meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
      accessors: [
        { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] },
      ],
      bufferViews: [{ buffer: 0, byteLength: 36 }],
      buffers: [{ byteLength: 36, uri }],
    };
    const { scene, source } = readGltf(makeGlb(json), 'x.glb');
    const plan = planPivot(scene, 1, [0, 0, 0]);
    if (!plan.ok) throw new Error(plan.because);
    applyChange(scene, { label: '', edits: plan.edits });
    const out = writeGltf(source, scene);
    expect(await errors(out)).toEqual([]);
    const [before, after] = [await io.readBinary(makeGlb(json)), await io.readBinary(out)];
    expect(worstApart(seen(before), seen(after))).toBeLessThan(1e-6);
  });
  it('mirrors a whole model as another reader sees it, faces turned, normals too', async () => {
    const model = models.find((m) => m.name === 'generic-trigger-squeeze/left.glb') ?? models[0]!;
    const { scene, source } = readGltf(model.bytes, model.name);
    for (const root of scene.roots) apply(scene, planMirror(scene, root, 'x'));
    const written = writeGltf(source, scene);
    expect(await errors(written)).toEqual([]);
    const [a, b] = [await io.readBinary(model.bytes), await io.readBinary(written)];
    expect(worstApart(seen(a), seen(b), true)).toBeLessThan(2e-6);
    // The face normal by winding agrees with the vertex normals exactly where it did before.
    expect(agreement(b)).toBeCloseTo(agreement(a), 6);
  });
  it('agrees with transformMesh of @gltf-transform on positions and normals', async () => {
    const model = models[0]!;
    const { scene, source } = readGltf(model.bytes, model.name);
    const object = [...scene.walk()].find((o) => o.shape !== null)!;
    apply(scene, planPivot(scene, object.id, [0.1, 0.2, 0.3]));
    const { bake, name } = scene.get(object.id);
    const ours = (await io.readBinary(writeGltf(source, scene)))
      .getRoot()
      .listNodes()
      .find((n) => n.getName() === name)!
      .getMesh()!;
    const theirs = (await io.readBinary(model.bytes))
      .getRoot()
      .listNodes()
      .find((n) => n.getName() === name)!
      .getMesh()!;
    transformMesh(theirs, [...bake!] as never);
    ours.listPrimitives().forEach((primitive, i) => {
      for (const semantic of ['POSITION', 'NORMAL']) {
        const [x, y] = [
          primitive.getAttribute(semantic)!.getArray()!,
          theirs.listPrimitives()[i]!.getAttribute(semantic)!.getArray()!,
        ];
        expect(
          Math.max(...[...(x as Float32Array)].map((n, k) => Math.abs(n - (y as Float32Array)[k]!))),
        ).toBeLessThan(1e-6);
      }
    });
  });
  it('leaves the bytes and the JSON of everything else alone', () => {
    const model = models[0]!;
    const { scene, source } = readGltf(model.bytes, model.name);
    const object = [...scene.walk()].find((o) => o.shape !== null)!;
    apply(scene, planPivot(scene, object.id, [0, 0, 0.5]));
    const again = readGltf(writeGltf(source, scene), model.name).source;
    expect(Buffer.compare(again.buffers[0]!.subarray(0, source.buffers[0]!.length), source.buffers[0]!)).toBe(
      0,
    );
    expect(again.json.accessors!.slice(0, source.json.accessors!.length)).toEqual(source.json.accessors!);
    expect(again.json.meshes!.slice(0, source.json.meshes!.length)).toEqual(source.json.meshes!);
  });
  it('carries tangents and morph targets, and turns strips', async () => {
    const floats = (...n: number[]) => new Uint8Array(new Float32Array(n).buffer);
    const bin = Buffer.concat([
      floats(0, 0, 0, 1, 0, 0, 0, 1, 0, 1, 1, 0),
      floats(...Array<number[]>(4).fill([0, 0, 1]).flat()),
      floats(...Array<number[]>(4).fill([1, 0, 0, 1]).flat()),
      floats(...Array<number[]>(4).fill([0, 0, 2]).flat()),
    ]);
    const view = (byteOffset: number, byteLength: number) => ({ buffer: 0, byteOffset, byteLength });
    const json = {
      asset: { version: '2.0' },
      scene: 0,
      scenes: [{ nodes: [0] }],
      nodes: [{ name: 'strip', mesh: 0, scale: [2, 2, 2] }],
      meshes: [
        {
          primitives: [
            { mode: 5, attributes: { POSITION: 0, NORMAL: 1, TANGENT: 2 }, targets: [{ POSITION: 3 }] },
          ],
        },
      ],
      accessors: [
        { bufferView: 0, componentType: 5126, count: 4, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] },
        { bufferView: 1, componentType: 5126, count: 4, type: 'VEC3' },
        { bufferView: 2, componentType: 5126, count: 4, type: 'VEC4' },
        { bufferView: 3, componentType: 5126, count: 4, type: 'VEC3', min: [0, 0, 2], max: [0, 0, 2] },
      ],
      bufferViews: [view(0, 48), view(48, 48), view(96, 64), view(160, 48)],
      buffers: [{ byteLength: 208 }],
    };
    const { scene, source } = readGltf(makeGlb(json, bin), 'strip.glb');
    apply(scene, planZero(scene, [1]));
    apply(scene, planMirror(scene, 1, 'z'));
    const written = writeGltf(source, scene);
    expect(await errors(written)).toEqual([]);
    const [primitive] = (await io.readBinary(written)).getRoot().listNodes()[0]!.getMesh()!.listPrimitives();
    expect(primitive!.getMode()).toBe(4);
    expect([...(primitive!.getIndices()!.getArray() as Uint32Array)]).toEqual([0, 2, 1, 2, 3, 1]);
    expect(primitive!.getAttribute('POSITION')!.getElement(3, [] as number[])).toEqual([2, 2, 0]);
    expect(
      primitive!
        .getAttribute('NORMAL')!
        .getElement(0, [] as number[])
        .map((n) => n + 0),
    ).toEqual([0, 0, -1]);
    expect(primitive!.getAttribute('TANGENT')!.getElement(0, [] as number[])).toEqual([1, 0, 0, -1]);
    expect(
      primitive!
        .listTargets()[0]!
        .getAttribute('POSITION')!
        .getElement(0, [] as number[])
        .map((n) => n + 0),
    ).toEqual([0, 0, -4]);
    expect(drawnWorld(scene, 1)[10]).toBe(-2);
  });
});

/** Share of faces whose winding and first vertex normal look the same way. */
function agreement(document: Document): number {
  let [same, all] = [0, 0];
  for (const mesh of document.getRoot().listMeshes()) {
    if (!mesh.listParents().some((parent) => parent.propertyType === 'Node')) continue;
    for (const primitive of mesh.listPrimitives()) {
      const [p, n, index] = [
        primitive.getAttribute('POSITION')!,
        primitive.getAttribute('NORMAL'),
        primitive.getIndices()?.getArray() as Uint16Array | undefined,
      ];
      if (!n || !index) continue;
      for (let i = 0; i + 2 < index.length; i += 3) {
        const [a, b, c] = [0, 1, 2].map((k) => p.getElement(index[i + k]!, [] as number[])) as [
          number[],
          number[],
          number[],
        ];
        const [u, v] = [b.map((x, k) => x - a[k]!), c.map((x, k) => x - a[k]!)] as [number[], number[]];
        const face = [
          u[1]! * v[2]! - u[2]! * v[1]!,
          u[2]! * v[0]! - u[0]! * v[2]!,
          u[0]! * v[1]! - u[1]! * v[0]!,
        ];
        const normal = n.getElement(index[i]!, [] as number[]);
        all++;
        if (face.reduce((sum, x, k) => sum + x * normal[k]!, 0) > 0) same++;
      }
    }
  }
  return same / all;
}
