import { Scene } from '../../scene/scene.js';
import { sceneFromOutline } from '../../testing/outline.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { readName } from '../slots/read-name.js';
import { senseOf } from '../slots/senses.js';
import { learnConvention } from './learn-convention.js';

const all = (scene: Scene) => [{ scene, objects: [...scene.walk()].map((object) => object.id) }];

describe('learning a convention', () => {
  // Another studio than Parts: type first word last, port and starboard letters, numbers of two digits apart.
  const outline = [
    'deck-GRP',
    ...[1, 2, 3, 4].flatMap((n) => [
      `  pt-rail-0${n}-MSH : mesh @4,0,${n * 4}`,
      `  sb-rail-0${n}-MSH : mesh @-4,0,${n * 4}`,
      `  plank-0${n}-MSH : mesh @0,0,${n * 5}`,
    ]),
    '  lantern-01-LIT : light',
    '  lantern-02-LIT : light',
    'hull-GRP',
  ].join('\n');
  const scene = sceneFromOutline(outline);
  const { convention, fits, names, guesses } = learnConvention(all(scene), 'Boats');
  it('finds separator, sides by where things sit, numbers, types by kind, and the order', () => {
    expect(convention.separator).toBe('-');
    expect(convention.slots['side']!.words!.map((word) => [word.word, senseOf(word)])).toEqual([
      ['pt', 'left'],
      ['sb', 'right'],
    ]);
    expect(convention.slots['number']).toEqual({ digits: 2, start: 1 });
    expect(convention.patterns.mesh!.map((part) => part.slot)).toEqual(['side', 'what', 'number', 'type']);
    expect(convention.patterns.mesh![0]).toEqual({ slot: 'side', optional: true });
    expect(convention.patterns.mesh![2]!.glued).toBeUndefined();
    expect(convention.patterns.light!.at(-1)).toEqual({ slot: 'type', only: ['LIT'] });
  });
  it('says how many names bear each guess out, and all fit what was learned from them', () => {
    expect([fits, names]).toEqual([scene.size, scene.size]);
    for (const guess of guesses) expect(guess.holds).withContext(guess.says).toBeLessThanOrEqual(guess.asked);
    expect(guesses.find((guess) => guess.about === 'side')!.holds).toBe(8);
  });
  it('refuses what breaks it, as a convention written by hand would', () => {
    const compiled = new CompiledConvention(convention);
    for (const name of ['pt-rail-1-MSH', 'rail-pt-01-MSH', 'pt-rail-01', 'pt_rail_01_MSH'])
      expect(readName(compiled, 'mesh', name).fits)
        .withContext(name)
        .toBeFalse();
    expect(readName(compiled, 'mesh', 'sb-oar-17-MSH').fits).toBeTrue();
  });
  it('learns surfaces from materials, with the words they go by there', () => {
    const from = sceneFromOutline(
      ['beam', 'post', 'rail']
        .flatMap((what) => [1, 2].flatMap((n) => [`${what}${n}_wd : mesh`, `${what}${n}b_st : mesh`]))
        .join('\n'),
    );
    const colour = [1, 1, 1, 1] as const;
    const bound = new Scene(from.shapes, [
      { name: 'oldTimber', colour },
      { name: 'st', colour },
    ]);
    for (const object of from.walk())
      bound.append({ ...object, materials: [object.name.endsWith('wd') ? 0 : 1] }, null);
    const { surface } = learnConvention(all(bound)).convention.slots;
    expect(surface!.words!.map((word) => word.word)).toEqual(['st', 'wd']);
  });
  it('takes several words to what a thing is where that is the custom: joints of the W3C WebXR hand input', () => {
    const fingers = ['index', 'middle', 'ring', 'pinky'];
    const ends = ['metacarpal', 'phalanx-proximal', 'phalanx-intermediate', 'phalanx-distal', 'tip'];
    const hand = sceneFromOutline(
      // All of it sits on one side, as a hand brought in alone may.
      fingers.flatMap((finger) => ends.map((end) => `${finger}-finger-${end} : joint @-2,0,1`)).join('\n'),
    );
    const made = learnConvention(all(hand), 'Hand');
    expect([made.fits, made.names]).toEqual([20, 20]);
    const compiled = new CompiledConvention(made.convention);
    const fits = (name: string): boolean => readName(compiled, 'joint', name).fits;
    // Joints are those of a standard: a word that none of them has is none.
    expect(['ring-finger-tip', 'thumb-finger-tip', 'ring-toe-tip', 'ring-Finger-tip'].map(fits)).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });
  it('takes a few names of several words among others for names gone wrong', () => {
    const some = sceneFromOutline(
      [...Array.from({ length: 9 }, (_, i) => `door${i}_geo : mesh`), 'old_lamp_geo : mesh'].join('\n'),
    );
    expect(learnConvention(all(some)).convention.patterns.mesh!.map((part) => part.slot)).toEqual([
      'what',
      'number',
      'type',
    ]);
  });
  it('gives up no slot because some names have gone wrong', () => {
    const pair = (what: string, n: number): string[] =>
      [3, -3].map((x) => `${x > 0 ? 'L' : 'R'}_${what}00${n}_geo : mesh @${x},${n},${what.length}`);
    const names = ['door', 'hinge', 'handle'].flatMap((what) => [1, 2, 3, 4].flatMap((n) => pair(what, n)));
    const gone = ['door left : mesh @3,9,0', 'Cube.004 : mesh @-3,9,0'];
    const { convention, fits } = learnConvention(
      all(sceneFromOutline(['body_grp', ...[...names, ...gone].map((line) => `  ${line}`)].join('\n'))),
    );
    expect(convention.patterns.mesh!.map(({ slot }) => slot)).toEqual(['side', 'what', 'number', 'type']);
    expect(fits).toBe(names.length + 1);
  });
  it('takes a hundred and fifty thousand names in assets of fifty, and tries its choices on some of each', () => {
    const lines = Array.from({ length: 150_000 }, (_, i) =>
      i % 50
        ? `  ${i % 2 ? 'L' : 'R'}_plank${String(i + 1).padStart(6, '0')}_geo : mesh @${i % 2 ? 2 : -2},0,0`
        : `part${String(i + 1).padStart(6, '0')}_grp`,
    );
    const made = learnConvention(all(sceneFromOutline(lines.join('\n'))));
    expect([made.fits, made.names]).toEqual([150_000, 150_000]);
    expect(made.convention.patterns.mesh!.map(({ slot }) => slot)).toEqual([
      'side',
      'what',
      'number',
      'type',
    ]);
  });
  it('refuses to learn from nothing', () => {
    expect(() => learnConvention([])).toThrowError(/no names to learn from/);
  });
});
