import { CheckRun } from '../check-run.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
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
  it('sees it in a matrix', () =>
    expect(found({ m: [1, 0, 0, 0, 0, -1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1] })).toEqual(['mirrored']));
});
