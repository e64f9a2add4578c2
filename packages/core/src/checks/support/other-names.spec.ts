import { partsConvention } from '../../names/slots/parts.js';
import { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { Convention } from '../../names/slots/convention.js';
import { Scene } from '../../scene/scene.js';
import { sceneFromOutline } from '../../testing/outline.js';
import { CheckRun } from '../check-run.js';
import type { Check } from '../check.js';
import { layerName } from '../names/layer-name.js';
import { materialName } from '../names/material-name.js';
import { setName } from '../names/set-name.js';
import { shapeName } from '../names/shape-name.js';

const what = [{ slot: 'what' }];
const others: Convention['others'] = {
  material: [{ slot: 'surface' }, { slot: 'number', glued: true, optional: true }],
  shape: what,
  layer: what,
  set: what,
};
describe('names of what is no object', () => {
  const colour = [1, 1, 1, 1] as const;
  const find = (checks: Check[], convention: Convention = { ...partsConvention, others }) => {
    const from = sceneFromOutline('a : mesh\nb : mesh');
    const scene = new Scene(from.shapes, [
      { name: 'steel', colour },
      { name: 'Steele 2', colour },
      { name: '', colour },
    ]);
    scene.append({ ...from.get(1), materials: [0], layer: 'Base' }, null);
    scene.append({ ...from.get(2), materials: [1, 2], layer: 'big parts' }, null);
    scene.keepSet('Big Ones', { name: 'Big Ones', how: 'live', query: 'kind:mesh' });
    scene.keepSet('none', { name: 'none', how: 'fixed', objects: [] });
    const run = new CheckRun(scene, new CompiledConvention(convention), checks);
    run.all();
    return { run, scene, said: [...run.findings()].map((one) => `${one.object} ${one.message}`) };
  };
  it('is judged by patterns of its own, once, at the first object that has it', () => {
    expect(find([materialName]).said).toEqual(['2 material Steele 2: Steele should be steel']);
    expect(find([shapeName]).said).toEqual([]);
    expect(find([layerName]).said).toEqual([
      '1 layer Base: Base should be base',
      '2 layer big parts: big parts should be bigParts',
    ]);
    expect(find([setName]).said).toEqual(['1 set Big Ones: Big Ones should be bigOnes']);
  });
  it('may be called anything where the convention has no pattern for it', () => {
    expect(find([materialName, shapeName, layerName, setName], partsConvention).said).toEqual([]);
  });
  it('is judged again when it is renamed', () => {
    const { run, scene } = find([materialName, shapeName]);
    scene.renameThing('material', 1, 'oak');
    run.after([{ kind: 'rename-thing', thing: 'material', index: 1, from: 'Steele 2', to: 'oak' }]);
    expect([...run.findings()].map((one) => one.message)).toEqual(['material without a name']);
    scene.renameThing('shape', 0, 'A b');
    run.after([{ kind: 'rename-thing', thing: 'shape', index: 0, from: 'box', to: 'A b' }]);
    expect([...run.findings()].map((one) => one.check)).toEqual(['shape-name', 'material-name']);
  });
});
