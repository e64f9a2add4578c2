import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { applyChange } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { Scene } from '../scene/scene.js';
import { allOn } from '../scene/scene-object.js';
import { takeSnapshot } from '../scene/snapshot.js';
import { outlineOf, sceneFromOutline } from '../testing/index.js';
import { planGroup } from '../plans/plan-group.js';
import { findTwins, sameInTwin } from './find-twins.js';
import { mirrorTwin } from './mirror-twins.js';
import { planLike } from './plan-like.js';
import { planShare } from './plan-share.js';
import { repeatOnTwins } from './repeat-on-twins.js';
import { twinDifferences } from './twin-differences.js';

const arms =
  'r\n  arm1 @0,0,0\n    pin : mesh @1,0,0\n    hook : mesh @2,0,0\n  arm2 @9,0,0\n    hookB : mesh @2,0,0\n    pinB : mesh @1,0,0\n  odd : mesh';
type Made = ReturnType<typeof sceneFromOutline>;
const apply = (scene: Made, edits: readonly Edit[]) =>
  expect(applyChange(scene, { label: '', edits: [...edits] }).ok).toBeTrue();

describe('the same done to all twins', () => {
  const repeat = (scene: Made, done: Edit[]) => {
    apply(scene, done);
    const after = JSON.stringify(takeSnapshot(scene).objects);
    const made = repeatOnTwins(scene, done);
    expect(JSON.stringify(takeSnapshot(scene).objects))
      .withContext('looking changes nothing')
      .toBe(after);
    if (made.ok) apply(scene, made.edits);
    return made;
  };
  it('finds the object that corresponds, whatever the order of siblings', () => {
    const scene = sceneFromOutline(arms);
    expect([sameInTwin(scene, 3, 2, 5), sameInTwin(scene, 4, 2, 5)]).toEqual([7, 6]);
  });
  it('moves inside a branch go to the same place in the others', () => {
    const scene = sceneFromOutline(arms);
    const to = { t: [1, 5, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } as const;
    const made = repeat(scene, [{ kind: 'transform', object: 3, from: scene.get(3).local, to }]);
    expect(made.ok && made.twins).toEqual([5]);
    expect(scene.get(7).local).toEqual(to);
  });
  it('a branch itself is moved by as much, not to the same place', () => {
    const scene = sceneFromOutline(arms);
    const to = { t: [0, 3, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } as const;
    repeat(scene, [{ kind: 'transform', object: 2, from: scene.get(2).local, to }]);
    expect(scene.world(5).slice(12, 15)).toEqual([9, 3, 0]);
  });
  it('grouping is repeated with new objects', () => {
    const scene = sceneFromOutline(arms);
    const plan = planGroup(scene, [3, 4], { name: 'g', pivot: 'centre' });
    repeat(scene, plan.ok ? plan.edits : []);
    expect(outlineOf(scene).replace(/ @\S+/g, '')).toContain(
      'arm2\n    g\n      pinB : mesh\n      hookB : mesh',
    );
  });
  it('a switch is turned for every object of the same shape', () => {
    const scene = sceneFromOutline(arms);
    const to = { ...allOn, goes: false };
    repeat(scene, [{ kind: 'set', object: 3, field: 'switches', from: allOn, to }]);
    expect([...scene.walk()].filter((one) => !one.switches.goes).length).toBeGreaterThan(1);
  });
  it('says why nothing can be repeated', () => {
    const scene = sceneFromOutline('a : mesh\nb : light');
    const made = repeat(scene, [{ kind: 'rename', object: 1, from: 'a', to: 'c' }]);
    expect(made.ok).toBeFalse();
    expect(scene.get(1).name).toBe('c');
  });
});

describe('a master and its twins', () => {
  const differ =
    'r\n  m\n    a : mesh @1,0,0\n    b : mesh\n  t @5,0,0\n    a2 : mesh @1,2,0\n    b2 : light\n    c2 : mesh';
  it('what differs is told; where they stand and their names do not count', () => {
    const scene = sceneFromOutline(differ);
    expect(
      twinDifferences(scene, 2, 5)
        .map(({ object, what }) => `${object} ${what}`)
        .sort(),
    ).toEqual(['6 place', '7 kind', '7 shape', '8 extra']);
    expect(twinDifferences(scene, 2, 2)).toEqual([]);
  });
  it('what differs is dropped, missing objects come, and then they are twins', () => {
    const scene = sceneFromOutline(
      'r\n  m\n    a : mesh @1,0,0\n      k : mesh\n    b : mesh\n  t @5,0,0\n    a2 : mesh @1,2,0',
    );
    const plan = planLike(scene, 2, [6]);
    apply(scene, plan.ok ? plan.edits : []);
    expect(twinDifferences(scene, 2, 6)).toEqual([]);
    expect(scene.world(6)[12]).toBe(5);
    expect(findTwins(scene)[0]).toEqual([2, 6]);
    expect(scene.get(7).name).toBe('a2');
  });
  it('one within the other is refused', () =>
    expect(planLike(sceneFromOutline('a\n  b\n    c : mesh'), 1, [2])).toEqual(
      jasmine.objectContaining({ ok: false, reason: 'cycle' }),
    ));
});

describe('copies as instances', () => {
  it('share the first shape of the same data, and the bytes of those left alone are saved', () => {
    const shape = (digest: string, more = {}) => ({
      name: '',
      faces: 1,
      vertices: 3,
      bounds: null,
      digest,
      bytes: 100,
      ...more,
    });
    const scene = new Scene([
      shape('x'),
      shape('x'),
      shape('y'),
      shape('x', { fixed: 'skinned' }),
      shape('x'),
    ]);
    const base = sceneFromOutline('m : mesh').get(1);
    [0, 1, 2, 3, 4, 4].forEach((at, i) => scene.append({ ...base, id: i + 1, shape: at }, null));
    const all = planShare(scene);
    expect([all.objects, all.bytes]).toEqual([3, 200]);
    const one = planShare(scene, [5]);
    expect([one.objects, one.bytes]).toEqual([1, 0]);
    applyChange(scene, { label: '', edits: all.edits });
    expect([...scene.walk()].map((object) => object.shape)).toEqual([0, 0, 2, 3, 0, 0]);
    expect(planShare(scene).objects).toBe(0);
  });
});

describe('mirror twins', () => {
  const sides =
    'r\n  L @2,0,0\n    la : mesh @0,1,0\n    lb : mesh @1,0,0\n  R @-2,0,0\n    ra : mesh @-1,0,0\n    rb : mesh @0,1,0\n  mid : mesh';
  it('are found across the middle, both ways, and the middle has none', () => {
    const scene = sceneFromOutline(sides);
    expect([2, 5, 3, 6, 8, 1].map((id) => mirrorTwin(scene, id))).toEqual([5, 2, 7, 4, null, null]);
  });
  it('a near miss is none', () => {
    const scene = sceneFromOutline(sides.replace('@-1,0,0', '@-1,0.1,0'));
    expect(mirrorTwin(scene, 2)).toBeNull();
  });
  it('are found across the middle of an asset off the origin', () => {
    const scene = sceneFromOutline(
      [
        'cart_grp @7,0,20',
        ...['wheel', 'rail', 'lamp'].flatMap((name, i) => [
          `  L_${name}001_steel_geo : mesh @2,${i},0`,
          `  R_${name}001_steel_geo : mesh @-2,${i},0`,
        ]),
      ].join('\n'),
    );
    const convention = new CompiledConvention(partsConvention);
    expect([2, 4, 6].map((id) => mirrorTwin(scene, id, convention))).toEqual([3, 5, 7]);
  });
});
