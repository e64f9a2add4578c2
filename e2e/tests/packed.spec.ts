import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { expect, test } from '@playwright/test';
import { NodeIO } from '@gltf-transform/core';
import { ALL_EXTENSIONS, EXTMeshoptCompression, KHRDracoMeshCompression } from '@gltf-transform/extensions';
import { MeshoptEncoder } from 'meshoptimizer/encoder';
import { App } from '../support/app.js';

const require = createRequire(import.meta.url);
const profiles = join(dirname(require.resolve('@webxr-input-profiles/assets/package.json')), 'dist/profiles');

/** A model that nobody here made, packed with the encoders that the formats come from. */
async function packed(how: 'draco' | 'meshopt'): Promise<Buffer> {
  const { createEncoderModule } = require('draco3dgltf') as { createEncoderModule(): Promise<unknown> };
  await MeshoptEncoder.ready;
  const io = new NodeIO().registerExtensions(ALL_EXTENSIONS).registerDependencies({
    'draco3d.encoder': await createEncoderModule(),
    'meshopt.encoder': MeshoptEncoder,
  });
  const document = await io.readBinary(readFileSync(join(profiles, 'generic-trigger-squeeze/left.glb')));
  if (how === 'draco') document.createExtension(KHRDracoMeshCompression).setRequired(true);
  else document.createExtension(EXTMeshoptCompression).setRequired(true);
  return Buffer.from(await io.writeBinary(document));
}

for (const how of ['draco', 'meshopt'] as const)
  test(`shapes packed by ${how} are drawn, not their boxes`, async ({ page }) => {
    const app = new App(page);
    await app.signIn('mo');
    await app.bringIn({
      name: `packed_${how}.glb`,
      mimeType: 'model/gltf-binary',
      buffer: await packed(how),
    });
    await expect(page.getByTestId('scene-name')).toHaveText(`packed_${how}`);
    await app.viewportReady();
    await expect(page.getByTestId('boxed')).toHaveCount(0);
    expect(app.problems).toEqual([]);
  });

test('pictures of materials are drawn, and put away and back by a key and in the menu of the view', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  // Debian's copy of a model of the working group.
  await app.bringIn('/usr/share/assimp/models/glTF2/BoxTextured-glTF-Binary/BoxTextured.glb');
  await expect(page.getByTestId('scene-name')).toHaveText('BoxTextured');
  await app.viewportReady();
  const view = page.getByTestId('viewport');
  /** The picture once it stands still. */
  const seen = async (): Promise<Buffer> => {
    await expect(view).toHaveAttribute('data-whole', 'true');
    return view.screenshot();
  };
  const dressed = await seen();
  await view.locator('canvas').focus();
  await page.keyboard.press('t');
  await expect.poll(async () => (await seen()).equals(dressed)).toBe(false);
  await page.reload();
  await app.viewportReady();
  const plain = await seen();
  await page.getByTestId('view-menu').click();
  await expect(page.getByTestId('textures')).toHaveAttribute('aria-checked', 'false');
  await page.getByTestId('textures').click();
  await page.keyboard.press('Escape');
  await expect.poll(async () => (await seen()).equals(plain)).toBe(false);
  expect(app.problems).toEqual([]);
});
