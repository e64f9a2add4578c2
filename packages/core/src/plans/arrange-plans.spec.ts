import { applyChange } from '../edits/change.js';
import type { Vec3 } from '../math/mat4.js';
import { outlineOf, sceneFromOutline } from '../testing/index.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import type { Scene } from '../scene/scene.js';
import type { Plan } from './plan-on-fork.js';
import { planGroup } from './plan-group.js';
import { planBackToRest, planTransform, planRest, transformIn } from './plan-transform.js';
import { planSort } from './plan-sort.js';
import { planUngroup } from './plan-ungroup.js';
import { pivotPoint } from './pivot-point.js';
import { findUntidy, planTidy } from './tidy.js';

const tree = (scene: Scene, plan: Plan | { ok: true; edits: Parameters<typeof applyChange>[1]['edits'] }) => {
  if (!plan.ok) return plan.because;
  const result = applyChange(scene, { label: '', edits: plan.edits });
  if (!result.ok) throw new Error(result.detail);
  return outlineOf(scene).replace(/ : \w+/g, '');
};

describe('planGroup', () => {
  const outline = 'root : control\n  a : mesh @1,0,0\n  b : mesh @3,0,0\n  c\n    d : mesh @0,5,0\ne : mesh';
  const group = (...ids: number[]) => {
    const scene = sceneFromOutline(outline);
    return tree(scene, planGroup(scene, ids, { name: 'new', pivot: 'centre' }));
  };
  for (const [what, ids, wanted] of [
    ['siblings, at the place of the first', [3, 2], 'root\n  new\n    a\n    b\n  c\n    d\ne'],
    ['one object', [3], 'root\n  a\n  new\n    b\n  c\n    d\ne'],
    [
      'objects of different parents, under their closest common ancestor',
      [2, 5],
      'root\n  new\n    a\n    d\n  b\n  c\ne',
    ],
    ['objects that share no ancestor, as a root', [5, 6], 'new\n  d\n  e\nroot\n  a\n  b\n  c'],
    ['an object with something inside it, once', [4, 5], 'root\n  a\n  b\n  new\n    c\n      d\ne'],
    ['nothing: an empty one at the end', [], 'root\n  a\n  b\n  c\n    d\ne\nnew'],
  ] as const) {
    it(`groups ${what}`, () => expect(group(...ids)).toBe(wanted));
  }
  it('puts its pivot where asked', () => {
    const scene = sceneFromOutline(outline);
    const at = (pivot: Parameters<typeof pivotPoint>[2], snap = 0) => pivotPoint(scene, [2, 3], pivot, snap);
    const table: [Parameters<typeof pivotPoint>[2], Vec3][] = [
      ['origin', [0, 0, 0]],
      ['centre', [2, 0, 0]],
      ['base', [2, -1, 0]],
      ['mean', [2, 0, 0]],
      ['last', [3, 0, 0]],
      [{ anchor: [1, 1, -1] }, [4, 1, -1]],
      [{ point: [9, 8, 7] }, [9, 8, 7]],
    ];
    for (const [pivot, wanted] of table) expect(at(pivot)).withContext(JSON.stringify(pivot)).toEqual(wanted);
    expect(at({ point: [0.26, -0.24, 1] }, 0.5)).toEqual([0.5, -0, 1]);
  });
  it('is linear: ten thousand roots of a flat heap in one list that applies', () => {
    const scene = sceneFromOutline([...Array(10_000).keys()].map((i) => `m${i} : mesh`).join('\n'));
    const plan = planGroup(
      scene,
      [...scene.roots].filter((_, i) => i % 2),
      { name: 'odd', pivot: 'origin' },
    );
    if (!plan.ok) throw new Error(plan.because);
    expect(applyChange(scene, { label: '', edits: plan.edits }).ok).toBeTrue();
    expect(scene.roots).toHaveSize(5001);
  });
});

describe('planUngroup', () => {
  const outline = 'r : control\n  g\n    h\n      a : mesh\n    b : mesh\n  z : mesh';
  const ungroup = (id: number, all = false) => {
    const scene = sceneFromOutline(outline);
    return tree(scene, planUngroup(scene, [id], all));
  };
  it("lets the children out at the group's place", () => expect(ungroup(2)).toBe('r\n  h\n    a\n  b\n  z'));
  it('opens groups in groups when asked', () => expect(ungroup(2, true)).toBe('r\n  a\n  b\n  z'));
  it('refuses what is more than a group', () => expect(ungroup(5)).toContain('"b" is a mesh, not a group'));
});

describe('planSort', () => {
  it('puts children into natural order', () => {
    const scene = sceneFromOutline('r\n  bolt10\n  bolt2\n  Axle\n  bolt1');
    expect(tree(scene, planSort(scene, 1))).toBe('r\n  Axle\n  bolt1\n  bolt2\n  bolt10');
  });
});

describe('places', () => {
  const scene = () => sceneFromOutline('p @1,2,3 ~2,2,2\n  c : mesh @1,0,0');
  const at = (x: number, y: number, z: number) => ({
    t: [x, y, z] as Vec3,
    r: [0, 0, 0, 1] as const,
    s: [1, 1, 1] as Vec3,
  });
  it('read in the world, from the parent and from the rest', () => {
    const s = scene();
    expect(transformIn(s, 2, 'world')).toEqual({ t: [3, 2, 3], r: [0, 0, 0, 1], s: [2, 2, 2] });
    expect(transformIn(s, 2, 'parent')).toEqual(at(1, 0, 0));
    expect(transformIn(s, 2, 'rest')).toBeNull();
  });
  it('are written in the same terms', () => {
    const s = scene();
    const plan = planTransform(s, 2, 'world', { ...at(0, 0, 0), s: [2, 2, 2] });
    if (!plan.ok) throw new Error(plan.because);
    applyChange(s, { label: '', edits: plan.edits });
    expect(transformIn(s, 2, 'parent')).toEqual(at(-0.5, -1, -1.5));
    expect(planTransform(s, 2, 'rest', at(0, 0, 0))).toEqual(
      jasmine.objectContaining({ ok: false, reason: 'no-rest' }),
    );
  });
  it('can be remembered as rest, and gone back to', () => {
    const s = scene();
    applyChange(s, { label: '', edits: planRest(s, [2]) });
    expect(transformIn(s, 2, 'rest')).toEqual(at(0, 0, 0));
    const away = planTransform(s, 2, 'rest', at(0, 1, 0));
    if (!away.ok) throw new Error(away.because);
    applyChange(s, { label: '', edits: away.edits });
    expect(transformIn(s, 2, 'parent')).toEqual(at(1, 1, 0));
    applyChange(s, { label: '', edits: planBackToRest(s, [1, 2]) });
    expect(transformIn(s, 2, 'parent')).toEqual(at(1, 0, 0));
    expect(planRest(s, [2])).toEqual([]);
  });
});

describe('tidying up', () => {
  const outline =
    'main : control\n  empty_grp\n  pin_grp\n    pin : mesh\n  both_grp\n    x : mesh\n    y : mesh\nstray : mesh\ncut_v : mesh';
  it('finds empty groups, lone children and strays, and leaves helpers alone', () => {
    const items = findUntidy(sceneFromOutline(outline), new CompiledConvention(partsConvention));
    expect(items.map(({ object, what }) => [object, what])).toEqual([
      [2, 'empty'],
      [3, 'lone'],
      [8, 'stray'],
    ]);
  });
  it('does those that are chosen', () => {
    const scene = sceneFromOutline(outline);
    const items = findUntidy(scene, new CompiledConvention(partsConvention));
    expect(tree(scene, { ok: true, edits: planTidy(scene, items) })).toBe(
      'main\n  pin\n  both_grp\n    x\n    y\n  stray\ncut_v',
    );
  });
});
