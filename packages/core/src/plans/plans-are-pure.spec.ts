import * as plan from './index.js';
import { applyChange } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { allOn } from '../scene/scene-object.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { openSnapshot, takeSnapshot } from '../scene/snapshot.js';
import * as twins from '../twins/index.js';
import { frozenScene, randomEdit, randomTransform, randomTree, seededRandom } from '../testing/index.js';

interface Picked {
  readonly scene: Scene;
  readonly ids: readonly ObjectId[];
  readonly one: ObjectId;
  readonly other: ObjectId;
  readonly random: () => number;
}
type Answer = plan.Plan | Edit[] | { readonly edits: readonly Edit[] } | readonly Edit[];
const keep = (random: () => number) => (random() < 0.5 ? 'world' : 'local');

/** One call of every plan, on a random scene and what is picked in it. */
const plans: Readonly<Record<string, (picked: Picked) => Answer>> = {
  planGroup: ({ scene, ids }) => plan.planGroup(scene, ids, { name: 'g', pivot: 'centre' }),
  planTransform: ({ scene, one, random }) =>
    plan.planTransform(scene, one, random() < 0.5 ? 'world' : 'parent', randomTransform(random, 'even')),
  planRest: ({ scene, ids }) => plan.planRest(scene, ids),
  planBackToRest: ({ scene, ids }) => plan.planBackToRest(scene, ids),
  planRemove: ({ scene, ids }) => plan.planRemove(scene, ids),
  planRename: ({ scene, ids }) => plan.planRename(scene, new Map(ids.map((id) => [id, `new${id}`]))),
  planRenameThing: ({ scene }) =>
    plan.planRenameThing(
      scene,
      { thing: 'shape', index: 0, name: scene.shapes[0]!.name } as plan.NamedThing,
      'x',
    ),
  planShapesFollow: ({ scene }) => plan.planShapesFollow(scene, '_shape'),
  planMove: ({ scene, one, other, random }) => plan.planMove(scene, one, other, { keep: keep(random) }),
  planMoves: ({ scene, ids, other, random }) =>
    plan.planMoves(
      scene,
      ids.map((object) => ({ object, under: random() < 0.3 ? null : other })),
      keep(random),
    ),
  planControl: ({ scene, ids }) => plan.planControl(scene, ids),
  planTakeOut: ({ scene, ids }) => plan.planTakeOut(scene, ids),
  planInsertParents: ({ scene, ids }) => plan.planInsertParents(scene, ids, (id) => `over${id}`),
  planZero: ({ scene, ids }) => plan.planZero(scene, ids),
  planMirror: ({ scene, one }) => plan.planMirror(scene, one, 'x'),
  planTidy: ({ scene, ids }) =>
    plan.planTidy(
      scene,
      ids.map((object, i) => ({ object, what: (['empty', 'lone', 'stray'] as const)[i % 3]!, because: '' })),
    ),
  planLayer: ({ scene }) => plan.planLayer(scene, 'Body', { colour: '#112233' }),
  planRenameLayer: ({ scene }) => plan.planRenameLayer(scene, 'Body', 'Trunk'),
  planRemoveLayer: ({ scene }) => plan.planRemoveLayer(scene, 'Body'),
  planView: ({ scene, ids }) => plan.planView(scene, { name: 'v', hidden: ids, layers: [], sets: [] }),
  planPivot: ({ scene, one }) => plan.planPivot(scene, one, [1, 2, 3]),
  planUngroup: ({ scene, ids, random }) => plan.planUngroup(scene, ids, random() < 0.5),
  planClusters: ({ scene, ids }) =>
    plan.planClusters(scene, plan.proposeClusters(scene, ids, { by: 'kind', underBiggest: true })),
  planRestore: ({ scene, random }) => {
    const target = openSnapshot(takeSnapshot(scene));
    for (let i = 0; i < 8; i++) applyChange(target, { label: '', edits: randomEdit(target, random) });
    return plan.planRestore(scene, target);
  },
  planSort: ({ scene, one }) => plan.planSort(scene, one),
  planShare: ({ scene, ids }) => twins.planShare(scene, ids),
  planLike: ({ scene, one, other }) => twins.planLike(scene, one, [other]),
  planOnFork: ({ scene, ids }) =>
    plan.planOnFork(scene, (fork, run) => {
      for (const id of ids) if (fork.find(id)) run(plan.planRemove(fork, [id]));
    }),
};

const editsOf = (answer: Answer): readonly Edit[] =>
  'ok' in answer ? (answer.ok ? answer.edits : []) : 'edits' in answer ? answer.edits : answer;

describe('every plan', () => {
  it('is called here', () => {
    expect(Object.keys(plans).sort()).toEqual(
      Object.keys({ ...plan, ...twins })
        .filter((name) => /^plan[A-Z]/.test(name))
        .sort(),
    );
  });
  for (const [name, plan] of Object.entries(plans))
    it(`leaves the scene and its versions as they were, and its edits apply to it: ${name}`, () => {
      let edits = 0;
      for (let seed = 1; seed <= 80; seed++) {
        const random = seededRandom(seed);
        const plain = randomTree(random, 4 + Math.floor(random() * 30));
        for (let i = 0; i < 12; i++) applyChange(plain, { label: '', edits: randomEdit(plain, random) });
        plain.keepLayer('Body', { name: 'Body', switches: { ...allOn } });
        for (const { id } of [...plain.walk()].slice(0, 3))
          plain.patch(id, { layer: 'Body', rest: randomTransform(random, 'even') });
        const all = [...plain.walk()].map(({ id }) => id);
        const any = (): ObjectId => all[Math.floor(random() * all.length)]!;
        const before = takeSnapshot(plain);
        const version = plain.sceneVersion;
        const picked = { ids: [...new Set([any(), any(), any()])], one: any(), other: any(), random };
        const made = editsOf(plan({ scene: frozenScene(plain), ...picked }));
        expect(takeSnapshot(plain)).toEqual(before);
        expect(plain.sceneVersion).toBe(version);
        edits += made.length;
        const result = applyChange(openSnapshot(before), { label: '', edits: made });
        expect(result.ok)
          .withContext(`seed ${seed}: ${JSON.stringify(result)}`)
          .toBeTrue();
      }
      // One that never makes an edit would pass without being tried; copies of one shape have nothing to share.
      if (name !== 'planShare') expect(edits).toBeGreaterThan(0);
    });
});
