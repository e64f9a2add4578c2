import { applyChange, type Edit } from '@renquil/core/edits';
import { identityTransform } from '@renquil/core/math';
import { newGroup, openSnapshot, takeSnapshot } from '@renquil/core/scene';
import { makeGlb } from '../testing/make-glb.js';
import { readGltf } from './read-gltf.js';
import { packGlb, writeGltf } from './write-gltf.js';

describe('a file as others write it', () => {
  it('leaves what hung in another scene there, lifted or grouped', () => {
    const json = {
      asset: { version: '2.0' },
      scene: 0,
      scenes: [{ nodes: [0] }, { nodes: [1] }],
      nodes: [{ name: 'a' }, { name: 'b', children: [2] }, { name: 'c' }],
    };
    const lists = (edits: () => Edit[]) => {
      const { scene, source } = readGltf(makeGlb(json), 'x.glb');
      applyChange(scene, { label: '', edits: edits() });
      const back = readGltf(writeGltf(source, scene), 'x.glb').source.json;
      return back.scenes!.map(({ nodes = [] }) => nodes.map((at) => back.nodes![at]!.name));
    };
    const at = (parent: number | null, index: number) => ({ parent, index, local: identityTransform });
    expect(lists(() => [{ kind: 'move', object: 3, from: at(2, 0), to: at(null, 2) }])).toEqual([
      ['a'],
      ['b', 'c'],
    ]);
    expect(
      lists(() => [
        { kind: 'insert', parent: null, index: 2, branch: { data: newGroup(9, 'both'), children: [] } },
        { kind: 'move', object: 2, from: at(null, 1), to: at(9, 0) },
      ]),
    ).toEqual([['a'], ['both']]);
  });

  it('keeps text and lists in extras when something of ours goes beside them', () => {
    for (const extras of ['made by hand', [1, 2], 7]) {
      const bytes = makeGlb({ asset: { version: '2.0' }, nodes: [{ name: 'a', extras }] });
      const { scene, source } = readGltf(bytes, 'x.glb');
      expect(writeGltf(source, scene)).toBe(source.bytes);
      expect(scene.get(1).attributes).toEqual({ extras } as never);
      const edit: Edit = { kind: 'set', object: 1, field: 'layer', from: 'Base', to: 'Set' };
      applyChange(scene, { label: '', edits: [edit] });
      const back = readGltf(writeGltf(source, scene), 'x.glb').source.json;
      expect(back.nodes![0]!.extras).toEqual({ extras, renquil: { layer: 'Set' } });
    }
  });

  it('reads and writes whether a node is shown where the file says so itself (KHR_node_visibility)', () => {
    const extensions = { KHR_node_visibility: { visible: false } };
    const bytes = makeGlb({ asset: { version: '2.0' }, nodes: [{ name: 'a', extensions }] });
    const { scene, source } = readGltf(bytes, 'x.glb');
    const from = scene.get(1).switches;
    expect(from.shown).toBeFalse();
    expect(writeGltf(source, scene)).toBe(source.bytes);
    const edit: Edit = { kind: 'set', object: 1, field: 'switches', from, to: { ...from, shown: true } };
    applyChange(scene, { label: '', edits: [edit] });
    const back = readGltf(writeGltf(source, scene), 'x.glb').source.json;
    expect(back.nodes![0]).toEqual({ name: 'a', extensions: { KHR_node_visibility: { visible: true } } });
  });

  it('packs a .gltf whose views are packed by meshopt, its buffer without bytes beside', () => {
    const meshopt = { buffer: 1, byteLength: 12, byteStride: 12, count: 3, mode: 'ATTRIBUTES' };
    const gltf = {
      asset: { version: '2.0' },
      extensionsUsed: ['EXT_meshopt_compression'],
      extensionsRequired: ['EXT_meshopt_compression'],
      nodes: [{ mesh: 0 }],
      meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
      accessors: [
        { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] },
      ],
      bufferViews: [{ buffer: 0, byteLength: 36, extensions: { EXT_meshopt_compression: meshopt } }],
      buffers: [
        { byteLength: 36, extensions: { EXT_meshopt_compression: { fallback: true } } },
        { byteLength: 12, uri: 'data:application/octet-stream;base64,AAECAwQFBgcICQoL' },
      ],
    };
    const { source } = readGltf(new TextEncoder().encode(JSON.stringify(gltf)), 'x.gltf');
    const { json, buffers } = readGltf(packGlb(source), 'x.glb').source;
    expect(json.buffers!.map(({ byteLength }) => byteLength)).toEqual([12, 36]);
    const [view] = json.bufferViews!;
    const place = view!.extensions!['EXT_meshopt_compression']!;
    expect([view!.buffer, place['buffer'], place['byteOffset'] ?? 0]).toEqual([1, 0, 0]);
    expect([...buffers[0]!]).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11]);
  });

  it('leaves what says the same in other words, and what is under our key and not ours to read', () => {
    for (const renquil of [
      { switches: { shown: false } },
      7,
      { mark: 'red', switches: 1, more: [1] },
      { layer: '' },
    ]) {
      const bytes = makeGlb({ asset: { version: '2.0' }, nodes: [{ name: 'a', extras: { renquil } }] });
      const { scene, source } = readGltf(bytes, 'x.glb');
      expect(writeGltf(source, scene)).toBe(source.bytes);
    }
  });

  it('stays as it is in a scene that was kept by a reader who knew less of it', () => {
    const nodes = [
      { name: 'a', extras: 'made by hand', extensions: { KHR_node_visibility: { visible: false } } },
      { name: 'b', mesh: 0, extensions: { EXT_mesh_gpu_instancing: { attributes: { TRANSLATION: 0 } } } },
    ];
    const json = {
      asset: { version: '2.0' },
      nodes,
      meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
      accessors: [{ componentType: 5126, count: 3, type: 'VEC3' }],
    };
    const { scene: now, source } = readGltf(makeGlb(json), 'x.glb');
    // As it was kept then: no extras, all shown, the mesh for its instances.
    const { reading: _, ...kept } = takeSnapshot(now);
    const rows = kept.objects.map(({ at: _at, sw: _sw, ...row }) =>
      row.sh === undefined ? row : { ...row, sh: 0 },
    );
    const scene = openSnapshot({ ...kept, shapes: kept.shapes.slice(0, 1), objects: rows });
    expect(writeGltf(source, scene)).toBe(source.bytes);
    const layer: Edit = { kind: 'set', object: 1, field: 'layer', from: 'Base', to: 'Set' };
    applyChange(scene, { label: '', edits: [layer] });
    const [a, b] = readGltf(writeGltf(source, scene), 'x.glb').source.json.nodes!;
    expect(a).toEqual({
      ...nodes[0],
      extras: { extras: 'made by hand', renquil: { layer: 'Set' } },
    } as never);
    expect(b).toEqual(nodes[1] as never);
    // And what the reader of today gives goes through a snapshot and back.
    expect(writeGltf(source, openSnapshot(takeSnapshot(now)))).toBe(source.bytes);
  });
});
