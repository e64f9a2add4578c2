import { NodeIO, type Document } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { applyChange } from '@renquil/core/edits';
import { multiply, type Mat4 } from '@renquil/core/math';
import { planGroup, planMove, planPivot, planSort, planUngroup, type Plan } from '@renquil/core/plans';
import type { Scene } from '@renquil/core/scene';
import { seededRandom } from '@renquil/core/testing';
import { publishedModels } from '../testing/published-models.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);
const hands = publishedModels().filter((model) => model.name.includes('generic-hand'));

/** W(joint) x inverse bind matrix, for every joint of every skin, by its place: what deforms the skin (glTF 2.0, section 3.7.3.3). */
function jointMatrices(document: Document): number[][] {
  return document
    .getRoot()
    .listSkins()
    .flatMap((skin) => {
      const inverse = skin.getInverseBindMatrices()!;
      return skin.listJoints().map((joint, i) => {
        const bind = inverse.getElement(i, new Array<number>(16)) as unknown as Mat4;
        return [...multiply(joint.getWorldMatrix(), bind)];
      });
    });
}
/** One edit that keeps places: group, ungroup, move, sort, or the pivot of something that holds no skin. */
function keepPlace(scene: Scene, random: () => number): Plan {
  const objects = [...scene.walk()];
  const any = () => objects[Math.floor(random() * objects.length)]!;
  switch (Math.floor(random() * 5)) {
    case 0:
      return planGroup(scene, [any().id, any().id], { name: 'g', pivot: 'centre' });
    case 1:
      return planUngroup(scene, [any().id]);
    case 2:
      return planSort(scene, any().id);
    case 3:
      return planPivot(scene, any().id, [random(), random(), random()]);
    default:
      return planMove(scene, any().id, random() < 0.3 ? null : any().id, { keep: 'world' });
  }
}

describe('skinned models', () => {
  for (const { name, bytes } of hands) {
    it(`${name} looks the same after any run of keep-place edits, within 1e-6`, async () => {
      const before = jointMatrices(await io.readBinary(bytes));
      expect(before.length).toBeGreaterThan(20);
      let made = 0;
      for (let seed = 1; seed <= 6; seed++) {
        const { scene, source } = readGltf(bytes, name);
        const random = seededRandom(seed);
        for (let i = 0; i < 25; i++) {
          const plan = keepPlace(scene, random);
          if (plan.ok && applyChange(scene, { label: '', edits: plan.edits }).ok) made += plan.edits.length;
        }
        const after = jointMatrices(await io.readBinary(writeGltf(source, scene)));
        expect(after.length).toBe(before.length);
        const apart = Math.max(...after.flatMap((m, i) => m.map((n, k) => Math.abs(n - before[i]![k]!))));
        expect(apart).withContext(`seed ${seed}`).toBeLessThan(1e-6);
      }
      expect(made).toBeGreaterThan(50);
    });
  }
});
