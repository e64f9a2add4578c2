import { readFileSync } from 'node:fs';
import { applyChange } from '@renquil/core/edits';
import { planRename } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import { zipSync } from 'fflate';
import { openScene } from '../scene-file.js';

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const body = (library: string, scene: string): Uint8Array =>
  utf8(
    `<COLLADA xmlns="http://www.collada.org/2005/11/COLLADASchema" version="1.4.1"><library_nodes>${library}</library_nodes><library_visual_scenes><visual_scene id="s">${scene}</visual_scene></library_visual_scenes></COLLADA>`,
  );
const lines = (scene: Scene): string[] =>
  [...scene.walk()].map(({ id, name, held }) => {
    const from = held && 'object' in held ? ` = ${held.object}` : '';
    return `${id} ${'.'.repeat([...scene.ancestors(id)].length)}${name}${from}`;
  });
const lamp = '<node id="lamp"><translate>0 2 0</translate><node id="bulb"/></node>';
const twice = body(
  lamp,
  '<node id="a"><instance_node url="#lamp"/></node><node id="b"><translate>5 0 0</translate><instance_node url="#lamp"/></node><node id="c"><instance_node url="#b"/></node>',
);

describe('nodes of COLLADA that stand there again', () => {
  it('are objects each time, called as where they stand first, at their places', () => {
    const { scene } = openScene(twice, 'a.dae');
    expect(lines(scene)).toEqual([
      ...['1 a', '4 .lamp', '7 ..bulb', '2 b', '5 .lamp = 4', '8 ..bulb = 7'],
      ...['3 c', '6 .b = 2', '9 ..lamp = 4', '10 ...bulb = 7'],
    ]);
    expect(scene.world(10).slice(12, 15)).toEqual([5, 2, 0]);
  });
  it('take a name back once, where they are said', () => {
    const { scene, write } = openScene(twice, 'a.dae');
    applyChange(scene, { label: '', edits: planRename(scene, new Map([[4, 'lamp_grp']])) });
    const out = new TextDecoder().decode(write(scene).bytes);
    expect(out).toBe(new TextDecoder().decode(twice).replace('id="lamp"', 'name="lamp_grp" id="lamp"'));
    expect(
      [...openScene(utf8(out), 'a.dae').scene.walk()].filter(({ name }) => name === 'lamp_grp').length,
    ).toBe(3);
  });
  it('end where one stands within itself, however often', () => {
    const ring =
      '<node id="x"><instance_node url="#y"/></node><node id="y"><instance_node url="#x"/><instance_node url="#y"/></node>';
    expect(openScene(body('', ring), 'a.dae').scene.size).toBeLessThan(8);
    const deep = Array.from(
      { length: 30 },
      (_, i) => `<node id="n${i}">${`<instance_node url="#n${i + 1}"/>`.repeat(4)}</node>`,
    ).join('');
    expect(
      openScene(body(`${deep}<node id="n30"/>`, '<node id="r"><instance_node url="#n0"/></node>'), 'a.dae')
        .scene.size,
    ).toBeLessThan(200_100);
  });
  it('of a file that Debian tests with stand there', () => {
    const file = new Uint8Array(readFileSync('/usr/share/assimp/models/Collada/teapot_instancenodes.DAE'));
    const { scene } = openScene(file, 'teapots.dae');
    const worn = [...scene.walk()].filter(({ shape }) => shape !== null);
    expect(worn.length).toBe(2);
    expect(worn[0]!.shape).toBe(worn[1]!.shape);
    expect(worn.filter(({ held }) => held).length).toBe(1);
  });
});

describe('a package of COLLADA', () => {
  const folder = '/usr/share/assimp/models/Collada/';
  for (const name of ['duck.zae', 'duck_nomanifest.zae'])
    it(`that Debian tests with is the file in it: ${name}`, () => {
      const bytes = new Uint8Array(readFileSync(folder + name));
      const { kind, scene, write } = openScene(bytes, name);
      expect(kind).toBe('collada');
      const faces = scene.shapes.reduce((sum, shape) => sum + shape.faces, 0);
      expect(faces).toBeGreaterThan(4000);
      expect(write(scene).bytes).toBe(bytes);
      applyChange(scene, { label: '', edits: planRename(scene, new Map([[1, 'duck001_grp']])) });
      const again = openScene(write(scene).bytes, name);
      expect([...again.scene.walk()][0]!.name).toBe('duck001_grp');
    });
  it('is refused with its place', () => {
    expect(() => openScene(utf8('PK nothing'), 'a.zae')).toThrowError(/a\.zae.*cannot be opened as a \.zip/);
    expect(() => openScene(zipSync({ 'a.txt': utf8('x') }), 'a.zae')).toThrowError(
      /no \.dae is in this package/,
    );
    expect(() => openScene(zipSync({ 'a.dae': utf8('<COLLADA><a></COLLADA>') }), 'a.zae')).toThrowError(
      /a\.zae\[a\.dae\]/,
    );
  });
});
