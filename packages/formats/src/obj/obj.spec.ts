import { openSnapshot, takeSnapshot, type Scene } from '@renquil/core/scene';
import { outlineOf } from '@renquil/core/testing';
import { allNeededFiles } from '../needed-files.js';
import { openScene, writeScene } from '../scene-file.js';
import { saidOfLeft } from '../written-scene.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const text = (bytes: Uint8Array): string => new TextDecoder().decode(bytes);
const points = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\n';
const open = (body: string): Scene => openScene(utf8(points + body), 'a.obj').scene;
const outline = (body: string): string => outlineOf(open(body)).trim();
/** The file after an edit of the scene, without its points. */
function edited(body: string, edit: (scene: Scene) => void): string {
  const { scene } = openScene(utf8(points + body), 'a.obj');
  edit(scene);
  return text(writeScene(utf8(points + body), 'a.obj', scene).bytes).slice(points.length);
}
const rename =
  (id: number, name: string) =>
  (scene: Scene): void =>
    scene.patch(id, { name });

describe('OBJ', () => {
  for (const [what, body, tree] of [
    ['objects', 'o a\nf 1 2 3\no b\nf 1 2 4', 'a : mesh\nb : mesh'],
    ['groups where there are no objects', 'g a\nf 1 2 3\ng b\nl 1 2', 'a : mesh\nb : control'],
    ['groups below an object', 'o a\ng x\nf 1 2 3\ng y\nf 1 2 4', 'a\n  x : mesh\n  y : mesh'],
    ['a group that comes again', 'g a\nf 1 2 3\ng b\nf 1 2 4\ng a\nf 2 3 4', 'a : mesh\nb : mesh'],
    ['no group that draws nothing', 'g off\no a\nf 1 2 3\ng default\nf 1 2 4', 'a : mesh'],
    ['several groups at once as one name', 'g tyre rubber\nf 1 2 3', 'tyre rubber : mesh'],
    ['a name that goes on in the next line', 'g tyre \\\n  rubber\nf 1 2 3', 'tyre rubber : mesh'],
    ['what stands before any name', 'f 1 2 3', '"" : mesh'],
    ['numbers of points from the end', 'o a\nf -1 -2 -3', 'a : mesh'],
  ] as const)
    it(`has ${what}`, () => expect(outline(body)).toBe(tree.trim()));

  it('counts faces as triangles and knows where they are', () => {
    const scene = open('o a\nf 1/1/1 2//2 3 4\nusemtl steel\nf 1 2 4');
    expect(scene.shapes[0]).toEqual(jasmine.objectContaining({ faces: 3, vertices: 4 }));
    expect(scene.shapes[0]!.bounds).toEqual({ min: [0, 0, 0], max: [1, 1, 1] });
    expect(scene.materials.map(({ name }) => name)).toEqual(['steel']);
  });
  it('takes colours from the .mtl, and says which did not come', () => {
    const body = utf8(`mtllib a.mtl b.mtl\n${points}o a\nusemtl red\nf 1 2 3`);
    const mtl = utf8('newmtl red\nKd 1 0 0\nd 0.5\n');
    const { scene, note } = openScene(body, 'a.obj', (path) => (path === 'a.mtl' ? mtl : null));
    expect(scene.materials[0]!.colour).toEqual([1, 0, 0, 0.5]);
    expect(note).toBe('Materials lie in files that did not come: b.mtl');
  });
  for (const [what, body, says] of [
    ['a point of words', 'v a b c', /line 5: "a" is no number/],
    ['a point of two numbers', 'v 1 2', /line 5: a point has three/],
    ['a corner that is no point', 'f 1 2 9', /line 5: there is no point "9" \(4 stand before it\)/],
    ['a corner 0', 'f 1 2 0', /line 5: there is no point "0"/],
    ['a face of two corners', 'g a\n\nf 1 2', /line 7: a face has three/],
  ] as const)
    it(`is refused for ${what}`, () => expect(() => open(body)).toThrowError(says));
  it('is refused when nothing in it is OBJ', () =>
    expect(() => openScene(utf8('hello\n'), 'a.obj')).toThrowError(/line 1: this is no OBJ file/));
  it('is told by its lines where its name does not say so', () =>
    expect(openScene(utf8(`# a\n${points}o x\nf 1 2 3\n`), 'a.txt').kind).toBe('obj'));

  it('is the same bytes when nothing changed', () => {
    const bytes = utf8('\ufeff# r\r\nv 0 0 0\r\nv  1 0 0 \rv 0 1 0\n\no a  \\\n b\nf 1 2 3');
    expect(writeScene(bytes, 'a.obj', openScene(bytes, 'a.obj').scene).bytes).toBe(bytes);
  });
  for (const [what, body, edit, wanted] of [
    ['a name', '#r\no  a\t\nf 1 2 3 # a', rename(1, 'b'), '#r\no  b\t\nf 1 2 3 # a'],
    [
      'a name that stands twice',
      'g a\nf 1 2 3\ng b\nf 1 2 4\ng a\nf 2 3 4',
      rename(1, 'c'),
      'g c\nf 1 2 3\ng b\nf 1 2 4\ng c\nf 2 3 4',
    ],
    ['a name of two lines', 'g tyre \\\n  rubber\nf 1 2 3', rename(1, 'tyre'), 'g tyre\nf 1 2 3'],
    ['no name', 'usemtl m\nf 1 2 3\no b\nf 1 2 4', rename(1, 'a'), 'usemtl m\no a\nf 1 2 3\no b\nf 1 2 4'],
    [
      'what was taken out',
      'o a\ns 1\nf 1 2 3\nf 1 2 4\no b\nf 1 2 4\n',
      (s: Scene) => s.remove(1),
      's 1\no b\nf 1 2 4\n',
    ],
    [
      'a material',
      'o a\nusemtl x\nf 1 2 3',
      (s: Scene) => s.renameThing('material', 0, 'y'),
      'o a\nusemtl y\nf 1 2 3',
    ],
  ] as const)
    it(`takes back ${what}`, () => expect(edited(body, edit)).toBe(wanted));
  it('wears the pictures of its materials, corners where they lie in them', () => {
    const body = utf8(
      `mtllib a.mtl\n${points}vt 0 0\nvt 1 0\nvt 0 1\no a\nusemtl red\nf 1/1 2/2 3/3\nf 1/2 2/2 3\nusemtl plain\nf 1/1 2/2 3/3`,
    );
    const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 1, 2, 3]);
    const read = (path: string): Uint8Array | null =>
      path === 'a.mtl'
        ? utf8(
            'newmtl red\nKd 0 0 0\nmap_Kd -s 2 4 -o 0.5 .\\t\\a b.png\nnewmtl plain\nKd 1 0 0\nmap_Kd gone.png',
          )
        : path === 't/a b.png'
          ? png
          : null;
    const { source } = openScene(body, 'a.obj', read);
    const { json } = source;
    // From the top: what is scaled by four grows upwards.
    const laid = { offset: [0.5, -3], rotation: 0, scale: [2, 4] };
    expect(json.extensionsUsed).toEqual(['KHR_texture_transform']);
    expect<unknown>(json.materials!.map((one) => one.pbrMetallicRoughness)).toEqual([
      {
        baseColorFactor: [1, 1, 1, 1],
        baseColorTexture: { index: 0, extensions: { KHR_texture_transform: laid } },
      },
      { baseColorFactor: [1, 0, 0, 1] },
    ]);
    const [worn, plain] = json.meshes![0]!.primitives;
    const floats = (at: number): number[] => {
      const { bufferView, count } = json.accessors![at]!;
      const { byteOffset = 0 } = json.bufferViews![bufferView!]!;
      return [...new Float32Array(source.buffers[0]!.slice(byteOffset, byteOffset + count * 8).buffer)];
    };
    // From the top: what said 0, 0 lies at 0, 1. The first point stands twice, since it lies in two places.
    expect(floats(worn!.attributes['TEXCOORD_0']!)).toEqual([0, 1, 1, 1, 0, 0, 1, 1, 0, 0]);
    expect(plain!.attributes).toEqual({ POSITION: jasmine.any(Number) });
    const view = json.bufferViews![json.images![0]!.bufferView!]!;
    expect(source.buffers[0]!.slice(view.byteOffset, view.byteOffset! + view.byteLength)).toEqual(png);
    expect(allNeededFiles('obj', body, read)).toEqual(['a.mtl', 't/a b.png', 'gone.png']);
  });
  it('renames a material in its .mtl too', () => {
    const body = utf8(`mtllib a.mtl\n${points}o a\nusemtl red\nf 1 2 3`);
    const read = (): Uint8Array => utf8('newmtl  red\nKd 1 0 0\nnewmtl blue');
    const { scene } = openScene(body, 'a.obj', read);
    scene.renameThing('material', 0, 'rust');
    const { bytes, beside } = writeScene(body, 'a.obj', scene, { read });
    expect(text(bytes)).toContain('usemtl rust');
    expect(beside.map(([path, its]) => [path, text(its)])).toEqual([
      ['a.mtl', 'newmtl  rust\nKd 1 0 0\nnewmtl blue'],
    ]);
  });
  for (const [name, says] of [
    ['L wheel', /"L wheel": readers of OBJ take a name apart/],
    ['a#b', /take a name apart/],
    ['', /has a name there/],
    ['default', /the group of all that has none/],
    ['b', /two objects would be called "b"/],
  ] as const)
    it(`refuses the name "${name}"`, () =>
      expect(() => edited('o a\nf 1 2 3\no b\nf 1 2 4', rename(1, name))).toThrowError(says));

  it('keeps the encoding of the file', () => {
    const body = `${points}o Tür\nf 1 2 3`;
    const wide = Uint8Array.from([
      0xfe,
      0xff,
      ...[...body].flatMap((c) => [c.charCodeAt(0) >> 8, c.charCodeAt(0) & 255]),
    ]);
    const narrow = Uint8Array.from([...body].map((c) => c.charCodeAt(0)));
    for (const bytes of [wide, narrow]) {
      const { scene } = openScene(bytes, 'a.obj');
      expect(scene.get(1).name).toBe('Tür');
      scene.patch(1, { name: 'Törr' });
      const made = writeScene(bytes, 'a.obj', scene).bytes;
      expect(openScene(made, 'a.obj').scene.get(1).name).toBe('Törr');
      expect(made.length - bytes.length).toBe(bytes === wide ? 2 : 1);
    }
    const { scene } = openScene(narrow, 'a.obj');
    scene.patch(1, { name: '門' });
    expect(() => writeScene(narrow, 'a.obj', scene)).toThrowError(/the encoding of this file/);
  });
  it('keeps the name of an object that was taken out from above others, and not what it drew', () =>
    expect(
      edited('o a\nf 1 2 3\ng x\nf 1 2 4\no b\nf 2 3 4\n', (s) => {
        s.reparent(2, null, 0);
        s.remove(1);
      }),
    ).toBe('o a\ng x\nf 1 2 4\no b\nf 2 3 4\n'));
  it('counts what it has no word for', () => {
    const bytes = utf8(`${points}o a\nf 1 2 3\no b\nf 1 2 4`);
    const { scene } = openScene(bytes, 'a.obj');
    scene.reparent(2, 1, 0);
    scene.patch(1, { layer: 'Set', local: { t: [1, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } });
    const written = writeScene(bytes, 'a.obj', openSnapshot(takeSnapshot(scene)));
    expect(written.left).toEqual({ move: 1, transform: 1, set: 1 });
    expect(saidOfLeft(written)).toBe(
      'Not in the file, which has no word for it: 1 move, 1 change of place, 1 layer, switch, mark or attribute. The change list has them.',
    );
  });
});
