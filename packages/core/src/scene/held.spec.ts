import { applyChange, invertEdits, type Edit } from '../edits/index.js';
import { planGroup, planMoves, planRename } from '../plans/index.js';
import { sceneFromOutline } from '../testing/outline.js';
import { CheckRun, isOfNames, namingStatisticsOf } from '../checks/index.js';
import { CompiledConvention, fitConvention } from '../names/index.js';
import { runRecipe } from '../names/recipe/index.js';
import { partsConvention } from '../names/slots/parts.js';
import { openSnapshot, takeSnapshot } from './snapshot.js';
import { followersOf } from './held.js';
import type { Scene } from './scene.js';

/** A crate from a file in a shelf of the scene, and a copy of the shelf's lamp. */
function shelf(): Scene {
  const scene = sceneFromOutline(
    'shelf\n  crate\n    lid : mesh\n  lamp\n    bulb : mesh\nlamp2\n  bulb : mesh',
  );
  scene.patch(3, { held: { file: 'crate.usda' } });
  scene.patch(7, { held: { object: 5 } });
  return scene;
}
const run = (scene: Scene, edits: readonly Edit[]) => applyChange(scene, { label: '', edits: [...edits] });

describe('an object that is taken over', () => {
  it('is held through a snapshot and a fork', () => {
    const again = openSnapshot(takeSnapshot(shelf()));
    expect(again.get(3).held).toEqual({ file: 'crate.usda' });
    expect(again.fork().get(7).held).toEqual({ object: 5 });
    expect([...followersOf(again)]).toEqual([[5, [7]]]);
  });
  it('keeps its name where another file says it, and says which', () => {
    const scene = shelf();
    expect(planRename(scene, new Map([[3, 'lid001_wood_geo']]))).toEqual([]);
    const done = run(scene, [{ kind: 'rename', object: 3, from: 'lid', to: 'cover' }]);
    expect(done).toEqual(
      jasmine.objectContaining({
        ok: false,
        code: 'held',
        detail: '"lid" comes from crate.usda: it is named there',
      }),
    );
  });
  it('is called as what it is taken over from, and undo takes both back', () => {
    const scene = shelf();
    const edits = planRename(scene, new Map([[5, 'bulb001_glass_geo']]));
    expect(run(scene, edits).ok).toBeTrue();
    expect(scene.get(7).name).toBe('bulb001_glass_geo');
    expect(run(scene, invertEdits(edits)).ok).toBeTrue();
    expect(scene.get(7).name).toBe('bulb');
    expect(planRename(scene, new Map([[7, 'x']]))).toEqual([]);
  });
  it('stays under its parent, and takes nothing under it', () => {
    const scene = shelf();
    const away = planMoves(scene, [{ object: 3, under: null }], 'local');
    expect(away).toEqual(jasmine.objectContaining({ ok: false, reason: 'held', object: 3 }));
    const under = planMoves(scene, [{ object: 6, under: 3 }], 'local');
    expect(under).toEqual(
      jasmine.objectContaining({
        ok: false,
        because: '"lid" comes from crate.usda: nothing can be put under it here',
      }),
    );
    const group = planGroup(scene, [3], { name: 'g', pivot: 'centre' });
    expect(group.ok && run(scene, group.edits).ok).toBeFalse();
  });
  it('is not judged by its name, nor recipes and proposals tell it another; nor does it take one away', () => {
    const scene = sceneFromOutline('set\n  Bad Name : mesh\n  Bad Name : mesh\n  Bad Name : mesh');
    scene.patch(3, { held: { file: 'a.usda' } });
    scene.patch(4, { held: { file: 'a.usda' } });
    const convention = new CompiledConvention(partsConvention);
    const run = new CheckRun(scene, convention);
    run.all();
    const found = (id: number): string[] => run.of(id).map(({ check }) => check);
    expect(found(2)).toContain('forbidden-characters');
    expect(found(2)).not.toContain('not-unique');
    expect([...found(3), ...found(4)].filter(isOfNames)).toEqual([]);
    expect(found(2)).toContain('no-material');
    expect(found(3)).not.toContain('no-material');
    expect(namingStatisticsOf(run).named).toBe(2);
    expect(fitConvention(scene, convention).objects).toBe(2);
    const { names } = runRecipe(scene, [2, 3, 4], [{ step: 'add-text', text: 'x_', at: 'before' }]);
    expect([...names.keys()].filter((id) => id > 2)).toEqual([]);
  });
  it('may be placed, switched, taken out with what holds it, and come back', () => {
    const scene = shelf();
    const before = JSON.stringify(takeSnapshot(scene));
    const edits: Edit[] = [
      {
        kind: 'remove',
        parent: 1,
        index: 0,
        branch: {
          data: (({ parent: _p, children: _c, ...data }) => data)(scene.get(2)),
          children: [{ data: (({ parent: _p, children: _c, ...data }) => data)(scene.get(3)), children: [] }],
        },
      },
    ];
    expect(run(scene, edits).ok).toBeTrue();
    expect(run(scene, invertEdits(edits)).ok).toBeTrue();
    expect(JSON.stringify(takeSnapshot(scene))).toBe(before);
  });
});
