import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { expect, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import { App, bytesOf } from '../support/app.js';
import { binaryOf, jsonOf, nodeNames, openWithTransform, validatorCounts } from '../support/glb.js';

/** A file nobody here made: a controller of the W3C WebXR input profiles. */
const profiles = join(
  dirname(createRequire(import.meta.url).resolve('@webxr-input-profiles/assets/package.json')),
  'dist/profiles',
);
const own = join(profiles, 'generic-trigger/none.glb');

test('an own .glb goes in, is named, handed off, and differs only in its names', async ({ page }) => {
  const app = new App(page);
  const original = readFileSync(own);
  const before = await nodeNames(original);
  await app.signIn('mo');
  await app.bringIn(own);
  await expect(page.getByTestId('scene-name')).toHaveText('none');
  await app.viewportReady();
  const ids = await page.locator('rq-ledger-row').evaluateAll((rows) => rows.map((row) => row.id));
  expect(ids).toHaveLength(before.length);

  // Every object gets a name that fits, typed one after another: Tab keeps one and goes to the next.
  await app.ledger.focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('F2');
  const kinds: Record<string, (n: number) => string> = {
    mesh: (n) => `controller${String(n).padStart(3, '0')}_nylon_geo`,
    group: (n) => `part${String(n).padStart(3, '0')}_grp`,
    locator: (n) => `part${String(n).padStart(3, '0')}_loc`,
    joint: (n) => `part${String(n).padStart(3, '0')}_jnt`,
  };
  for (const [i, id] of ids.entries()) {
    const kind = (await page.locator(`#${id} rq-kind`).getAttribute('aria-label'))!;
    const field = page.locator(`#${id} input`);
    await field.fill(kinds[kind]!(i + 1));
    await field.press(i === ids.length - 1 ? 'Enter' : 'Tab');
  }
  await app.saved();
  await page.getByRole('link', { name: 'Hand off' }).click();
  await expect(page.getByTestId('gate-verdict')).toContainText('It passes');
  await page.getByTestId('hand-off').click();
  await expect(page.getByTestId('read-back')).toHaveText(`${before.length} of ${before.length} arrive`);

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('download-package').click(),
  ]);
  const files = unzipSync(await bytesOf(download));
  const names = Object.keys(files).sort();
  expect(names).toEqual([
    'checks.sarif',
    'manifest.json',
    'names.csv',
    expect.stringMatching(/^none_r\d+\.glb$/),
    'renames.csv',
    'report.html',
  ]);
  const made = Buffer.from(files[names.find((name) => name.endsWith('.glb'))!]!);
  const nameless = (glb: Buffer) =>
    JSON.stringify({ ...jsonOf(glb), nodes: jsonOf(glb).nodes.map((node) => ({ ...node, name: '' })) });
  expect(nameless(made)).toBe(nameless(original));
  expect(binaryOf(made).equals(binaryOf(original))).toBe(true);
  expect((await nodeNames(made)).every((name) => /^(controller|part)\d{3}_/.test(name))).toBe(true);
  expect(await validatorCounts(made)).toEqual(await validatorCounts(original));
  expect((await openWithTransform(made)).getRoot().listNodes()).toHaveLength(before.length);
  const manifest = JSON.parse(Buffer.from(files['manifest.json']!).toString()) as {
    gate: { passes: boolean };
  };
  expect(manifest.gate.passes).toBe(true);
  expect(app.problems).toEqual([]);
});
