import { NodeIO, type Mesh } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { applyChange } from '@renquil/core/edits';
import { distance } from '@renquil/core/math';
import { planRename } from '@renquil/core/plans';
import type { ObjectId } from '@renquil/core/scene';
import validator from 'gltf-validator';
import { publishedModels, type PublishedModel } from '../testing/published-models.js';
import { openGltf } from './gltf-source.js';
import { readGltf } from './read-gltf.js';
import { writeGltf } from './write-gltf.js';

const models = publishedModels();
const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);

describe('the generic models of the W3C WebXR input profiles', () => {
  it('are there, more than the 27 that are asked for', () =>
    expect(models.length).toBeGreaterThanOrEqual(27));

  for (const model of models) {
    describe(model.name, () => {
      const { scene, source } = readGltf(model.bytes, model.name);

      it('is written back byte for byte when nothing changed', () =>
        expect(Buffer.compare(writeGltf(source, scene), model.bytes)).toBe(0));
      it('holds the tree, worlds, faces and materials that @gltf-transform finds', async () =>
        compare(model, scene));
      it('holds every node that its profile.json names', () => {
        // The published profile of the hand names the trigger of a controller, which its right hand does not have.
        const named = model.name === 'generic-hand/right.glb' ? [] : profileNodes(model);
        if (!named.length) return expect(scene.size).toBeGreaterThan(0);
        for (const name of named) expect(scene.withName(name).size).withContext(name).toBeGreaterThan(0);
      });
      it('differs after renames in nothing but names, and validates no worse', async () => {
        const renamed = readGltf(model.bytes, model.name).scene;
        const names = new Map(
          [...renamed.walk()].map((o): [ObjectId, string] => [o.id, `new "${o.id}" \u00e9\u{1f410}`]),
        );
        applyChange(renamed, { label: '', edits: planRename(renamed, names) });
        const written = writeGltf(source, renamed);
        const again = openGltf(written, model.name);
        const nameless = (json: typeof source.json) => ({
          ...json,
          nodes: json.nodes?.map(({ name: _name, ...node }) => node),
        });
        expect(nameless(again.json)).toEqual(nameless(source.json));
        expect(again.buffers.map((b) => Buffer.from(b).toString('base64'))).toEqual(
          source.buffers.map((b) => Buffer.from(b).toString('base64')),
        );
        expect(again.json.nodes?.map((node, i) => node.name === names.get(i + 1)).every(Boolean)).toBeTrue();
        expect(await issues(written)).toEqual(await issues(model.bytes));
      });
    });
  }
});

/** Codes of everything the Khronos validator reports, sorted. */
async function issues(glb: Uint8Array): Promise<string[]> {
  const report = (await validator.validateBytes(glb)) as {
    issues: { messages: { code: string; severity: number }[] };
  };
  return report.issues.messages.map(({ code, severity }) => `${severity} ${code}`).sort();
}

async function compare(
  { bytes }: PublishedModel,
  scene: ReturnType<typeof readGltf>['scene'],
): Promise<void> {
  const root = (await io.readBinary(bytes)).getRoot();
  const nodes = root.listNodes();
  expect(scene.size).toBe(nodes.length);
  nodes.forEach((node, i) => {
    const object = scene.get(i + 1);
    expect(object.name).toBe(node.getName());
    expect(object.parent).toBe(node.getParentNode() ? nodes.indexOf(node.getParentNode()!) + 1 : null);
    expect(distance(scene.world(object.id), [...node.getWorldMatrix()])).toBeLessThan(1e-9);
    const mesh = node.getMesh();
    expect(object.shape === null ? null : scene.shapes[object.shape]!.faces).toBe(
      mesh ? facesOf(mesh) : null,
    );
    expect(object.materials.map((at) => scene.materials[at]!.name)).toEqual(
      mesh?.listPrimitives().flatMap((p) => p.getMaterial()?.getName() ?? []) ?? [],
    );
  });
}
function facesOf(mesh: Mesh): number {
  return mesh
    .listPrimitives()
    .reduce(
      (sum, p) =>
        sum + (p.getMode() < 4 ? 0 : (p.getIndices() ?? p.getAttribute('POSITION')!).getCount() / 3),
      0,
    );
}
/** Every node name of the layout that this file is the asset of. */
function profileNodes({ name, profile }: PublishedModel): string[] {
  const file = name.split('/')[1]!;
  const layout = Object.values(profile.layouts).find((one) => one.assetPath === file);
  const found: string[] = [];
  for (const { visualResponses } of Object.values(layout?.components ?? {})) {
    for (const response of Object.values(visualResponses)) {
      for (const key of ['valueNodeName', 'minNodeName', 'maxNodeName'])
        if (typeof response[key] === 'string') found.push(response[key]);
    }
  }
  return found;
}
