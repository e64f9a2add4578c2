import { NodeIO, type Node } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { distance, multiply } from '@renquil/core/math';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { makeOutgoing, shippedTargets, type Outgoing, type Target } from '@renquil/core/targets';
import validator from 'gltf-validator';
import { publishedModels } from '../testing/published-models.js';
import { neededJoints } from './needed-joints.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);
const parts = new CompiledConvention(partsConvention);
const turned: Target = {
  title: 'Z up, centimetres',
  format: 'glb',
  axes: { up: 'Z', unit: 0.01, front: '-Z', how: 'root', root: 'turned' },
};
async function worst(bytes: Uint8Array): Promise<number> {
  const report = (await validator.validateBytes(bytes)) as { issues: { numErrors: number } };
  return report.issues.numErrors;
}
/** What arrived, by name and in order, as a reader that is not ours sees it. */
async function arrivedIn(bytes: Uint8Array): Promise<Node[]> {
  const document = await io.readBinary(bytes);
  return document.getRoot().listNodes();
}
function sent({ scene, without }: Outgoing) {
  return [...scene.walk()].filter(({ id }) => !without.has(id));
}

/** Targets over models that others published; the reader and the validator are others', too. */
describe('writing for a target', () => {
  for (const [title, target] of Object.entries({
    ...shippedTargets,
    turned,
    baked: { ...turned, axes: { ...turned.axes, how: 'baked' as const } },
  })) {
    if (target.format === 'names') continue;
    it(`${title}: what goes arrives under its names where it stood, and validates no worse`, async () => {
      let [models, objects, needing] = [0, 0, 0];
      for (const model of publishedModels().slice(0, 40)) {
        const { scene, source } = readGltf(model.bytes, model.name);
        const made = makeOutgoing(scene, parts, target);
        if (made.findings.some(({ rule }) => rule === 'target-place')) continue;
        const needs = neededJoints(source, made.scene, made.without);
        if (needs) {
          // It is said before, by who needs it; writing would refuse.
          expect(needs.objects.every((id) => !made.without.has(id))).toBeTrue();
          expect(() => writeGltf(source, made.scene, { without: made.without })).toThrowError(/skins/);
          needing++;
          continue;
        }
        const bytes = writeGltf(source, made.scene, { without: made.without });
        expect(await worst(bytes))
          .withContext(model.name)
          .toBeLessThanOrEqual(await worst(model.bytes));
        const nodes = await arrivedIn(bytes);
        const going = sent(made);
        expect(nodes.map((node) => node.getName()).sort())
          .withContext(model.name)
          .toEqual(going.map(({ name }) => name).sort());
        const byName = new Map(nodes.map((node) => [node.getName(), node] as const));
        for (const { id, name } of going) {
          const before = scene.find(id);
          if (!before || byName.size !== nodes.length || 'm' in before.local) continue;
          // What is baked stands elsewhere by its origin; its points are held to in core.
          if (target.axes?.how === 'baked') continue;
          const wanted = multiply(made.world, scene.world(id));
          const found = byName.get(name)!.getWorldMatrix();
          const size = Math.max(1, ...wanted.map(Math.abs));
          expect(distance(wanted, [...found]))
            .withContext(`${model.name} ${name}`)
            .toBeLessThan(1e-6 * size);
          objects++;
        }
        models++;
      }
      expect(models).toBeGreaterThan(5);
      if (target.flat) expect(needing).toBeGreaterThan(0);
      if (target.axes?.how !== 'baked') expect(objects).toBeGreaterThan(100);
    }, 120_000);
  }
});
