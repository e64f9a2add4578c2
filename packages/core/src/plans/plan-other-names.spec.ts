import { applyChange, invertEdits } from '../edits/change.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { Scene } from '../scene/scene.js';
import { takeSnapshot } from '../scene/snapshot.js';
import { sceneFromOutline } from '../testing/outline.js';
import { namedThings, planRenameThing, planShapesFollow } from './plan-other-names.js';

const convention = new CompiledConvention({
  ...partsConvention,
  others: { material: [{ slot: 'surface' }], layer: [{ slot: 'what' }], set: [{ slot: 'what' }] },
});
const make = (): Scene => {
  const from = sceneFromOutline('door : mesh\nlid : mesh');
  const colour = [1, 1, 1, 1] as const;
  const scene = new Scene(
    [...from.shapes, { ...from.shapes[0]!, name: 'spare' }],
    [
      { name: 'ironPlate', colour },
      { name: 'steel', colour },
    ],
  );
  scene.append({ ...from.get(1), materials: [0, 1], layer: 'Big Parts' }, null);
  scene.append({ ...from.get(2), materials: [1] }, null);
  scene.keepSet('All Doors', { name: 'All Doors', how: 'fixed', objects: [1] });
  return scene;
};

describe('names of what is no object', () => {
  it('are listed with who uses them and what their pattern would make of them', () => {
    const scene = make();
    const say = (thing: 'material' | 'shape' | 'layer' | 'set') =>
      namedThings(scene, convention, thing).map((one) =>
        `${one.name} ${one.used} ${one.wanted ?? ''}`.trim(),
      );
    expect(say('material')).toEqual(['ironPlate 1', 'steel 2']);
    expect(say('shape')).toEqual(['box 2', 'spare 0']);
    expect(say('layer')).toEqual(['Base 1 base', 'Big Parts 1 bigParts']);
    expect(say('set')).toEqual(['All Doors 1 allDoors']);
  });
  it('are changed by edits that can be taken back', () => {
    const scene = make();
    const before = JSON.stringify(takeSnapshot(scene));
    const things = (['material', 'shape', 'layer', 'set'] as const).flatMap((thing) =>
      namedThings(scene, convention, thing),
    );
    const edits = things
      .filter((one) => one.name !== 'Base')
      .flatMap((one) => planRenameThing(scene, one, `x_${one.index}`));
    expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
    expect([scene.materials[0]!.name, scene.get(1).layer, [...scene.sets.keys()]]).toEqual([
      'x_0',
      'x_1',
      ['x_0'],
    ]);
    expect(applyChange(scene, { label: '', edits: invertEdits(edits) }).ok).toBeTrue();
    expect(JSON.stringify(takeSnapshot(scene))).toBe(before);
  });
  it('leave the layer Base and taken names alone', () => {
    const scene = make();
    scene.keepSet('other', { name: 'other', how: 'fixed', objects: [] });
    const [base] = namedThings(scene, convention, 'layer');
    const [set] = namedThings(scene, convention, 'set');
    expect([planRenameThing(scene, base!, 'x'), planRenameThing(scene, set!, 'other')]).toEqual([[], []]);
  });
  it('of shapes follow the first object that shows them', () => {
    const scene = make();
    const said = planShapesFollow(scene, 'Shape').map(
      (edit) => edit.kind === 'rename-thing' && `${edit.index} ${edit.from} ${edit.to}`,
    );
    expect(said).toEqual(['0 box doorShape']);
  });
});
