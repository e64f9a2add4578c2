import { applyChange } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { makeGlb, nodesGlb } from '../testing/make-glb.js';
import { decodeShape } from './decode-shape.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

const asset = { version: '2.0' };
const text = (json: unknown) => new TextEncoder().encode(JSON.stringify(json));
const good = nodesGlb(['a']);
const set32 = (bytes: Uint8Array, at: number, value: number) => {
  const copy = bytes.slice();
  new DataView(copy.buffer).setUint32(at, value, true);
  return copy;
};
const nest = (depth: number) => ({
  asset,
  scenes: [{ nodes: [0] }],
  nodes: Array.from({ length: depth }, (_, i) => (i + 1 < depth ? { children: [i + 1] } : {})),
});
const accessor = (more: object) => ({
  asset,
  nodes: [{}],
  buffers: [{ byteLength: 12 }],
  bufferViews: [{ buffer: 0, byteLength: 12 }],
  accessors: [{ bufferView: 0, componentType: 5126, count: 1, type: 'VEC3', ...more }],
});

/** What is wrong, the bytes, and what the one error must say. */
const table: readonly (readonly [string, Uint8Array, RegExp])[] = [
  [
    'extras of 5,000 levels',
    makeGlb(`{"asset":{"version":"2.0"},"nodes":[{"extras":${'['.repeat(5000)}1${']'.repeat(5000)}}]}`),
    /nodes\[0\]\.extras.*more than 64 levels/,
  ],
  [
    'a name of 70,000 characters',
    makeGlb({ asset, nodes: [{ name: 'x'.repeat(70_000) }] }),
    /nodes\[0\]\.name.*65536/,
  ],
  [
    'a name that is no text, of a material',
    makeGlb({ asset, materials: [{ name: 7 }] }),
    /materials\[0\]\.name/,
  ],
  [
    'something a light year out',
    makeGlb({ asset, nodes: [{ translation: [1e16, 0, 0] }] }),
    /nodes\[0\]\.translation.*beyond/,
  ],
  ['a header only', good.subarray(0, 12), /bad\.glb: byte/],
  ['another version', set32(good, 4, 1), /version/],
  ['a length that is not there', set32(good, 8, 9999), /byte 8.*cut short/],
  ['a chunk past the end', set32(good, 12, 5000), /byte 12/],
  ['JSON that is none', makeGlb('{"asset":'), /JSON|line|character/],
  ['JSON that is a list', makeGlb([]), /object/],
  ['no asset', makeGlb({ nodes: [] }), /asset/],
  ['glTF 1', makeGlb({ asset: { version: '1.0' } }), /version/],
  ['a child that is not there', makeGlb({ asset, nodes: [{ children: [7] }] }), /nodes\[0\].*7/],
  ['a child twice', makeGlb({ asset, nodes: [{ children: [2] }, { children: [2] }, {}] }), /nodes\[[012]\]/],
  ['its own child', makeGlb({ asset, nodes: [{ children: [0] }] }), /nodes\[0\]/],
  [
    'a ring of three',
    makeGlb({ asset, nodes: [{ children: [1] }, { children: [2] }, { children: [0] }] }),
    /nodes\[/,
  ],
  ['a root that is not there', makeGlb({ asset, scenes: [{ nodes: [3] }], nodes: [{}] }), /scenes\[0\]/],
  [
    'a transform of text',
    makeGlb({ asset, nodes: [{ translation: ['a', 0, 0] }] }),
    /nodes\[0\]\.translation/,
  ],
  ['a matrix too short', makeGlb({ asset, nodes: [{ matrix: [1, 0, 0] }] }), /nodes\[0\]\.matrix/],
  [
    'a number too big for any float',
    makeGlb('{"asset":{"version":"2.0"},"nodes":[{"translation":[1e999,0,0]}]}'),
    /nodes\[0\]\.translation/,
  ],
  [
    'half a surrogate pair in a name',
    makeGlb('{"asset":{"version":"2.0"},"nodes":[{"name":"\\ud800"}]}'),
    /nodes\[0\]\.name/,
  ],
  ['a mesh that is not there', makeGlb({ asset, nodes: [{ mesh: 0 }] }), /nodes\[0\]\.mesh/],
  [
    'a thousand million claimed values',
    makeGlb(accessor({ count: 1e9 }), new Uint8Array(12)),
    /accessors\[0\]/,
  ],
  ['a negative offset', makeGlb(accessor({ byteOffset: -4 }), new Uint8Array(12)), /accessors\[0\]/],
  ['no such component type', makeGlb(accessor({ componentType: 7 }), new Uint8Array(12)), /accessors\[0\]/],
  [
    'a buffer longer than the bytes',
    makeGlb({ asset, buffers: [{ byteLength: 400 }] }, new Uint8Array(12)),
    /buffers\[0\]/,
  ],
  ['a buffer with no bytes at all', makeGlb({ asset, buffers: [{ byteLength: 4 }] }), /buffers\[0\]/],
  [
    'a file that climbs out',
    text({ asset, buffers: [{ uri: '../a.bin', byteLength: 4 }] }),
    /outside the upload/,
  ],
  [
    'a file that climbs out in disguise',
    text({ asset, buffers: [{ uri: 'b/%2e%2e/%2E%2e/a.bin', byteLength: 4 }] }),
    /outside the upload/,
  ],
  [
    'a file from the root',
    text({ asset, buffers: [{ uri: '/etc/passwd', byteLength: 4 }] }),
    /outside the upload/,
  ],
  [
    'a buffer from the net',
    text({ asset, buffers: [{ uri: 'https://example.org/a.bin', byteLength: 4 }] }),
    /outside the upload/,
  ],
  [
    'a morph target that is not there',
    makeGlb({ asset, meshes: [{ primitives: [{ attributes: {}, targets: [{ POSITION: 9 }] }] }] }),
    /meshes\[0\]\.primitives\[0\].*no accessor 9/,
  ],
  [
    'an animation without samplers',
    makeGlb({ asset, nodes: [{}], animations: [{ channels: [{ sampler: 0, target: { node: 0 } }] }] }),
    /animations\[0\]\.samplers/,
  ],
  [
    'a channel without its sampler',
    makeGlb({ asset, animations: [{ channels: [{ sampler: 3, target: {} }], samplers: [] }] }),
    /animations\[0\]\.channels\[0\]\.sampler.*3/,
  ],
  ['a file that did not come', text({ asset, buffers: [{ uri: 'gone.bin', byteLength: 4 }] }), /gone\.bin/],
  [
    'a data URI that is none',
    text({ asset, buffers: [{ uri: 'data:application/octet-stream;base64,%%%', byteLength: 4 }] }),
    /buffers\[0\]/,
  ],
  [
    'a scene that is a list',
    makeGlb(`{"asset":{"version":"2.0"},"scene":${'['.repeat(900)}${']'.repeat(900)}}`),
    /scene: there is no scene/,
  ],
  [
    'a material that is a list of lists',
    makeGlb(
      `{"asset":{"version":"2.0"},"meshes":[{"primitives":[{"attributes":{},"material":${'['.repeat(60)}{"toString":1}${']'.repeat(60)}}]}]}`,
    ),
    /primitives\[0\]\.material: there is no material/,
  ],
  [
    'a type called as JavaScript has it',
    makeGlb(accessor({ type: 'constructor' }), new Uint8Array(12)),
    /accessors\[0\]/,
  ],
  [
    'a component type that is an object',
    makeGlb(accessor({ componentType: { toString: 1 } }), new Uint8Array(12)),
    /accessors\[0\]/,
  ],
  [
    'extensions that are a list',
    makeGlb({ asset, materials: [{ extensions: [] }] }),
    /materials\[0\]\.extensions/,
  ],
  [
    'an extension that is nothing',
    makeGlb({ asset, textures: [{ extensions: { X: null } }] }),
    /textures\[0\]\.extensions\.X/,
  ],
  ['deeper than anyone builds', makeGlb(nest(100_002)), /deep/],
];

describe('a bad file', () => {
  for (const [what, bytes, says] of table) {
    it(`with ${what} is refused with the place`, () => {
      const file = bytes[0] === 0x67 ? 'bad.glb' : 'bad.gltf';
      let error: unknown;
      try {
        readGltf(bytes, file);
      } catch (thrown) {
        error = thrown;
      }
      expect(error).toBeInstanceOf(RenquilError);
      expect((error as RenquilError).message).toMatch(says);
    });
  }
});

describe('an odd but good file', () => {
  const names = (bytes: Uint8Array) => [...readGltf(bytes, 'odd.glb').scene.walk()].map((o) => o.name);
  it('may have no nodes', () => expect(names(makeGlb({ asset }))).toEqual([]));
  it('may have no scenes', () =>
    expect(names(makeGlb({ asset, nodes: [{ name: 'a', children: [1] }, { name: 'b' }] }))).toEqual([
      'a',
      'b',
    ]));
  it('may have nodes in no scene: they are shown, nothing is lost', () =>
    expect(
      names(makeGlb({ asset, scenes: [{ nodes: [0] }], nodes: [{ name: 'a' }, { name: 'b' }] })),
    ).toEqual(['a', 'b']));
  it('may have names of any length and sort', () => {
    const odd = ['', '   ', 'x'.repeat(300), '🐐', 'شجرة', 'a\u0000b', '<b>', '../..'];
    expect(names(nodesGlb(odd))).toEqual(odd);
  });
  it('may be a chain ten thousand deep', () =>
    expect(readGltf(makeGlb(nest(10_000)), 'deep.glb').scene.size).toBe(10_000));
  it('may begin with a byte order mark, which a rename leaves', () => {
    const bom = (name: string) => new Uint8Array([0xef, 0xbb, 0xbf, ...text({ asset, nodes: [{ name }] })]);
    const { scene, source } = readGltf(bom('a'), 'bom.gltf');
    applyChange(scene, { label: '', edits: [{ kind: 'rename', object: 1, from: 'a', to: 'b' }] });
    expect(writeGltf(source, scene)).toEqual(bom('b'));
  });
  it('may list a root twice', () => {
    const bytes = makeGlb({ asset, scenes: [{ nodes: [0, 0] }], nodes: [{ name: 'a' }] });
    const { scene, source } = readGltf(bytes, 'odd.glb');
    expect(writeGltf(source, scene)).toBe(source.bytes);
  });
  it('may point at things far beyond its lists where nothing of ours reads, also when something goes', () => {
    const textures = [{ sampler: 2 ** 31, source: 2 ** 40 }];
    const json = { asset, extensionsUsed: ['EXAMPLE_x'], nodes: [{}, {}], textures, materials: [{}] };
    const { scene, source } = readGltf(makeGlb(json), 'odd.glb');
    expect(readGltf(writeGltf(source, scene, { without: new Set([1]) }), 'odd.glb').scene.size).toBe(1);
  });
  it('may have a view into a buffer that is only a length: its shape is not looked into', () => {
    const fallback = { byteLength: 36, extensions: { EXT_meshopt_compression: { fallback: true } } };
    const accessors = [{ bufferView: 0, componentType: 5126, count: 3, type: 'VEC3' }];
    const mesh = { primitives: [{ attributes: { POSITION: 0 } }] };
    const bufferViews = [{ buffer: 1, byteLength: 36 }];
    const buffers = [{ byteLength: 4 }, fallback];
    const json = { asset, nodes: [{ mesh: 0 }], meshes: [mesh], accessors, bufferViews, buffers };
    const { scene, source } = readGltf(makeGlb(json, new Uint8Array(4)), 'odd.glb');
    expect([scene.shapes[0]!.fixed, scene.shapes[0]!.digest]).toEqual(['packed', undefined]);
    expect(decodeShape(source.json, source.buffers, 0)).toBeNull();
  });
  for (const uri of ['https://example.org/a.png', '../a.png', 'file:///a.png', 'gone.png'])
    it(`may lack a picture (${uri}): it is named, and stays in the file`, () => {
      const bytes = makeGlb({ asset, nodes: [{}], images: [{ uri }] });
      const { scene, source } = readGltf(bytes, 'odd.glb');
      expect(source.lacking).toEqual([{ place: 'images[0].uri', uri }]);
      expect(writeGltf(source, scene)).toBe(source.bytes);
    });
});
