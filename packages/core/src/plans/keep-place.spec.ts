import { Matrix4, Object3D } from 'three';
import { distance } from '../math/mat4.js';
import { toMatrix } from '../math/transform.js';
import { applyChange } from '../edits/change.js';
import { takeSnapshot } from '../scene/snapshot.js';
import type { Scene } from '../scene/scene.js';
import { randomTree } from '../testing/random-tree.js';
import { seededRandom } from '../testing/random-edits.js';
import { planGroup } from './plan-group.js';
import { planMove } from './plan-move.js';
import { planPivot } from './plan-pivot.js';
import { planUngroup } from './plan-ungroup.js';
import type { Plan } from './plan-on-fork.js';

/** The same tree in three, whose Object3D.attach keeps places by its own arithmetic. */
function inThree(scene: Scene): Map<number | null, Object3D> {
  const objects = new Map<number | null, Object3D>([[null, new Object3D()]]);
  for (const object of scene.walk()) {
    const made = new Object3D();
    new Matrix4()
      .fromArray([...toMatrix(object.local)])
      .decompose(made.position, made.quaternion, made.scale);
    objects.set(object.id, made);
    objects.get(object.parent)!.add(made);
  }
  objects.get(null)!.updateMatrixWorld(true);
  return objects;
}
const sizeOf = (m: readonly number[]): number => Math.max(1, ...m.map(Math.abs));
const worlds = (scene: Scene) => new Map([...scene.walk()].map((o) => [o.id, scene.world(o.id)] as const));

describe('keep place against three (Object3D.attach), in double precision', () => {
  it('agrees on 10,000 random trees, and refuses only what three would shear', () => {
    let kept = 0;
    let refused = 0;
    for (let seed = 1; seed <= 10_000; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 6, seed % 2 ? 'even' : 'any');
      const id = 1 + Math.floor(random() * 6);
      const under = random() < 0.2 ? null : 1 + Math.floor(random() * 6);
      const before = scene.world(id);
      const plan = planMove(scene, id, under, { keep: 'world' });
      if (!plan.ok && plan.reason === 'cycle') continue;
      const three = inThree(scene);
      three.get(under)!.attach(three.get(id)!);
      three.get(null)!.updateMatrixWorld(true);
      const theirs = three.get(id)!.matrixWorld.elements;
      const tolerance = 1e-6 * sizeOf(before);
      if (plan.ok) {
        kept++;
        applyChange(scene, { label: '', edits: plan.edits });
        if (distance(scene.world(id), before) > tolerance * 10)
          fail(`seed ${seed}: moved by ${distance(scene.world(id), before)}`);
        if (distance(scene.world(id), theirs) > tolerance * 10) fail(`seed ${seed}: three has it elsewhere`);
      } else {
        refused++;
        if (distance(theirs, before) < tolerance / 10)
          fail(`seed ${seed}: three kept it and we refused (${plan.because})`);
      }
    }
    expect(kept).toBeGreaterThan(3000);
    expect(refused).toBeGreaterThan(100);
  });
});

describe('group, ungroup and pivot, over random trees', () => {
  const check = (scene: Scene, plan: Plan, seed: number): boolean => {
    if (!plan.ok) return false;
    const [before, state] = [worlds(scene), JSON.stringify(takeSnapshot(scene).objects)];
    const result = applyChange(scene, { label: '', edits: plan.edits });
    if (!result.ok) throw new Error(`seed ${seed}: ${result.detail}`);
    for (const [id, world] of before) {
      if (scene.find(id) && distance(scene.world(id), world) > 1e-6 * sizeOf(world))
        fail(`seed ${seed}: object ${id} moved`);
    }
    const grown = new Set([...scene.walk()].map((o) => o.id));
    applyChange(scene, result.inverse);
    if (JSON.stringify(takeSnapshot(scene).objects) !== state) fail(`seed ${seed}: undo is not exact`);
    return grown.size > 0;
  };
  it('move nothing in the world and undo exactly', () => {
    let made = 0;
    for (let seed = 1; seed <= 1500; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 12, seed % 3 ? 'even' : 'any');
      const some = [...Array(12).keys()].map((i) => i + 1).filter(() => random() < 0.4);
      made += Number(check(scene, planGroup(scene, some, { name: 'g', pivot: 'centre' }), seed));
      made += Number(
        check(
          scene,
          planUngroup(
            scene,
            some.filter((id) => scene.get(id).kind === 'group'),
            random() < 0.5,
          ),
          seed,
        ),
      );
      const group = some.find((id) => scene.get(id).shape === null);
      if (!group) continue;
      // The object's own world changes with its pivot; everything below must not.
      const children = scene.get(group).children.map((id) => [id, scene.world(id)] as const);
      const plan = planPivot(scene, group, [1, 2, 3]);
      if (!plan.ok) continue;
      applyChange(scene, { label: '', edits: plan.edits });
      for (const [id, world] of children)
        if (distance(scene.world(id), world) > 1e-6 * sizeOf(world)) fail(`seed ${seed}: child ${id} moved`);
      expect(
        distance(
          [...scene.world(group).slice(12, 15), ...Array<number>(13).fill(0)],
          [1, 2, 3, ...Array<number>(13).fill(0)],
        ),
      ).toBeLessThan(1e-9);
      made++;
    }
    expect(made).toBeGreaterThan(2000);
  });
});
