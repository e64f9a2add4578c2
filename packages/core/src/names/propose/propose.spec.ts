import { Scene } from '../../scene/scene.js';
import { sceneFromOutline } from '../../testing/outline.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { partsConvention } from '../slots/parts.js';
import { readName } from '../slots/read-name.js';
import { highConfidence, type NameProposal } from './proposal.js';
import { proposeNames } from '../../workbench/propose-names.js';

const parts = new CompiledConvention(partsConvention);
const steel = [{ name: 'mtl_ironPlate', colour: [1, 1, 1, 1] as const }];

/** An outline whose meshes are all bound to steel, each kind of mesh by scale a shape of its own. */
function steelScene(outline: string, shapes: Readonly<Record<string, string>> = {}): Scene {
  const from = sceneFromOutline(outline);
  const names = [...new Set(Object.values(shapes))];
  const box = from.shapes[0]!;
  const scene = new Scene([box, ...names.map((name) => ({ ...box, name, digest: name }))], steel);
  for (const object of from.walk()) {
    const named = shapes[object.name.trim()];
    const shape = object.shape === null ? null : named ? names.indexOf(named) + 1 : 0;
    scene.append({ ...object, shape, materials: object.shape === null ? [] : [0] }, object.parent);
  }
  return scene;
}
const propose = (scene: Scene, only?: readonly number[]): Map<string, NameProposal> =>
  new Map(
    proposeNames(scene, parts, only ?? [...scene.walk()].map((object) => object.id)).map((one) => [
      one.before,
      one,
    ]),
  );
const guessOf = (one: NameProposal, slot: string) => one.guesses.find((guess) => guess.slot === slot)!;

describe('proposed names', () => {
  it('put words, material, kind and place together, each with its reason', () => {
    const scene = steelScene('door left : mesh @3,0,0');
    const one = propose(scene).get('door left')!;
    expect(one.after).toBe('L_door001_steel_geo');
    expect(one.guesses.map((guess) => `${guess.slot} ${guess.reason}`)).toEqual([
      'side spelling',
      'place habit',
      'what own',
      'number number',
      'surface material',
      'type kind',
    ]);
    expect(guessOf(one, 'side').because).toBe('its name says L, and it sits 3 m to the left');
    expect(guessOf(one, 'surface').because).toContain('mtl_ironPlate');
  });
  it('take the side from the place, not from a name that says otherwise, and are less sure then', () => {
    const rows = ['a', 'b', 'c', 'd']
      .map((x, i) => `L_${x}lamp001_steel_geo : mesh @3,${i * 3},0`)
      .join('\n');
    const one = propose(steelScene(`${rows}\nR_door001_steel_geo : mesh @4,0,9`)).get('R_door001_steel_geo')!;
    expect(one.after).toBe('L_door001_steel_geo');
    expect(guessOf(one, 'side').alternatives.map((other) => other.text)).toEqual(['R']);
    const alone = propose(steelScene('R_door001_steel_geo : mesh @4,0,9')).get('R_door001_steel_geo')!;
    expect(guessOf(alone, 'side').confidence)
      .withContext('with no other name to bear the facing out')
      .toBeLessThan(highConfidence);
  });
  it('are never sure of the side of what reaches over the middle', () => {
    const scene = steelScene('beam : mesh @0.4,0,0');
    const side = guessOf(propose(scene).get('beam')!, 'side');
    expect(side.confidence).toBeLessThan(highConfidence);
  });
  it('call pairs as pairs: the one across gives its name and number', () => {
    const scene = steelScene('L_winch004_steel_geo : mesh @3,0,0\nmesh_7 : mesh @-3,0,0', {
      L_winch004_steel_geo: 'w',
      mesh_7: 'w',
    });
    const one = propose(scene).get('mesh_7')!;
    expect(one.after).toBe('R_winch004_steel_geo');
    expect([guessOf(one, 'what').reason, guessOf(one, 'number').reason]).toEqual(['pair', 'pair']);
  });
  it('number a family once, whatever its names said before, and keep what is right', () => {
    const scene = steelScene(
      'bolt002_steel_geo : mesh @0,0,4\nbolt : mesh @0,0,6\nbolt_dup : mesh @0,0,8\nbolt 2 : mesh',
    );
    const made = propose(scene);
    const names = [...made.values()].map((one) => one.after);
    expect(new Set(names).size).toBe(4);
    expect(made.get('bolt002_steel_geo')!.after).toContain('bolt002');
  });
  it('never give a name that an object outside them has', () => {
    const scene = steelScene('C_lid001_steel_geo : mesh @0,0,4\nlid : mesh');
    const [one] = propose(scene, [2]).values();
    expect(one!.after).toBe('C_lid002_steel_geo');
  });
  it('put slips right by what is common, and by what things of the same shape are called', () => {
    const rows = [1, 2, 3].map((n) => `C_sheave00${n}_steel_geo : mesh @0,${n * 3},0`).join('\n');
    const one = propose(steelScene(`${rows}\nC_sheeve004_steel_geo : mesh @0,12,0`)).get(
      'C_sheeve004_steel_geo',
    )!;
    expect(one.after).toBe('C_sheave004_steel_geo');
    expect(guessOf(one, 'what').alternatives.map((other) => other.text)).toContain('sheeve');
  });
  it('leave a slot open of which nothing is known, and say which', () => {
    const one = propose(steelScene('Cube.002 : mesh @3,0,0')).get('Cube.002')!;
    expect([one.after, one.open]).toEqual([null, ['what']]);
    expect(guessOf(one, 'side').text).toBe('L');
  });
  it('give a helper that lacks its prefix one, and leave helpers alone', () => {
    const scene = steelScene(
      'cut_vent_001 : mesh @2,0,0\ncut_vent_002 : mesh @2,0,4\nvent_003 : mesh @2,0,8',
    );
    const made = propose(scene);
    expect([made.size, made.get('vent_003')!.after]).toEqual([1, 'cut_vent_003']);
    expect(made.get('vent_003')!.prefix!.because).toContain('2 of the same shape');
  });
  it('fit the convention, are unique, and change nothing when made again', () => {
    const scene = steelScene(
      'body\n  Left Wheel : mesh @3,0,3\n  wheel_R : mesh @-3,0,3\n  wheel copy : mesh @3,0,-3\n  porch light : light\n  wideShot : camera\n  root_ctrl : control',
    );
    const made = [...propose(scene).values()].filter((one) => one.after !== null);
    expect(
      [...propose(scene).values()].filter((one) => one.after === null).map((one) => [one.before, one.open]),
    ).toEqual([]);
    for (const one of made) {
      const object = scene.get(one.object);
      expect(readName(parts, parts.keyOf(scene, object), one.after!).fits)
        .withContext(`${one.before} -> ${one.after}`)
        .toBeTrue();
      scene.patch(one.object, { name: one.after! });
    }
    expect(new Set(made.map((one) => one.after)).size).toBe(made.length);
    const again = [...propose(scene).values()].filter(
      (one) => one.after !== null && one.after !== one.before,
    );
    expect(again.map((one) => `${one.before} -> ${one.after}`)).toEqual([]);
  });
});
