import { CheckRun } from '../check-run.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { applyChange } from '../../edits/change.js';
import { drawnWorld } from '../../scene/bounds.js';
import { sceneFromOutline } from '../../testing/index.js';
import { negativeScale } from './negative-scale.js';

const found = (local: object | null, outline = 'm : mesh') => {
  const scene = sceneFromOutline(outline);
  if (local) scene.patch(1, { local: local as never });
  const run = new CheckRun(scene, new CompiledConvention(partsConvention), [negativeScale]);
  run.all();
  return [...run.findings()].map((f) => f.message);
};

describe('check negative-scale', () => {
  for (const [what, outline, wanted] of [
    ['no scale', 'm : mesh', []],
    ['an even one', 'm : mesh ~2,2,2', []],
    ['two negative axes, which only turn', 'm : mesh ~-1,-1,1', []],
    ['one negative axis', 'm : mesh ~-1,1,1', ['scale -1 on X']],
    ['three negative axes', 'm : mesh ~-2,-2,-2', ['scale -2 on X']],
    ['a negative axis further on', 'm : mesh ~1,1,-0.5', ['scale -0.5 on Z']],
  ] as const) {
    it(`says ${wanted.length ? wanted[0] : 'nothing'} for ${what}`, () =>
      expect(found(null, outline)).toEqual([...wanted]));
  }
  it('is put right with all that hangs below it, which is seen where it was', () => {
    const outline =
      'm : mesh ~-1,1,1 @1,2,3\n  a : mesh @4,5,6\n    b : mesh ~2,2,2 @1,0,0\n  c : group ~-1,1,1\n    d : mesh';
    const scene = sceneFromOutline(outline);
    const run = new CheckRun(scene, new CompiledConvention(partsConvention), [negativeScale]);
    run.all();
    const seen = (): number[][] =>
      [...scene.walk()]
        .filter(({ shape }) => shape !== null)
        .map(({ id }) => drawnWorld(scene, id).map((n) => Math.round(n * 1e9) / 1e9 + 0));
    const before = seen();
    const edits = run.fix([...run.findings()][0]!)!;
    expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
    run.after(edits);
    expect([...run.findings()]).toEqual([]);
    expect(seen()).toEqual(before);
  });
  it('is left to people where it is sheared', () => {
    const scene = sceneFromOutline('m : mesh');
    scene.patch(1, { local: { m: [1, 0, 0, 0, 0.5, -1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1] } });
    const run = new CheckRun(scene, new CompiledConvention(partsConvention), [negativeScale]);
    run.all();
    expect(run.fix([...run.findings()][0]!)).toBeNull();
  });
  it('sees it in a matrix', () =>
    expect(found({ m: [1, 0, 0, 0, 0, -1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1] })).toEqual(['mirrored']));
});
