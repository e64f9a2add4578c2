import { applyChange } from '../edits/change.js';
import { outlineOf, sceneFromOutline } from '../testing/index.js';
import { planClusters, proposeClusters, type ArrangeOptions } from './auto-arrange.js';

const heap =
  'L_door001_oak_geo : mesh @0,0,0\nbolt2 : mesh @10,0,0\nlamp : light\nR_door001_oak_geo : mesh @1.5,0,0\nbolt 10 : mesh @10,2.5,0\nsun : light\nspare : mesh @50,0,0';
const propose = (options: ArrangeOptions) => {
  const scene = sceneFromOutline(heap);
  return proposeClusters(scene, scene.roots, options).map(
    ({ name, objects }) => `${name}: ${objects.join(' ')}`,
  );
};

describe('auto-arrange', () => {
  for (const [options, wanted] of [
    [{ by: 'kind' }, ['mesh_grp: 1 2 4 5 7', 'light_grp: 3 6']],
    [{ by: 'first-word' }, ['door_grp: 1 4', 'bolt_grp: 2 5']],
    [{ by: 'layer' }, ['base_grp: 1 2 3 4 5 6 7']],
    [{ by: 'material' }, []],
    [{ by: 'nearness' }, ['door_grp: 1 4']],
    [{ by: 'nearness', within: 0.6 }, ['door_grp: 1 4', 'bolt_grp: 2 5']],
  ] as [ArrangeOptions, string[]][]) {
    it(`by ${JSON.stringify(options)} proposes ${wanted.join('; ') || 'nothing'}`, () =>
      expect(propose(options)).toEqual(wanted));
  }
  it('groups what was proposed, as one list, under free names', () => {
    const scene = sceneFromOutline(`${heap}\ndoor_grp`);
    const plan = planClusters(scene, proposeClusters(scene, [1, 2, 4, 5], { by: 'first-word' }));
    if (!plan.ok) throw new Error(plan.because);
    expect(applyChange(scene, { label: '', edits: plan.edits }).ok).toBeTrue();
    expect(
      outlineOf(scene)
        .replace(/ : \w+/g, '')
        .split('\n')
        .slice(0, 4),
    ).toEqual(['door001_grp', '  L_door001_oak_geo', '  R_door001_oak_geo', 'bolt_grp']);
  });
  it('finds clusters of ten thousand parts in a moment', () => {
    const lines = [...Array(10_000).keys()].map(
      (i) => `p${i} : mesh @${(i % 100) * 3},${Math.floor(i / 100) * 1.9},0`,
    );
    const scene = sceneFromOutline(lines.join('\n'));
    expect(proposeClusters(scene, scene.roots, { by: 'nearness' })).toHaveSize(100);
  });
});
