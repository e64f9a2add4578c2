import { readFileSync } from 'node:fs';
import validator from 'gltf-validator';
import { transformPoint, type Vec3 } from '@renquil/core/math';
import { type XmlElement } from '@rgrove/parse-xml';
import { readFloats } from '../gltf/decode-shape.js';
import { packGlb } from '../gltf/write-gltf.js';
import { openScene, type OpenedScene } from '../scene-file.js';
import { matrixOf } from './collada-numbers.js';
import { element, XmlFile } from './xml-file.js';

const folder = '/usr/share/assimp/models/Collada/';
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const source = (id: string, numbers: string, stride = 1): string =>
  `<source id="${id}"><float_array id="${id}a">${numbers}</float_array><technique_common><accessor source="#${id}a" stride="${stride}"/></technique_common></source>`;
const sampler = (id: string, times: string, values: string, stride = 1): string =>
  `${source(`${id}i`, times)}${source(`${id}o`, values, stride)}<sampler id="${id}"><input semantic="INPUT" source="#${id}i"/><input semantic="OUTPUT" source="#${id}o"/></sampler>`;
const scene = (animations: string, node: string): OpenedScene =>
  openScene(
    utf8(
      `<COLLADA version="1.4.1"><library_animations>${animations}</library_animations><library_visual_scenes><visual_scene id="s">${node}</visual_scene></library_visual_scenes><scene><instance_visual_scene url="#s"/></scene></COLLADA>`,
    ),
    'a.dae',
  );
const door =
  '<node id="door"><translate sid="t">1 0 0</translate><rotate sid="r">0 0 1 0</rotate></node><node id="post"/>';
/** The keys of the first node, by what they move. */
function keysOf({ source: { json, buffers } }: OpenedScene): Record<string, number[][]> {
  const out: Record<string, number[][]> = {};
  for (const { channels, samplers } of json.animations ?? [])
    for (const { sampler: at, target } of channels) {
      const { input, output } = samplers[at]! as { input: number; output: number };
      const [times, values] = [readFloats(json, buffers, input)!, readFloats(json, buffers, output)!];
      const by = values.length / times.length;
      out[target.path] = [...times].map((time, i) => [time, ...values.subarray(i * by, i * by + by)]);
    }
  return out;
}
const rounded = (rows: number[][] | undefined): number[][] | undefined =>
  rows?.map((row) => row.map((n) => Number(n.toFixed(4)) || 0));

describe('what moves in a COLLADA file', () => {
  it('by one number of a transform has keys, and more of them where it turns far', () => {
    const opened = scene(
      `<animation><animation>${sampler('s1', '0 2', '0 180')}<channel source="#s1" target="door/r.ANGLE"/></animation></animation>`,
      door,
    );
    expect([...opened.scene.animated]).toEqual([1]);
    expect(opened.note).toBe('');
    const { rotation } = keysOf(opened);
    expect(rotation!.length).toBe(7);
    expect(rounded(rotation)![3]).toEqual([1, 0, 0, 0.7071, 0.7071]);
    expect(rounded(rotation)![6]).toEqual([2, 0, 0, 1, 0]);
  });
  it('by several has the keys of all, each straight from its own key to the next', () => {
    const opened = scene(
      `<animation>${sampler('s1', '0 4', '1 5')}<channel source="#s1" target="door/t.X"/>${sampler('s2', '1 2', '0 3')}<channel source="#s2" target="door/t(1)"/></animation>`,
      door,
    );
    expect(keysOf(opened)['translation']).toEqual([
      [0, 1, 0, 0],
      [1, 2, 0, 0],
      [2, 3, 3, 0],
      [4, 5, 3, 0],
    ]);
  });
  it('as a whole transform, and by what is not read, is told apart', () => {
    const other =
      '<channel source="#s1" target="door/weights"/><channel source="#none" target="door/t"/><channel source="#s1" target="door/t.ANGLE"/><channel source="#s1" target="gone/t"/>';
    const opened = scene(
      `<animation>${sampler('s1', '0 1', '0 0 0 0 5 0', 3)}<channel source="#s1" target="door/t"/>${other}</animation>`,
      door,
    );
    expect(keysOf(opened)['translation']!.at(-1)).toEqual([1, 0, 5, 0]);
    expect(opened.note).toBe('Carried, not read: 4 of its channels of animation');
    const falls = `<animation>${sampler('s1', '1 0', '0 1')}<channel source="#s1" target="door/t.X"/></animation>`;
    expect(scene(falls, door).scene.animated.size).toBe(0);
  });
  it('is in metres with Y up, whatever the file has, and the same wherever a node stands again', () => {
    const text = (asset: string): string =>
      `<COLLADA version="1.4.1"><asset>${asset}</asset><library_animations><animation>${sampler('s1', '0 1', '0 0 100 0 0 300', 3)}<channel source="#s1" target="lift/t"/></animation></library_animations><library_visual_scenes><visual_scene id="s"><node id="lift"><translate sid="t">0 0 100</translate></node><node><instance_node url="#lift"/></node></visual_scene></library_visual_scenes><scene><instance_visual_scene url="#s"/></scene></COLLADA>`;
    const last = (asset: string): number[][] | undefined =>
      rounded(keysOf(openScene(utf8(text(asset)), 'a.dae'))['translation']);
    expect(last('<unit meter="0.01"/><up_axis>Z_UP</up_axis>')).toEqual([
      [0, 0, 1, 0],
      [1, 0, 3, 0],
    ]);
    expect(last('<up_axis>Y_UP</up_axis>')!.at(-1)).toEqual([1, 0, 0, 300]);
    const again = openScene(utf8(text('<up_axis>X_UP</up_axis>')), 'a.dae').scene;
    expect([...again.animated]).toEqual([1, 3]);
  });
  it('has a bound where many channels share long times', () => {
    const count = 900;
    const times = Array.from({ length: 20_000 }, (_, i) => i).join(' ');
    const node = `<node id="a">${Array.from({ length: count }, (_, i) => `<translate sid="t${i}">0 0 0</translate>`).join('')}</node>`;
    const channels = Array.from({ length: count }, (_, i) => `<channel source="#s1" target="a/t${i}.X"/>`);
    const opened = scene(`<animation>${sampler('s1', times, times)}${channels.join('')}</animation>`, node);
    expect(opened.scene.animated.size).toBe(0);
    expect(opened.scene.size).toBe(1);
  });
  for (const [name, moving, left] of [
    ['box_nested_animation.dae', 1, ''],
    // Six joints in two clips.
    ['library_animation_clips.dae', 6, 'Carried, not read: 6 of its channels of animation'],
  ] as const)
    it(`of ${name} is glTF that the Khronos validator takes`, async () => {
      const opened = openScene(readFileSync(folder + name), name);
      expect(opened.scene.animated.size).toBe(moving);
      expect(opened.note).toBe(left);
      const report = (await validator.validateBytes(packGlb(opened.source))) as {
        issues: { numErrors: number };
      };
      expect(report.issues.numErrors).toBe(0);
    });
});

describe('a skew of COLLADA', () => {
  const moved = (skew: string, p: Vec3): Vec3 => {
    const xml = new XmlFile(utf8(`<COLLADA><node><skew>${skew}</skew></node></COLLADA>`), 'a.dae');
    return transformPoint(matrixOf(element(xml.root, 'node') as XmlElement), p);
  };
  const near = (got: Vec3, wanted: Vec3): void =>
    got.forEach((n, at) => expect(n).toBeCloseTo(wanted[at]!, 9));
  it('of the standard, 45 degrees about Y along X, moves what is high along X', () => {
    near(moved('45 0 1 0 1 0 0', [0, 1, 0]), [1, 1, 0]);
    near(moved('45 0 1 0 1 0 0', [3, 2, 5]), [5, 2, 5]);
  });
  it('of axes that are not square turns the first by its angle, and leaves the second', () => {
    const [x, y] = moved('20 1 0 0 1 1 0', [1, 0, 0]);
    expect((Math.atan2(y, x) * 180) / Math.PI).toBeCloseTo(20, 9);
    expect(x - y).toBeCloseTo(1, 9);
    near(moved('20 1 0 0 1 1 0', [2, 2, 0]), [2, 2, 0]);
  });
  it('that cannot be is none', () => {
    for (const bad of ['45 0 0 0 1 0 0', '45 1 0 0 2 0 0', '95 0 1 0 1 0 0', '45 0 1'])
      near(moved(bad, [1, 2, 3]), [1, 2, 3]);
  });
});
