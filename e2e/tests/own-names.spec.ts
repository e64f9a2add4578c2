import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { NodeIO } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';

/** Files nobody here made: models of the W3C WebXR input profiles. */
const profiles = join(
  dirname(createRequire(import.meta.url).resolve('@webxr-input-profiles/assets/package.json')),
  'dist/profiles',
);

test('names are proposed for a file nobody here made, and each says why', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(join(profiles, 'generic-trigger/none.glb'));
  await expect(page.getByTestId('scene-name')).toContainText('none');
  await app.viewportReady();
  await page.getByTestId('propose').click();
  await expect(page.getByTestId('propose-counts')).toContainText('taken');
  await page.getByTestId('propose-least').fill('50');
  await page.locator('rq-ledger-row').filter({ hasText: 'will fit' }).first().click();
  await expect(page.getByTestId('propose-after')).toHaveText(/_(?:geo|grp|loc|jnt|ctrl)$/);
  await expect(page.getByTestId('propose-why')).not.toBeEmpty();
  await page.getByTestId('apply').click();
  await app.saved();
  await page.reload();
  await app.viewportReady();
  await expect(page.locator('rq-ledger-row').filter({ hasText: 'fits' }).first()).toBeVisible();
  expect(app.problems).toEqual([]);
});

test('a file without a name: what is known is shown, what is open is filled once for all', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  const io = new NodeIO().registerExtensions(ALL_EXTENSIONS);
  const bare = await io.read(join(profiles, 'generic-trigger-squeeze/none.glb'));
  for (const node of bare.getRoot().listNodes()) node.setName('');
  for (const mesh of bare.getRoot().listMeshes()) mesh.setName('grip');
  await app.bringIn({
    name: 'nameless.glb',
    mimeType: 'model/gltf-binary',
    buffer: Buffer.from(await io.writeBinary(bare)),
  });
  await expect(page.getByTestId('scene-name')).toHaveText('nameless');
  await app.viewportReady();
  await expect(page.getByTestId('shape-name').first()).toHaveText('grip');
  const before = await app.outstanding();
  await page.getByTestId('propose').click();
  await expect(
    page.locator('rq-ledger-row').filter({ hasText: 'grip, open: surface' }).first(),
  ).toBeVisible();
  await page.getByTestId('propose-least').fill('50');
  for (const [slot, text] of [
    ['surface', 'nylon'],
    ['what', 'part'],
  ] as const) {
    await page.getByTestId(`fill-${slot}`).fill(text);
    await page.getByTestId(`fill-${slot}`).press('Tab');
  }
  await expect(page.getByTestId('propose-counts')).toContainText('· 0 open');
  await page.getByTestId('apply').click();
  await app.saved();
  await page.reload();
  await app.viewportReady();
  await expect.poll(() => app.outstanding()).toBe(0);
  expect(before).toBeGreaterThan(5);
  await expect(
    page
      .locator('rq-ledger-row')
      .filter({ hasText: /_nylon_geo/ })
      .first(),
  ).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect.poll(() => app.outstanding()).toBe(before);
  expect(app.problems).toEqual([]);
});

test('a convention is learned from the joints picked in a hand of the WebXR profiles', async ({ page }) => {
  const app = new App(page);
  await app.signIn('ines');
  await app.bringIn(join(profiles, 'generic-hand/left.glb'));
  await expect(page.getByTestId('scene-name')).toContainText('left');
  await app.viewportReady();
  await app.filter('*-finger-*');
  await expect(page.getByTestId('ledger-count')).toContainText(/^20 of/);
  await app.ledger.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('learn a convention');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('learn-picked')).toContainText('20 objects');
  await page.getByTestId('learn').click();
  await expect(page.getByTestId('learned')).toContainText('20 of 20 names fit');
  await page.getByTestId('learn-keep').click();
  await page.waitForURL(/conventions\?open=/);
  await page.getByTestId('try-name').fill('ring-finger-tip');
  await expect(page.getByTestId('try-says')).toContainText('fits');
  expect(app.problems).toEqual([]);
});

test('the first minute with a hand of the WebXR profiles: what it fits, held to that, columns, the whole room', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(join(profiles, 'generic-hand/right.glb'));
  await expect(page.getByTestId('scene-name')).toContainText('right');
  await expect(page.getByTestId('fit-says')).toHaveText(
    '25 of 27 names fit Hand, W3C WebXR; 0 fit Cableway parts, which this scene is held to.',
  );
  await page.getByTestId('fit-hold').click();
  await expect(page.getByTestId('fit-strip')).toBeHidden();
  await expect.poll(() => app.outstanding()).toBeLessThan(6);
  await page.reload();
  await app.viewportReady();
  await expect(page.getByTestId('fit-strip')).toBeHidden();
  // The edge of a column is dragged, remembered, and fits again on a double click.
  const edge = page.locator('[data-edge="joint"]');
  const head = page.getByRole('columnheader', { name: 'joint' });
  const widthOf = async (): Promise<number> => Math.round((await head.boundingBox())!.width);
  const before = await widthOf();
  const at = (await edge.boundingBox())!;
  await page.mouse.move(at.x + 4, at.y + 12);
  await page.mouse.down();
  await page.mouse.move(at.x - 56, at.y + 12, { steps: 4 });
  await page.mouse.up();
  expect(await widthOf()).toBe(before - 60);
  await page.reload();
  await app.viewportReady();
  expect(await widthOf()).toBe(before - 60);
  await edge.dblclick();
  await expect.poll(widthOf).toBe(before);
  // By keys: the menu of the column.
  await app.row('wrist').click();
  await app.ledger.focus();
  await page.keyboard.press('Alt+ArrowDown');
  await page.getByRole('menuitem', { name: 'Narrower' }).click();
  await expect.poll(widthOf).toBe(before - 24);
  await page.keyboard.press('Alt+v');
  await expect(page.getByTestId('whole-room')).toHaveAttribute('aria-pressed', 'true');
  expect((await page.getByTestId('viewport').boundingBox())!.width).toBe(1280);
  await page.keyboard.press('Alt+v');
  expect((await page.getByTestId('viewport').boundingBox())!.width).toBeLessThan(600);
  expect(app.problems).toEqual([]);
});
