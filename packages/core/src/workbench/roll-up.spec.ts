import { CheckRun } from '../checks/check-run.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { sceneFromOutline } from '../testing/index.js';
import { rollUp } from './roll-up.js';

describe('rollUp', () => {
  const scene = sceneFromOutline(
    'r_ctrl : control\n  a_grp\n    L_a001_oak_geo : mesh\n    bad : mesh\n  sun_lgt : light',
  );
  scene.patch(3, { mark: { word: 'waits', colour: 'x' } });
  const run = new CheckRun(scene, new CompiledConvention(partsConvention));
  run.all();
  const of = (id: number) => rollUp(scene, id, (one) => run.of(one));

  it('counts kinds, findings and marks below, not the object itself', () => {
    expect(of(1)).toEqual({
      objects: 4,
      kinds: { group: 1, mesh: 2, light: 1 },
      findings: run.of(2).length + run.of(3).length + run.of(4).length + run.of(5).length,
      worst: 'blocker',
      marks: { waits: 1 },
    });
    expect(of(2).kinds).toEqual({ mesh: 2 });
  });
  it('of a leaf is nothing', () =>
    expect(of(5)).toEqual({ objects: 0, kinds: {}, findings: 0, worst: null, marks: {} }));
});
