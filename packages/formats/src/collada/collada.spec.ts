import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { applyChange, type Edit } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { planRemove, planRename } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import { neededFiles } from '../needed-files.js';
import { openScene } from '../scene-file.js';
import { stuckNames } from '../name-rules.js';

const folder = '/usr/share/assimp/models/Collada/';
/** Debian's test models: files nobody here made. */
const models = readdirSync(folder)
  .filter((name) => /\.dae$/i.test(name))
  .map((name) => ({ name, bytes: new Uint8Array(readFileSync(folder + name)) }));
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const renamed = (scene: Scene, to: (name: string, id: number) => string): Scene => {
  const edits: Edit[] = [
    ...planRename(scene, new Map([...scene.walk()].map(({ id, name }) => [id, to(name, id)]))),
    ...scene.materials.map(({ name }, index): Edit => ({
      kind: 'rename-thing',
      thing: 'material',
      index,
      from: name,
      to: `m${index}`,
    })),
  ];
  expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
  return scene;
};
const nodes = (scene: Scene): string[] => [...scene.walk()].map(({ name }) => name);

describe('a COLLADA file', () => {
  it('of those that Debian tests with opens, and is the very bytes when nothing changed', () => {
    let objects = 0;
    let faces = 0;
    for (const { name, bytes } of models) {
      const { kind, scene, write } = openScene(bytes, name);
      expect([kind, write(scene).bytes])
        .withContext(name)
        .toEqual(['collada', bytes]);
      objects += scene.size;
      faces += scene.shapes.reduce((sum, shape) => sum + shape.faces, 0);
    }
    expect(models.length).toBeGreaterThan(20);
    expect(objects).toBeGreaterThan(60);
    expect(faces).toBeGreaterThan(20_000);
  });
  it('takes names back, and nothing else of it changes, as a validator that is not ours sees it too', () => {
    const temporary = mkdtempSync(join(tmpdir(), 'renquil-collada-'));
    /** What is wrong with a file, without its own path. */
    const said = (bytes: Uint8Array): string => {
      const path = join(temporary, 'a.dae');
      writeFileSync(path, bytes);
      const { stdout, stderr, status, error } = spawnSync('opencolladavalidator', [path], {
        encoding: 'utf8',
      });
      if (error) throw error;
      return `${status} ${`${stdout}${stderr}`.replace(/:\d+:?/g, ':')}`;
    };
    for (const { name, bytes } of models) {
      const opened = openScene(bytes, name);
      renamed(opened.scene, (_, id) => `n${id}_<&>"'`);
      const out = opened.write(opened.scene);
      const again = openScene(out.bytes, name);
      expect(nodes(again.scene)).withContext(name).toEqual(nodes(opened.scene));
      expect(again.scene.materials.map((one) => one.name))
        .withContext(name)
        .toEqual(opened.scene.materials.map((one) => one.name));
      expect(out.left).toEqual({});
      expect(said(out.bytes).split('\n').length).withContext(name).toBe(said(bytes).split('\n').length);
      // Back again it is what it was, but for names that stood there only as ids.
      const back = openScene(bytes, name).scene;
      const names = new Map([...back.walk()].map((one) => [one.id, one.name]));
      const edits: Edit[] = [...again.scene.walk()].map((one) => ({
        ...{ kind: 'rename', object: one.id, from: one.name, to: names.get(one.id)! },
      }));
      expect(applyChange(again.scene, { label: '', edits }).ok).toBeTrue();
      expect(again.write(again.scene).bytes.length).withContext(name).toBeGreaterThan(0);
    }
    rmSync(temporary, { recursive: true });
  }, 120_000);
  const cube = (
    body: string,
    asset = '<unit meter="0.01"/><up_axis>Z_UP</up_axis>',
    mark = '<?xml version="1.0"?>\r\n',
  ): string =>
    `${mark}<COLLADA version="1.4.1"><asset>${asset}</asset><library_geometries><geometry id="g" name="tri"><mesh><source id="p"><float_array id="pa" count="12">0 0 0 100 0 0 100 100 0 0 100 0</float_array><technique_common><accessor source="#pa" count="4" stride="3"/></technique_common></source><vertices id="v"><input semantic="POSITION" source="#p"/></vertices><polylist count="1" material="s"><input semantic="VERTEX" source="#v" offset="0"/><vcount>4</vcount><p>0 1 2 3</p></polylist></mesh></geometry></library_geometries><library_effects><effect id="e"><profile_COMMON><technique sid="t"><lambert><diffuse><color>1 0.5 0 1</color></diffuse></lambert></technique></profile_COMMON></effect></library_effects><library_materials><material id="m" name="Oak"><instance_effect url="#e"/></material></library_materials><library_visual_scenes><visual_scene id="s">${body}</visual_scene></library_visual_scenes><scene><instance_visual_scene url="#s"/></scene></COLLADA>`;
  const drawn =
    '<instance_geometry url="#g"><bind_material><technique_common><instance_material symbol="s" target="#m"/></technique_common></bind_material></instance_geometry>';
  const text = cube(
    `<node id="a"\n name='top &amp; "x"' ><translate>0 0 100</translate><rotate>0 0 1 90</rotate><node id="b">${drawn}</node><node id="c" type="JOINT" name="hip"/></node>`,
  );
  it('is read in metres with Y up, with its materials, joints and shapes', () => {
    const { scene } = openScene(utf8(text), 'a.dae');
    expect(nodes(scene)).toEqual(['top & "x"', 'b', 'hip']);
    expect([...scene.walk()].map(({ kind }) => kind)).toEqual(['group', 'mesh', 'joint']);
    const m = scene.world(2);
    // A point 1 m along X turns to -Z where Z was up, and stands 1 m high.
    expect([m[0]! + m[12]!, m[1]! + m[13]!, m[2]! + m[14]!].map((n) => Number(n.toFixed(6)))).toEqual([
      0, 1, -1,
    ]);
    expect(scene.materials[0]).toEqual(jasmine.objectContaining({ name: 'Oak', colour: [1, 0.5, 0, 1] }));
    expect(scene.shapes[0]).toEqual(jasmine.objectContaining({ name: 'tri', faces: 2 }));
  });
  it('gets a name where it had only an id, and keeps quotes, line ends and spaces', () => {
    const opened = openScene(utf8(text), 'a.dae');
    applyChange(opened.scene, {
      label: '',
      edits: [
        { kind: 'rename', object: 1, from: 'top & "x"', to: "it's <1>" },
        { kind: 'rename', object: 2, from: 'b', to: 'Größe' },
      ],
    });
    expect(new TextDecoder().decode(opened.write(opened.scene).bytes)).toBe(
      text
        .replace(`'top &amp; "x"'`, `'it&apos;s &lt;1&gt;'`)
        .replace('<node id="b">', '<node name="Größe" id="b">'),
    );
  });
  it('says what is not in it', () => {
    const opened = openScene(utf8(text), 'a.dae');
    applyChange(opened.scene, { label: '', edits: planRemove(opened.scene, [2]) });
    expect(opened.write(opened.scene).left).toEqual({ remove: 1 });
    const more = text.replace(
      '<library_effects>',
      '<library_animations><animation><channel source="#none" target="b/w"/></animation></library_animations><library_effects>',
    );
    expect(openScene(utf8(more), 'a.dae').note).toBe('Carried, not read: 1 of its channels of animation');
  });
  it('in UTF-16 and in one byte a letter stays so, and refuses letters that it has not', () => {
    const wide = new Uint8Array(2 * text.length + 2);
    wide.set([0xff, 0xfe]);
    for (let i = 0; i < text.length; i++) wide[2 + 2 * i] = text.charCodeAt(i);
    const opened = openScene(wide, 'a.dae');
    applyChange(opened.scene, { label: '', edits: [{ kind: 'rename', object: 2, from: 'b', to: 'Ω' }] });
    const out = opened.write(opened.scene).bytes;
    expect(new TextDecoder('utf-16le').decode(out)).toContain('<node name="Ω" id="b">');
    const narrow = Uint8Array.from([...text.replace('hip', 'Hüfte')].map((letter) => letter.charCodeAt(0)));
    const one = openScene(narrow, 'a.dae');
    expect(nodes(one.scene)).toContain('Hüfte');
    applyChange(one.scene, { label: '', edits: [{ kind: 'rename', object: 2, from: 'b', to: 'Ω' }] });
    expect(() => one.write(one.scene)).toThrowError(/letters that the encoding of this file does not have/);
  });
  it('of 250,000 nodes side by side opens', () => {
    const many = cube('<node/>'.repeat(250_000));
    expect(openScene(utf8(many), 'a.dae').scene.size).toBe(250_000);
  });
  it('is told from what only begins like one, however many remarks stand before it', () => {
    const remarks = '<!---->'.repeat(1100);
    expect(openScene(utf8(`${remarks}${text.replace(/^<\?.*\?>\s*/, '')}`), 'a.txt').kind).toBe('collada');
    expect(() => openScene(utf8(`${remarks}<svg/>`), 'a.txt')).toThrowError(/cannot read a\.txt/);
  });
  const faults: [string, RegExp][] = [
    ['a  b', /spaces off/],
    [' a', /spaces off/],
    ['a\u0007', /control characters/],
  ];
  for (const [name, says] of faults)
    it(`refuses a name that XML does not bring back: ${JSON.stringify(name)}`, () => {
      const opened = openScene(utf8(text), 'a.dae');
      applyChange(opened.scene, { label: '', edits: [{ kind: 'rename', object: 2, from: 'b', to: name }] });
      expect(() => opened.write(opened.scene)).toThrowError(says);
      expect(stuckNames('collada', opened.scene).count).toBe(1);
    });
  const bad: [string, string, RegExp][] = [
    ['an open tag', '<COLLADA><asset></COLLADA>', /a\.dae, line 1, column \d+: /],
    ['another root', '<?xml version="1.0"?><svg/>', /its root is "svg"/],
    ['nothing', ' ', /a\.dae, line/],
    ['elements a hundred thousand deep', `<COLLADA>${'<node>'.repeat(100_000)}`, /too deep|line/],
  ];
  for (const [what, bytes, says] of bad)
    it(`refuses ${what} with its place`, () => {
      let error: unknown;
      try {
        openScene(utf8(bytes), 'a.dae');
      } catch (caught) {
        error = caught;
      }
      expect(error).toBeInstanceOf(RenquilError);
      expect((error as Error).message).toMatch(says);
    });
  it('wears the picture of its effect, corners where they lie in it', () => {
    const source = (id: string, numbers: string, stride: number): string =>
      `<source id="${id}"><float_array id="${id}a" count="1">${numbers}</float_array><technique_common><accessor source="#${id}a" count="3" stride="${stride}"/></technique_common></source>`;
    const body = utf8(`<COLLADA xmlns="http://www.collada.org/2005/11/COLLADASchema" version="1.4.1">
<library_images><image id="i"><init_from>pics/a%20b.png</init_from></image><image id="gone"><init_from>c.tga</init_from></image></library_images>
<library_effects><effect id="e"><profile_COMMON><newparam sid="s"><surface type="2D"><init_from>i</init_from></surface></newparam><newparam sid="t"><sampler2D><source>s</source></sampler2D></newparam><technique sid="x"><lambert><diffuse><texture texture="t" texcoord="UV"/></diffuse></lambert></technique></profile_COMMON></effect></library_effects>
<library_materials><material id="m" name="wood"><instance_effect url="#e"/></material></library_materials>
<library_geometries><geometry id="g"><mesh>${source('p', '0 0 0 1 0 0 0 1 0', 3)}${source('u', '0 0 1 0 0 1', 2)}<vertices id="v"><input semantic="POSITION" source="#p"/></vertices>
<triangles count="2" material="w"><input semantic="TEXCOORD" source="#u" offset="1" set="0"/><input semantic="VERTEX" source="#v" offset="0"/><p>0 0 1 1 2 2 0 1 1 1 2 2</p></triangles></mesh></geometry></library_geometries>
<library_visual_scenes><visual_scene id="a"><node id="n"><instance_geometry url="#g"><bind_material><technique_common><instance_material symbol="w" target="#m"/></technique_common></bind_material></instance_geometry></node></visual_scene></library_visual_scenes></COLLADA>`);
    const png = Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 9]);
    const { source: made, note } = openScene(body, 'a.dae', (path) => (path === 'pics/a b.png' ? png : null));
    expect<unknown>(made.json.materials![0]!.pbrMetallicRoughness).toEqual({
      baseColorFactor: [1, 1, 1, 1],
      baseColorTexture: { index: 0 },
    });
    const { bufferView, count } =
      made.json.accessors![made.json.meshes![0]!.primitives[0]!.attributes['TEXCOORD_0']!]!;
    const { byteOffset = 0 } = made.json.bufferViews![bufferView!]!;
    // The first point lies in two places, so it stands twice.
    expect([...new Float32Array(made.buffers[0]!.slice(byteOffset, byteOffset + count * 8).buffer)]).toEqual([
      ...[0, 1, 1, 1, 0, 0, 1, 1],
    ]);
    expect(note).toContain('1 of its images');
    expect(neededFiles('collada', body)).toEqual(['pics/a b.png', 'c.tga']);
  });
});
