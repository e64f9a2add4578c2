import { readFileSync } from 'node:fs';
import { BVHLoader } from 'three/addons/loaders/BVHLoader.js';
import validator from 'gltf-validator';
import { applyChange, type Edit } from '@renquil/core/edits';
import type { Scene } from '@renquil/core/scene';
import { readFloats } from '../gltf/decode-shape.js';
import type { GltfSource } from '../gltf/gltf-source.js';
import { openScene } from '../scene-file.js';

const debian = '/usr/share/assimp/models/BVH/';
const files = ['01_01.bvh', '01_03.bvh', 'Boxing_Toes.bvh'];
const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
const bones = (bytes: Uint8Array): string[] =>
  new BVHLoader()
    .parse(new TextDecoder().decode(bytes))
    .skeleton.bones.map(({ name }) => name)
    .filter((name) => name !== 'ENDSITE');
/** Keys of the first node. */
function keys({ json, buffers }: GltfSource, path: string): number[] {
  const { animations } = json as unknown as {
    animations: {
      channels: { sampler: number; target: { node: number; path: string } }[];
      samplers: { output: number }[];
    }[];
  };
  const { channels, samplers } = animations[0]!;
  const { sampler } = channels.find(({ target }) => target.node === 0 && target.path === path)!;
  return [...readFloats(json, buffers, samplers[sampler]!.output)!];
}
const rename = (scene: Scene, to: (name: string, id: number) => string): void => {
  const edits: Edit[] = [...scene.walk()].map(({ id, name }) => ({
    ...{ kind: 'rename', object: id, from: name, to: to(name, id) },
  }));
  expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
};

describe('a BVH file', () => {
  for (const name of files) {
    const bytes = new Uint8Array(readFileSync(debian + name));
    it(`of Debian opens as three reads it, and takes its names back: ${name}`, async () => {
      const opened = openScene(bytes, name);
      const { scene } = opened;
      expect(opened.kind).toBe('bvh');
      expect([...scene.walk()].map((one) => one.name).sort()).toEqual(bones(bytes).sort());
      expect([...scene.walk()].every(({ kind }) => kind === 'joint')).toBeTrue();
      expect(opened.write(scene).bytes).toBe(bytes);
      const report = (await validator.validateBytes(opened.source.bytes)) as {
        issues: { numErrors: number };
      };
      expect(report.issues.numErrors).toBe(0);
      const before = bones(bytes);
      rename(scene, (one) => `zq_${one}`);
      const out = opened.write(scene);
      expect(bones(out.bytes)).toEqual(before.map((one) => `zq_${one}`));
      expect(new TextDecoder().decode(out.bytes).replaceAll('zq_', '')).toBe(new TextDecoder().decode(bytes));
      expect(out.left).toEqual({});
    });
  }
  const text =
    'HIERARCHY\nROOT Hips\n{\n OFFSET 1 90 0\n CHANNELS 6 Xposition Yposition Zposition Zrotation Xrotation Yrotation\n JOINT Chest\n {\n  OFFSET 0 20 0\n  CHANNELS 3 Zrotation Xrotation Yrotation\n  End Site\n  {\n   OFFSET 0 10 0\n  }\n }\n}\nMOTION\nFrames: 2\nFrame Time: 0.5\n0 90 0 0 0 0 0 0 0\n10 90 0 90 0 0 0 0 45\n';
  it('stands and moves as three moves it', () => {
    const { source, scene } = openScene(utf8(text), 'a.bvh');
    expect([...scene.world(2).slice(12, 15)].map((n) => Number(n.toFixed(6)))).toEqual([0.01, 1.1, 0]);
    expect(scene.animated.size).toBe(2);
    const ours = keys(source, 'rotation').slice(4);
    const { clip } = new BVHLoader().parse(text);
    const track = (what: string): number[] => [
      ...clip.tracks.find(({ name }) => name.includes('Hips') && name.endsWith(what))!.values,
    ];
    const rounded = (list: readonly number[]): string[] => list.map((n) => Math.abs(n).toFixed(4));
    expect(rounded(ours)).toEqual(rounded(track('quaternion').slice(4)));
    expect(rounded(keys(source, 'translation').slice(3))).toEqual(
      rounded(
        track('position')
          .slice(3)
          .map((n) => n / 100),
      ),
    );
  });
  it('is read with a brace behind a name, and a line of a million spaces ends in words, not in a search', () => {
    const long = `a${' '.repeat(1000)}b`;
    const odd = text.replace('JOINT Chest\n {', `JOINT  ${long}\t{`);
    expect(openScene(utf8(odd), 'a.bvh').scene.get(2).name).toBe(long);
    const endless = odd.replace(long, `a${' '.repeat(1_000_000)}b`);
    expect(() => openScene(utf8(endless), 'a.bvh')).toThrowError(/it has 1000002 characters/);
  });
  const refused: [string, string, RegExp][] = [
    ['a space', 'left arm', /spaces and braces/],
    ['the name of another', 'Hips', /two joints would be called/],
    ['nothing', '', /a joint has a name/],
  ];
  for (const [what, name, says] of refused)
    it(`refuses ${what} in a name`, () => {
      const opened = openScene(utf8(text), 'a.bvh');
      const edits: Edit[] = [{ kind: 'rename', object: 2, from: 'Chest', to: name }];
      applyChange(opened.scene, { label: '', edits });
      expect(() => opened.write(opened.scene)).toThrowError(says);
    });
  const bad: [string, string, RegExp][] = [
    ['no hierarchy', 'MOTION', /line 1: the first word is not/],
    ['an open brace', 'HIERARCHY\nROOT a\n{\nMOTION', /line 4: a brace is not closed/],
    ['a joint without a name', 'HIERARCHY\nROOT\n{\n}', /line 2: a joint has no name/],
    ['a word that is none', text.replace('OFFSET 0 20', 'TURN 0 20'), /line 8: "TURN" is no word/],
    ['channels that are none', text.replace('CHANNELS 3 Z', 'CHANNELS 3 W'), /these are no channels/],
    ['fewer frames than it says', text.replace('Frames: 2', 'Frames: 3'), /it says 3 frames and has 2/],
    ['a frame that is no number', text.replace('10 90', '10 x90'), /line 20: "x90" is no number of a frame/],
    ['a million frames of nothing', text.replace('Frames: 2', 'Frames: 900000000'), /frames and has/],
  ];
  for (const [what, bytes, says] of bad)
    it(`refuses ${what} with its line`, () =>
      expect(() => openScene(utf8(bytes), 'a.bvh')).toThrowError(says));
});
