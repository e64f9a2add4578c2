import { CheckRun } from '../check-run.js';
import { applyChange } from '../../edits/change.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { partsConvention } from '../../names/slots/parts.js';
import { allOn } from '../../scene/scene-object.js';
import { sceneFromOutline } from '../../testing/index.js';
import { hiddenGoes } from './hidden-goes.js';

describe('check hidden-goes', () => {
  const run = (outline: string, switches: Partial<typeof allOn>) => {
    const scene = sceneFromOutline(outline);
    scene.patch(1, { switches: { ...allOn, ...switches } });
    const made = new CheckRun(scene, new CompiledConvention(partsConvention), [hiddenGoes]);
    made.all();
    return made;
  };
  for (const [what, outline, switches, found] of [
    ['shown and going', 'm : mesh', {}, 0],
    ['hidden and going', 'm : mesh', { shown: false }, 1],
    ['hidden and staying', 'm : mesh', { shown: false, goes: false }, 0],
    ['a hidden helper, which stays anyway', 'cut_m : mesh', { shown: false }, 0],
  ] as const) {
    it(`finds ${found} in what is ${what}`, () =>
      expect([...run(outline, switches).findings()]).toHaveSize(found));
  }
  it('is put right by keeping it home', () => {
    const made = run('m : mesh', { shown: false });
    const edits = made.fix([...made.findings()][0]!)!;
    applyChange(made.scene, { label: '', edits });
    made.after(edits);
    expect([...made.findings()]).toEqual([]);
  });
});
