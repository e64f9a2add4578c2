import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
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
