import { applyChange } from '../edits/change.js';
import { determinant3, distance, transformPoint, type Mat4, type Vec3 } from '../math/mat4.js';
import { toMatrix } from '../math/transform.js';
import { CompiledConvention } from '../names/slots/compiled-convention.js';
import { partsConvention } from '../names/slots/parts.js';
import { drawnWorld } from '../scene/bounds.js';
import { Scene } from '../scene/scene.js';
import { takeSnapshot } from '../scene/snapshot.js';
import { sceneFromOutline } from '../testing/index.js';
import { randomTree } from '../testing/random-tree.js';
import { seededRandom } from '../testing/random-edits.js';
import type { Plan } from './plan-on-fork.js';
import { planMirror } from './plan-mirror.js';
import { planPivot } from './plan-pivot.js';
import { planZero } from './plan-zero.js';

const drawn = (scene: Scene) =>
  new Map(
    [...scene.walk()].filter((o) => o.shape !== null).map((o) => [o.id, drawnWorld(scene, o.id)] as const),
  );
const size = (m: Mat4): number => Math.max(1, ...m.map(Math.abs));
/** Applies a plan, lets `look` judge, and holds its undo to be exact. False when the plan was refused. */
function law(scene: Scene, plan: Plan, look: () => void, seed: number): boolean {
  if (!plan.ok) return false;
  const state = JSON.stringify(takeSnapshot(scene));
  const result = applyChange(scene, { label: '', edits: plan.edits });
  if (!result.ok) throw new Error(`seed ${seed}: ${result.detail}`);
  look();
  applyChange(scene, result.inverse);
  if (JSON.stringify(takeSnapshot(scene)) !== state) fail(`seed ${seed}: undo is not exact`);
  return true;
}

describe('pivot, zero and mirror, over random trees', () => {
  it('move no point of any shape, but for the mirror, which reflects every one', () => {
    let made = 0;
    for (let seed = 1; seed <= 1500; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 9, seed % 3 ? 'even' : 'any');
      const before = drawn(scene);
      const id = 1 + Math.floor(random() * 9);
      const still = (): void => {
        for (const [one, m] of before)
          if (distance(drawnWorld(scene, one), m) > 1e-6 * size(m))
            fail(`seed ${seed}: the shape of ${one} moved`);
      };
      const zeroed = (): void => {
        still();
        expect(
          distance(toMatrix(scene.get(id).local), [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]),
        ).toBeLessThan(1e-9);
      };
      const mirrored = (): void => {
        for (const object of scene.walk(id)) {
          const m = before.get(object.id);
          if (!m) continue;
          for (const p of [
            [0, 0, 0],
            [1, 0.5, -1],
          ] as Vec3[]) {
            const [was, is] = [transformPoint(m, p), transformPoint(drawnWorld(scene, object.id), p)];
            if (Math.hypot(was[0] + is[0], was[1] - is[1], was[2] - is[2]) > 1e-6 * size(m))
              fail(`seed ${seed}: ${object.id} is not mirrored`);
          }
          const handed = Math.sign(determinant3(toMatrix(scene.get(object.id).local)));
          if (seed % 3 && handed < 0) fail(`seed ${seed}: a scale turned negative`);
        }
      };
      made += Number(law(scene, planPivot(scene, id, [1, 2, 3]), still, seed));
      made += Number(law(scene, planZero(scene, [id]), zeroed, seed));
      made += Number(law(scene, planZero(scene, [id], ['turn', 'scale']), still, seed));
      made += Number(law(scene, planMirror(scene, id, 'x'), mirrored, seed));
    }
    expect(made).toBeGreaterThan(4000);
  });
});

describe('what may not be baked', () => {
  const scene = () => {
    const made = sceneFromOutline(
      'r : control\n  hip : joint\n  cam : camera\n  skin : mesh\n  spinner : mesh\n  free : mesh',
    );
    const other = new Scene([{ ...made.shapes[0]!, fixed: 'skinned' }, made.shapes[0]!], [], new Set([5]));
    for (const object of made.walk())
      other.append(
        { ...object, shape: object.id === 4 ? 0 : object.shape === null ? null : 1 },
        object.parent,
      );
    return other;
  };
  for (const [id, because] of [
    [2, 'is a joint'],
    [3, 'is a camera'],
    [4, 'is skinned'],
    [5, 'is animated'],
  ] as const) {
    it(`says that it ${because}`, () => {
      const plan = planZero(scene(), [id]);
      expect(plan.ok ? '' : plan.because).toContain(because);
    });
  }
  it('leaves what may be', () => expect(planZero(scene(), [6]).ok).toBeTrue());
});

describe('planMirror', () => {
  it('swaps sides in names that have one, when the other is free', () => {
    const scene = sceneFromOutline(
      'L_arm001_steel_geo : mesh @1,0,0\n  L_hand001_steel_geo : mesh @1,0,0\nR_hand001_steel_geo : mesh',
    );
    const plan = planMirror(scene, 1, 'x', new CompiledConvention(partsConvention));
    if (!plan.ok) throw new Error(plan.because);
    applyChange(scene, { label: '', edits: plan.edits });
    expect([scene.get(1).name, scene.get(2).name]).toEqual(['R_arm001_steel_geo', 'L_hand001_steel_geo']);
    expect(scene.world(2).slice(12, 15)).toEqual([-2, 0, 0]);
  });
  it('goes across the middle of the asset, wherever that stands and faces', () => {
    // Faces -X: its left is +Z, and it stands off the origin.
    const scene = sceneFromOutline(
      [
        'cart_grp @7,0,20',
        ...['wheel', 'rail', 'lamp'].flatMap((name, i) => [
          `  L_${name}001_steel_geo : mesh @0,${i},2`,
          `  R_${name}001_steel_geo : mesh @0,${i},-2`,
        ]),
        '  L_box001_steel_geo : mesh @1,5,2',
      ].join('\n'),
    );
    scene.patch(1, { attributes: { facing: '-X' } });
    const convention = new CompiledConvention(partsConvention);
    const plan = planMirror(scene, 8, 'asset', convention);
    if (!plan.ok) throw new Error(plan.because);
    applyChange(scene, { label: '', edits: plan.edits });
    expect(scene.world(8).slice(12, 15)).toEqual([8, 5, 18]);
    expect(scene.get(8).name).toBe('R_box001_steel_geo');
  });
});
