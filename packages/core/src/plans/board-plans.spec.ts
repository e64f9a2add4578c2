import { applyChange, invertEdits } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { setMembers } from '../query/set-members.js';
import { takeSnapshot } from '../scene/snapshot.js';
import { switchedOff } from '../scene/switched.js';
import type { SceneSet } from '../scene/scene-object.js';
import { sceneFromOutline } from '../testing/index.js';
import { combineSets, setWays } from './combine-sets.js';
import { planLayer, planRemoveLayer, planRenameLayer } from './plan-layers.js';
import { planView, viewNow } from './plan-views.js';

const start = () => {
  const scene = sceneFromOutline('r\n  a : mesh\n  b : mesh\n    c : mesh\n  d : mesh');
  scene.patch(2, { layer: 'Body' });
  scene.patch(3, { layer: 'Body' });
  return scene;
};
type Made = ReturnType<typeof start>;
const run = (scene: Made, edits: Edit[]): void => {
  const before = JSON.stringify(takeSnapshot(scene));
  expect(applyChange(scene, { label: '', edits }).ok).toBeTrue();
  applyChange(scene, { label: '', edits: invertEdits(edits) });
  expect(JSON.stringify(takeSnapshot(scene)))
    .withContext('undone')
    .toBe(before);
  applyChange(scene, { label: '', edits });
};
const layers = (scene: Made) => [...scene.walk()].map((object) => object.layer).join(' ');

describe('layers', () => {
  it('take colour, place and rules, and what says nothing is not kept', () => {
    const scene = start();
    run(scene, planLayer(scene, 'Body', { colour: '#123', parent: 'All', display: 'solid' }));
    run(scene, planLayer(scene, 'Body', { switches: { shown: false, goes: true } }));
    expect(scene.layers.get('Body')).toEqual({
      name: 'Body',
      colour: '#123',
      parent: 'All',
      switches: { shown: false },
    });
    run(scene, planLayer(scene, 'Body', { switches: { shown: true }, parent: null }));
    expect(scene.layers.get('Body')).toEqual({ name: 'Body', colour: '#123' });
  });
  it('cannot lie within themselves', () => {
    const scene = start();
    run(scene, planLayer(scene, 'Body', { parent: 'All' }));
    const result = applyChange(scene, { label: '', edits: planLayer(scene, 'All', { parent: 'Body' }) });
    expect(result.ok).toBeFalse();
  });
  it('are renamed with their objects and the layers in them', () => {
    const scene = start();
    run(scene, planLayer(scene, 'Body', { switches: { shown: false } }));
    run(scene, planLayer(scene, 'Fur', { parent: 'Body' }));
    run(scene, planRenameLayer(scene, 'Body', 'Skin'));
    expect(layers(scene)).toBe('Base Skin Skin Base Base');
    expect(scene.layers.get('Fur')!.parent).toBe('Skin');
    expect([...switchedOff(scene, 'shown')]).toEqual([2, 3]);
    expect(planRenameLayer(scene, 'Base', 'x')).toEqual([]);
  });
  it('are deleted, and no object with them', () => {
    const scene = start();
    run(scene, planLayer(scene, 'Body', { parent: 'All' }));
    run(scene, planLayer(scene, 'Fur', { parent: 'Body' }));
    run(scene, planRemoveLayer(scene, 'Body'));
    expect(layers(scene)).toBe('Base Base Base Base Base');
    expect([scene.size, scene.layers.get('Fur')!.parent, scene.layers.has('Body')]).toEqual([
      5,
      'All',
      false,
    ]);
    expect(planRemoveLayer(scene, 'Base')).toEqual([]);
  });
});

describe('views', () => {
  it('bring back what was shown, by objects, layers and sets', () => {
    const scene = start();
    scene.keepSet('s', { name: 's', how: 'fixed', objects: [5] });
    const off = { shown: false };
    run(scene, [
      {
        kind: 'set',
        object: 4,
        field: 'switches',
        from: scene.get(4).switches,
        to: { ...scene.get(4).switches, ...off },
      },
      ...planLayer(scene, 'Body', { switches: off }),
      {
        kind: 'named-set',
        name: 's',
        from: scene.sets.get('s')!,
        to: { ...scene.sets.get('s')!, switches: off },
      },
    ]);
    const view = viewNow(scene, 'left');
    expect(view).toEqual({ name: 'left', hidden: [4], layers: ['Body'], sets: ['s'] });
    const hidden = [...switchedOff(scene, 'shown')];
    run(scene, planView(scene, null));
    expect(switchedOff(scene, 'shown').size).toBe(0);
    run(scene, planView(scene, view));
    expect([...switchedOff(scene, 'shown')]).toEqual(hidden);
    expect(planView(scene, view)).toEqual([]);
  });
});

describe('sets together, without and both', () => {
  const a: SceneSet = { name: 'a', how: 'fixed', objects: [4, 2] };
  const b: SceneSet = { name: 'b', how: 'fixed', objects: [2, 5] };
  const live: SceneSet = { name: 'live', how: 'live', query: 'name:b or name:a' };
  const of = (one: SceneSet, two: SceneSet) => {
    const scene = start();
    for (const set of [one, two]) scene.keepSet(set.name, set);
    return setWays.map((way) => {
      run(scene, combineSets(scene, 'new', [one, two], way));
      const made = scene.sets.get('new')!;
      run(scene, [{ kind: 'named-set', name: 'new', from: made, to: null }]);
      return [made.how, ...setMembers(scene, made)];
    });
  };
  it('of two kept by hand are kept by hand', () =>
    expect(of(a, b)).toEqual([
      ['fixed', 2, 4, 5],
      ['fixed', 4],
      ['fixed', 2],
    ]));
  it('of a live one are live', () =>
    expect(of(a, live)).toEqual([
      ['live', 2, 3, 4],
      ['live', 4],
      ['live', 2],
    ]));
  it('of a name with a quote are what is in them now', () =>
    expect(of({ ...live, name: 'a "b"' }, b)[2]).toEqual(['fixed', 2]));
});
