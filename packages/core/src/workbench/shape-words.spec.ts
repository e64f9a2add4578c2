import { CheckRun } from '../checks/check-run.js';
import { highConfidence } from '../names/propose/proposal.js';
import {
  knownFacing,
  type KnownFacing,
  type KnownShape,
  type KnownShapes,
} from '../names/propose/known-elsewhere.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { Scene } from '../scene/scene.js';
import { sceneFromOutline } from '../testing/outline.js';
import { proposeNames } from './propose-names.js';
import { shapeWords } from './shape-words.js';

const parts = new CompiledConvention(partsConvention);
const oak = [{ name: 'oak', colour: [1, 1, 1, 1] as const }];

/** Meshes of an outline, each line's shape given by its digest. */
function withShapes(outline: string, digests: readonly (string | null)[]): Scene {
  const from = sceneFromOutline(outline);
  const box = from.shapes[0]!;
  const known = [...new Set(digests.filter((one) => one !== null))];
  const scene = new Scene([box, ...known.map((digest) => ({ ...box, name: 'mesh', digest }))], oak);
  let line = 0;
  for (const object of from.walk()) {
    const digest = digests[line++] ?? null;
    const shape = object.shape === null ? null : digest === null ? 0 : known.indexOf(digest) + 1;
    scene.append({ ...object, shape, materials: object.shape === null ? [] : [0] }, object.parent);
  }
  return scene;
}
const wordsOf = (scene: Scene) => {
  const run = new CheckRun(scene, parts);
  run.all();
  return shapeWords(run);
};

const told = (...all: KnownShape[]): KnownShapes => new Map(all.map((one) => [one.digest, one]));

describe('what shapes are called', () => {
  const scene = withShapes(
    'rig_grp\n  sheave001_oak_geo : mesh\n  sheave002_oak_geo : mesh @0,3,0\n  drum001_oak_geo : mesh @0,6,0\n  part7 : mesh @0,9,0\n  lid left : mesh @0,12,0',
    [null, 'a', 'a', 'a', 'b', 'c'],
  );
  it('is told by names that are right, shape by shape', () =>
    expect(wordsOf(scene)).toEqual([
      { digest: 'a', text: 'sheave', count: 2, of: 3 },
      { digest: 'b', text: '', count: 0, of: 0 },
      { digest: 'c', text: '', count: 0, of: 0 },
    ]));
  it('names a scene of nothing but default names, and says where that is from', () => {
    const bare = withShapes('Group\n  Cube : mesh\n  Cube001 : mesh @0,3,0\n  Cube002 : mesh @0,6,0', [
      null,
      'a',
      'b',
      'd',
    ]);
    const known = told(
      { digest: 'a', text: 'sheave', count: 4, of: 4, scene: 'cabin' },
      { digest: 'b', text: 'doorHandle', count: 1, of: 1, scene: 'cabin' },
    );
    const made = proposeNames(bare, parts, [2, 3, 4], { known: { shapes: known, facing: null } });
    const what = (at: number) => made[at]!.guesses.find((one) => one.slot === 'what');
    expect(what(0)).toEqual(
      jasmine.objectContaining({
        text: 'sheave',
        reason: 'library',
        because: jasmine.stringContaining('4 of the same shape are called sheave in cabin'),
      }),
    );
    expect(what(1)).toEqual(jasmine.objectContaining({ text: 'doorHandle', reason: 'library' }));
    expect(what(1)!.confidence).withContext('one alone').toBeLessThan(highConfidence);
    expect(made[2]!.open).toContain('what');
  });
  it('does not go before what things of its shape are called in its own scene', () => {
    const known = told({ digest: 'a', text: 'crate', count: 9, of: 9, scene: 'cabin' });
    const own = withShapes(
      'rig_grp\n  sheave001_oak_geo : mesh\n  sheave002_oak_geo : mesh @0,3,0\n  Cube : mesh @0,6,0',
      [null, 'a', 'a', 'a'],
    );
    const propose = (shapes: KnownShapes) =>
      proposeNames(own, parts, [4], { known: { shapes, facing: null } })[0]!;
    expect(propose(known).after).toMatch(/sheave00\d_oak_geo$/);
    expect(propose(known).confidence).toBe(propose(new Map()).confidence);
    const what = propose(known).guesses.find(({ slot }) => slot === 'what')!;
    expect(what.alternatives.map(({ text }) => text)).toContain('crate');
  });
  it('makes what the scene itself says no less sure, where it says the same', () => {
    const bare = withShapes('rig_grp\n  sheave001_oak_geo : mesh\n  Cube : mesh @0,6,0', [null, 'b', 'a']);
    const scene = new Scene(
      bare.shapes.map((shape) => (shape.digest === 'a' ? { ...shape, name: 'drum' } : shape)),
      oak,
    );
    for (const object of bare.walk()) scene.append({ ...object, children: [] } as never, object.parent);
    const what = (shapes: KnownShapes) =>
      proposeNames(scene, parts, [3], { known: { shapes, facing: null } })[0]!.guesses.find(
        ({ slot }) => slot === 'what',
      )!;
    const half = told({ digest: 'a', text: 'drum', count: 1, of: 2, scene: 'one' });
    expect(what(new Map()).text).toBe('drum');
    expect(what(half)).toEqual(
      jasmine.objectContaining({ text: 'drum', confidence: what(new Map()).confidence }),
    );
  });
  it('does not change a name that is right', () => {
    const known = told({ digest: 'a', text: 'crate', count: 9, of: 9, scene: 'cabin' });
    for (const one of proposeNames(scene, parts, [2, 3, 4], { known: { shapes: known, facing: null } }))
      expect(one.after).toBe(one.before);
  });
});

describe('which way the other scenes face', () => {
  it('is said by names of several scenes that agree', () => {
    const said = (facing: '+Z' | '-Z' | '+X', names: number) => ({ facing, names });
    expect(knownFacing([])).toBeNull();
    expect(knownFacing([said('-Z', 9)])).toEqual({ facing: '-Z', names: 9, scenes: 1, sure: false });
    expect(knownFacing([said('-Z', 9), said('-Z', 4)])).toEqual({
      facing: '-Z',
      names: 13,
      scenes: 2,
      sure: true,
    });
    expect(knownFacing([said('-Z', 9), said('+X', 4)])).toBeNull();
  });
  it('tells left from right where nothing in a scene does; one scene alone is not sure', () => {
    const scene = withShapes(
      'rig_grp\n  lid : mesh @3,0,0\n  lid : mesh @-3,0,0\n  post : mesh @0,4,0\n  post : mesh @0,8,0',
      [],
    );
    const lid = (facing: KnownFacing | null) =>
      proposeNames(scene, parts, [2], { known: { shapes: new Map(), facing } })[0]!.guesses.find(
        ({ slot }) => slot === 'side',
      )!;
    expect([lid(null).text, lid(null).confidence]).toEqual(['L', 0.7]);
    const one = lid({ facing: '-Z', names: 9, scenes: 1, sure: false });
    expect([one.text, one.confidence]).toEqual(['R', 0.7]);
    expect(one.because).toContain('if it faces -Z');
    const many = lid({ facing: '-Z', names: 20, scenes: 3, sure: true });
    expect(many.text).toBe('R');
    expect(many.confidence).toBeGreaterThan(highConfidence);
  });
});
