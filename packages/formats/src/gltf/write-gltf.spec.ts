import { applyChange, type Edit } from '@renquil/core/edits';
import { planControl, planMove, planRemove } from '@renquil/core/plans';
import { newGroup, takeSnapshot } from '@renquil/core/scene';
import { planShare } from '@renquil/core/twins';
import { randomEdit, seededRandom } from '@renquil/core/testing';
import validator from 'gltf-validator';
import { publishedModels } from '../testing/published-models.js';
import { makeGlb, nodesGlb } from '../testing/make-glb.js';
import { readGltf } from './read-gltf.js';
import { packGlb, writeGltf } from './write-gltf.js';

const hand = publishedModels().find((model) => model.name.includes('generic-hand/left'))!;
const controller = publishedModels().find((model) => model.name.includes('generic-trigger-squeeze/left'))!;
const names = (bytes: Uint8Array) =>
  [...readGltf(bytes, 'x.glb').scene.walk()].map((o) => '  '.repeat(readDepth(o, bytes)) + o.name);
const readDepth = (o: { id: number }, bytes: Uint8Array) => readGltf(bytes, 'x.glb').scene.depthOf(o.id);
async function errors(glb: Uint8Array): Promise<unknown[]> {
  const report = (await validator.validateBytes(glb)) as { issues: { messages: { severity: number }[] } };
  return report.issues.messages.filter((message) => message.severity === 0);
}

/** Two nodes, each with a mesh of its own that holds the same triangle; materials blue and red. */
function twoTriangles(): Uint8Array {
  const points = Float32Array.from([0, 0, 0, 1, 0, 0, 0, 1, 0]);
  const bin = new Uint8Array(72);
  bin.set(new Uint8Array(points.buffer), 0);
  bin.set(new Uint8Array(points.buffer), 36);
  const accessor = (bufferView: number) => ({
    bufferView,
    componentType: 5126,
    count: 3,
    type: 'VEC3',
    min: [0, 0, 0],
    max: [1, 1, 0],
  });
  return makeGlb(
    {
      asset: { version: '2.0' },
      scene: 0,
      scenes: [{ nodes: [0, 1] }],
      nodes: [
        { name: 'a', mesh: 0 },
        { name: 'b', mesh: 1, translation: [3, 0, 0] },
      ],
      meshes: [0, 1].map((at) => ({ primitives: [{ attributes: { POSITION: at }, material: 0 }] })),
      materials: [{ name: 'blue' }, { name: 'red' }],
      accessors: [accessor(0), accessor(1)],
      bufferViews: [0, 36].map((byteOffset) => ({ buffer: 0, byteOffset, byteLength: 36, target: 34962 })),
      buffers: [{ byteLength: 72 }],
    },
    bin,
  );
}

describe('writing a scene into its file', () => {
  it('moves, inserts and removes, and reads back as the tree it was', async () => {
    const bytes = nodesGlb(['a', 'b', 'c']);
    const { scene, source } = readGltf(bytes, 'x.glb');
    const run = (edits: Edit[]) => applyChange(scene, { label: '', edits });
    run([
      {
        kind: 'insert',
        branch: { data: newGroup(scene.nextId, 'new_grp'), children: [] },
        parent: null,
        index: 0,
      },
    ]);
    const move = planMove(scene, 2, 4, { keep: 'world' });
    if (!move.ok) throw new Error(move.because);
    run(move.edits);
    run(planRemove(scene, [3]));
    const written = writeGltf(source, scene);
    expect(names(written)).toEqual(['new_grp', '  b', 'a']);
    expect(await errors(written)).toEqual([]);
  });
  it('gives a file without nodes its first one', () => {
    const { scene, source } = readGltf(makeGlb({ asset: { version: '2.0' } }), 'x.glb');
    applyChange(scene, {
      label: '',
      edits: [
        { kind: 'insert', branch: { data: newGroup(1, 'first_grp'), children: [] }, parent: null, index: 0 },
      ],
    });
    expect(names(writeGltf(source, scene))).toEqual(['first_grp']);
  });
  it('keeps what glTF has no word for (layer, mark, switches, rest) and brings it back', () => {
    const { scene, source } = readGltf(nodesGlb(['a']), 'x.glb');
    const mark = { colour: 'amber', word: 'waits' };
    const switches = { shown: false, pickable: true, rendered: true, goes: false };
    applyChange(scene, {
      label: '',
      edits: [
        { kind: 'set', object: 1, field: 'layer', from: 'Base', to: 'Set' },
        { kind: 'set', object: 1, field: 'mark', from: null, to: mark },
        { kind: 'set', object: 1, field: 'switches', from: scene.get(1).switches, to: switches },
        { kind: 'attribute', object: 1, key: 'lod', to: 3 },
      ],
    });
    const again = readGltf(writeGltf(source, scene), 'x.glb').scene.get(1);
    expect(again).toEqual(jasmine.objectContaining({ layer: 'Set', mark, switches, attributes: { lod: 3 } }));
  });
  it('keeps sets, by place or by query, also when nodes before them are left out', () => {
    const { scene, source } = readGltf(nodesGlb(['a', 'b', 'c']), 'x.glb');
    applyChange(scene, {
      label: '',
      edits: [
        { kind: 'named-set', name: 'legs', from: null, to: { name: 'legs', how: 'fixed', objects: [2, 3] } },
        {
          kind: 'named-set',
          name: 'live',
          from: null,
          to: { name: 'live', how: 'live', query: 'kind:mesh' },
        },
      ],
    });
    const again = readGltf(writeGltf(source, scene), 'x.glb').scene;
    expect([...again.sets.values()]).toEqual([...scene.sets.values()]);
    const fewer = readGltf(writeGltf(source, scene, { without: new Set([1]) }), 'x.glb').scene;
    expect(fewer.sets.get('legs')).toEqual({ name: 'legs', how: 'fixed', objects: [1, 2] });
  });
  it('keeps layers, views and what rules over them, and skips a ring of layers that a file holds', () => {
    const { scene, source } = readGltf(nodesGlb(['a', 'b', 'c']), 'x.glb');
    const switches = { shown: false };
    applyChange(scene, {
      label: '',
      edits: [
        { kind: 'named-layer', name: 'All', from: null, to: { name: 'All', colour: '#345', switches } },
        {
          kind: 'named-layer',
          name: 'Body',
          from: null,
          to: { name: 'Body', parent: 'All', display: 'wire' },
        },
        {
          kind: 'named-set',
          name: 's',
          from: null,
          to: { name: 's', how: 'live', query: 'kind:mesh', switches, display: 'box' },
        },
        {
          kind: 'named-view',
          name: 'left',
          from: null,
          to: { name: 'left', hidden: [2, 3], layers: ['Body'], sets: ['s'] },
        },
        { kind: 'set', object: 2, field: 'display', from: null, to: 'ghost' },
      ],
    });
    const again = readGltf(writeGltf(source, scene), 'x.glb').scene;
    expect([...again.layers.values()]).toEqual([...scene.layers.values()]);
    expect([...again.views.values()]).toEqual([...scene.views.values()]);
    expect([...again.sets.values()]).toEqual([...scene.sets.values()]);
    expect(again.get(2).display).toBe('ghost');
    const fewer = readGltf(writeGltf(source, scene, { without: new Set([1]) }), 'x.glb').scene;
    expect(fewer.views.get('left')!.hidden).toEqual([1, 2]);
    const ring = [
      { name: 'a', parent: 'b' },
      { name: 'b', parent: 'a' },
    ];
    const odd = new TextEncoder().encode(
      JSON.stringify({
        asset: { version: '2.0' },
        extras: { renquil: { layers: ring, views: [4], sets: {} } },
      }),
    );
    expect([...readGltf(odd, 'x.gltf').scene.layers.values()]).toEqual([
      { name: 'a', parent: 'b' },
      { name: 'b' },
    ]);
  });
  it('writes a footprint as a closed line, other materials on a mesh of their own, and drops copies', async () => {
    const bytes = twoTriangles();
    const { scene, source } = readGltf(bytes, 'two.glb');
    expect(scene.shapes[0]!.digest).toBe(scene.shapes[1]!.digest);
    const share = planShare(scene);
    expect([share.objects, share.bytes]).toEqual([1, scene.shapes[1]!.bytes!]);
    const control = planControl(scene, [1, 2]);
    if (!control.ok) throw new Error(control.because);
    applyChange(scene, {
      label: '',
      edits: [
        ...control.edits,
        ...share.edits,
        { kind: 'set', object: 1, field: 'materials', from: [0], to: [1] },
      ],
    });
    const written = writeGltf(source, scene);
    expect(written.length).toBeLessThan(bytes.length + 900);
    expect(await errors(written)).toEqual([]);
    const again = readGltf(written, 'x.glb').scene;
    const [root, first, second] = [...again.walk()];
    expect([root!.kind, root!.name, again.shapes[root!.shape!]!.faces]).toEqual(['control', 'new_ctrl', 0]);
    expect(again.materials[first!.materials[0]!]!.name).toBe('red');
    expect(again.materials[second!.materials[0]!]!.name).toBe('blue');
  });
  it('survives any run of edits: what is written reads back as the scene that was written', async () => {
    for (let seed = 1; seed <= 12; seed++) {
      const { scene, source } = readGltf(controller.bytes, controller.name);
      const random = seededRandom(seed);
      for (let i = 0; i < 25; i++) {
        // A file knows a mesh by its shape: what has none cannot say that it is one, and a group cannot wear one.
        const edits = randomEdit(scene, random).filter(
          (edit) =>
            !(edit.kind === 'set' && edit.field === 'shape') ||
            (edit.to !== null && scene.get(edit.object).kind === 'mesh'),
        );
        applyChange(scene, { label: '', edits });
      }
      const written = writeGltf(source, scene);
      const again = readGltf(written, controller.name).scene;
      // Corners that something was baked into stand elsewhere in the file; the bakes have specs of their own.
      const isBaked = [...scene.walk()].map((o) => !!o.bake);
      const worn = (s: typeof scene, at: number, shape: number) => {
        const found = s.shapes[shape]!;
        return isBaked[at] ? [found.name, found.faces] : found;
      };
      const shape = (s: typeof scene) =>
        takeSnapshot(s).objects.map((row, at) => [
          row.n,
          row.k,
          row.sh === undefined ? null : worn(s, at, row.sh),
          row.ly ?? 'Base',
          JSON.stringify(row.at ?? {}),
          s.depthOf(row.id),
        ]);
      expect(shape(again)).withContext(`seed ${seed}`).toEqual(shape(scene));
    }
  });
  it('refuses to leave out a joint that a skin which stays is bound to, and names both', () => {
    const { scene, source } = readGltf(hand.bytes, hand.name);
    const joint = [...scene.walk()].find((o) => o.kind === 'joint' && !o.children.length)!;
    expect(() => writeGltf(source, scene, { without: new Set([joint.id]) })).toThrowError(
      new RegExp(`skins\\[0\\].*"${joint.name}"`),
    );
  });
  it('leaves out what stays home, with its shapes and bytes, and keeps the rest', async () => {
    const { scene, source } = readGltf(hand.bytes, hand.name);
    const mesh = [...scene.walk()].find((o) => o.shape !== null)!;
    const written = writeGltf(source, scene, { without: new Set([mesh.id]) });
    const again = readGltf(written, hand.name);
    expect(again.scene.size).toBe(scene.size - 1);
    expect(again.scene.withName(mesh.name).size).toBe(0);
    expect(again.source.json.meshes).toBeUndefined();
    expect(written.length).toBeLessThan(hand.bytes.length / 2);
    expect(await errors(written)).toEqual([]);
  });
  it('keeps unknown extensions, extras, animations and the order of members', () => {
    const json =
      '{"extensionsUsed":["VENDOR_secret"],"asset":{"version":"2.0","extras":{"k":[1, 2.50]}},"nodes":[{"name":"a","extensions":{"VENDOR_secret":{"deep":1e-7}}, "extras":{"z":1,"a":2}}],"scenes":[{"nodes":[0]}],"animations":[]}';
    const { scene, source } = readGltf(makeGlb(json), 'x.glb');
    applyChange(scene, { label: '', edits: [{ kind: 'rename', object: 1, from: 'a', to: 'b' }] });
    expect(readGltf(writeGltf(source, scene), 'x.glb').source.text.trim()).toBe(
      json.replace('"name":"a"', '"name":"b"'),
    );
  });
});

describe('a .gltf with its files', () => {
  const bin = new Uint8Array(new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0]).buffer);
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ name: 'tri', mesh: 0 }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    accessors: [
      { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] },
    ],
    bufferViews: [{ buffer: 0, byteLength: 36 }],
    buffers: [{ uri: 'sub/tri%20angle.bin', byteLength: 36 }],
  };
  const files: Record<string, Uint8Array> = { 'sub/tri angle.bin': bin };
  const bytes = new TextEncoder().encode(JSON.stringify(json, null, 2));
  const read = (path: string) => files[path] ?? null;

  it('is read with the paths of its URIs, and written back as it came', () => {
    const { scene, source } = readGltf(bytes, 'tri.gltf', read);
    expect(scene.shapes[0]!.faces).toBe(1);
    expect(Buffer.compare(writeGltf(source, scene), bytes)).toBe(0);
  });
  it('becomes one .glb that validates and holds the same', async () => {
    const packed = packGlb(readGltf(bytes, 'tri.gltf', read).source);
    expect(await errors(packed)).toEqual([]);
    expect(readGltf(packed, 'tri.glb').scene.shapes).toEqual(readGltf(bytes, 'tri.gltf', read).scene.shapes);
  });
});

describe('names of materials and shapes', () => {
  it('are written into the file, and nothing else of it', () => {
    const { source, scene } = readGltf(controller.bytes, 'x.glb');
    const edits: Edit[] = [
      {
        kind: 'rename-thing',
        thing: 'material',
        index: 0,
        from: scene.materials[0]!.name,
        to: 'mtl "plain"',
      },
      { kind: 'rename-thing', thing: 'shape', index: 1, from: scene.shapes[1]!.name, to: 'grip' },
      { kind: 'rename-thing', thing: 'shape', index: 0, from: scene.shapes[0]!.name, to: '' },
    ];
    expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
    const again = readGltf(writeGltf(source, scene), 'x.glb');
    expect([
      again.scene.materials[0]!.name,
      again.scene.shapes[1]!.name,
      again.scene.shapes[0]!.name,
    ]).toEqual(['mtl "plain"', 'grip', '']);
    const bare = (json: { meshes?: { name?: string }[]; materials?: { name?: string }[] }) => {
      const copy = structuredClone(json);
      for (const one of [...(copy.meshes ?? []), ...(copy.materials ?? [])]) delete one.name;
      return copy;
    };
    expect(bare(again.source.json)).toEqual(bare(source.json));
  });
});
