import { applyChange } from '../edits/change.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { worldBounds } from '../scene/bounds.js';
import { outlineOf, sceneFromOutline } from '../testing/index.js';
import { planClusters, proposeClusters } from './auto-arrange.js';
import type { Plan } from './plan-on-fork.js';
import { footprint, leftOutside, planControl } from './plan-control.js';
import { planPivot } from './plan-pivot.js';
import { planZero } from './plan-zero.js';
import { transformPoint } from '../math/mat4.js';
import { identityTransform } from '../math/transform.js';
import { planInsertParents, planTakeOut } from './plan-take-out.js';
import { proposeRigOrder } from './rig-order.js';

type Made = ReturnType<typeof sceneFromOutline>;
const apply = (scene: Made, plan: Plan): void => {
  if (!plan.ok) throw new Error(plan.because);
  expect(applyChange(scene, { label: '', edits: plan.edits }).ok).toBeTrue();
};
const tree = (scene: Made): string => outlineOf(scene).replace(/ @\S+/g, '').trim();

describe('a control', () => {
  it('stands on the floor under what it carries, which stays where it is', () => {
    const scene = sceneFromOutline('body : mesh @2,3,0\nleg : mesh @2,1,0\nsun : light');
    const before = worldBounds(scene, 2);
    apply(scene, planControl(scene, [1, 2]));
    expect(tree(scene)).toBe('body_ctrl : control\n  body : mesh\n  leg : mesh\nsun : light');
    expect(scene.world(4).slice(12, 15)).toEqual([2, 0, 0]);
    expect(worldBounds(scene, 2)).toEqual(before);
    const { outline } = scene.get(4);
    expect(outline!.every((point) => point[1] === 0 && Math.hypot(...point) < 2)).toBeTrue();
  });
  it('keeps its footprint where it is when it is zeroed or its pivot is moved', () => {
    const scene = sceneFromOutline('body : mesh @2,3,5');
    apply(scene, planControl(scene, [1]));
    const seen = () => scene.get(2).outline!.map((point) => transformPoint(scene.world(2), point));
    const before = seen();
    apply(scene, planZero(scene, [2]));
    expect(scene.get(2).local).toEqual(identityTransform);
    apply(scene, planPivot(scene, 2, [7, 0, 0]));
    seen().forEach((point, i) => point.forEach((n, k) => expect(n).toBeCloseTo(before[i]![k]!, 9)));
    expect(scene.world(1).slice(12, 15)).toEqual([2, 3, 5]);
  });
  it('has a footprint that goes round the bounds', () => {
    const points = footprint({ min: [0, 5, 0], max: [4, 9, 2] });
    expect(points).toHaveSize(8);
    expect(Math.min(...points.map((p) => p[0]))).toBeLessThan(0);
    expect(Math.max(...points.map((p) => p[0]))).toBeGreaterThan(4);
    expect(points.every((p) => p[1] === 5)).toBeTrue();
  });
  it('takes everything when asked, and what is left outside is told', () => {
    const convention = new CompiledConvention(partsConvention);
    const scene = sceneFromOutline('body : mesh\nleg : mesh\nref_line : helper\ncut_x : mesh\nsun : light');
    apply(scene, planControl(scene, [1]));
    expect(leftOutside(scene, convention).map((id) => scene.get(id).name)).toEqual(['leg', 'sun']);
    const whole = sceneFromOutline('body : mesh\nleg : mesh');
    apply(whole, planControl(whole, [1], { everything: true }));
    expect(leftOutside(whole, convention)).toEqual([]);
    expect(leftOutside(sceneFromOutline('a : mesh\nb : mesh'), convention)).toEqual([]);
  });
});

describe('taking out of groups', () => {
  it('deletes the group that it empties, and those that held only that', () => {
    const scene = sceneFromOutline('r\n  g\n    h\n      a : mesh @1,0,0\n  b : mesh');
    apply(scene, planTakeOut(scene, [4]));
    expect(tree(scene)).toBe('r\n  g\n    a : mesh\n  b : mesh');
    apply(scene, planTakeOut(scene, [4]));
    expect(tree(scene)).toBe('r\n  a : mesh\n  b : mesh');
  });
  it('keeps a group that still holds something, and anything that is no group', () => {
    const scene = sceneFromOutline('g\n  a : mesh\n  b : mesh\nm : mesh\n  k : mesh');
    apply(scene, planTakeOut(scene, [2, 5]));
    expect(tree(scene)).toBe('g\n  b : mesh\na : mesh\nm : mesh\nk : mesh');
  });
  it('the other way round: a parent in between for each', () => {
    const scene = sceneFromOutline('r\n  a : mesh @1,2,3\n  b : mesh');
    apply(
      scene,
      planInsertParents(scene, [2, 3], (id) => `${scene.get(id).name}_grp`),
    );
    expect(tree(scene)).toBe('r\n  a_grp\n    a : mesh\n  b_grp\n    b : mesh');
    expect(scene.world(4).slice(12, 15)).toEqual([1, 2, 3]);
  });
});

describe('proposals of parents', () => {
  // Boxes of 2 m: neighbours 2 m apart touch.
  const chain =
    'tail : mesh @6,0,0\nbody : mesh @2,0,0 ~2,2,2\nhip : mesh @5,0,0\nfar : mesh @90,0,0\nhead : mesh @-1,0,0';
  it('put what shares something under its biggest part', () => {
    const scene = sceneFromOutline('leg_a : mesh\nleg_b : mesh ~3,3,3\nleg_c : mesh');
    const made = proposeClusters(scene, [1, 2, 3], { by: 'first-word', underBiggest: true });
    expect(made).toEqual([{ name: 'leg_b', under: 2, objects: [1, 3] }]);
    apply(scene, planClusters(scene, made));
    expect(tree(scene)).toMatch(/^leg_b : mesh.*\n {2}leg_a : mesh\n {2}leg_c : mesh$/);
  });
  it('rig order: the heaviest first, then outwards by contact; what touches nothing is left alone', () => {
    const scene = sceneFromOutline(chain);
    const made = proposeRigOrder(scene, [1, 2, 3, 4, 5]);
    const named = made.map(
      ({ name, objects }) => `${name}: ${objects.map((id) => scene.get(id).name).join(' ')}`,
    );
    expect(named).toEqual(['body: hip head', 'hip: tail']);
    apply(scene, planClusters(scene, made));
    expect(scene.get(1).parent).toBe(3);
    expect(scene.get(4).parent).toBeNull();
  });
  it('reaches over a gap when one is allowed', () => {
    const scene = sceneFromOutline('a : mesh @0,0,0 ~2,2,2\nb : mesh @3.05,0,0');
    expect(proposeRigOrder(scene, [1, 2])).toEqual([]);
    expect(proposeRigOrder(scene, [1, 2], 0.1)).toHaveSize(1);
  });
});
