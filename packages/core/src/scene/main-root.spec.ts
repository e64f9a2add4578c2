import { sceneFromOutline } from '../testing/index.js';
import { mainRoot } from './main-root.js';

describe('the root that everything should hang under', () => {
  const cases: [string, string, string | null][] = [
    ['the first control', 'a_grp : group\n  b : mesh\nall_ctrl : control', 'all_ctrl'],
    ['else the first root with children', 'lone : mesh\na_grp : group\n  b : mesh', 'a_grp'],
    ['not a kit that stays home', 'ref_kit : helper\n  bolt : helper\na_grp : group\n  b : mesh', 'a_grp'],
    ['unless there is nothing else', 'ref_kit : helper\n  bolt : helper\nlone : mesh', 'ref_kit'],
    ['none in a heap', 'a : mesh\nb : mesh', null],
  ];
  for (const [what, outline, name] of cases)
    it(what, () => {
      const scene = sceneFromOutline(outline);
      const main = mainRoot(scene);
      expect(main === null ? null : scene.get(main).name).toBe(name);
    });
});
