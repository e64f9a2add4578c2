import { expect, test } from '@playwright/test';
import { App, bytesOf } from '../support/app.js';
import { nodeNames, validatorCounts } from '../support/glb.js';

test('an artist renames, undoes, redoes, reloads, checks, saves and copies out', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await expect(page.getByTestId('scene').filter({ hasText: 'cableway_cabin' })).toContainText('167');
  await app.openScene('cableway_cabin');
  await app.viewportReady();
  await expect(app.ledger).toContainText('cabin_ctrl');

  await test.step('a sheave picked in the viewport is shown in the ledger', async () => {
    await app.filter('pulley1');
    await app.row('pulley1').click();
    await page.getByTestId('viewport').locator('canvas').focus();
    await page.keyboard.press('f');
    await page.keyboard.press('Escape');
    await app.filter('');
    await expect(page.getByTestId('picked-count')).toBeHidden();
    const box = (await page.getByTestId('viewport').boundingBox())!;
    await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
    await expect(page.getByTestId('picked-count')).toContainText('1 picked');
    await expect(app.row('pulley1')).toHaveAttribute('aria-selected', 'true');
    await expect(app.row('pulley1')).toBeInViewport();
  });

  await test.step('one object is renamed in place', async () => {
    await app.filter('mesh_*');
    await expect(page.getByTestId('ledger-count')).toHaveText('1 of 167');
    await app.rename('mesh_0', 'C_sheave003_nylon_geo');
    await app.filter('*sheave003*');
    // The name fits; what it is made of does not.
    await expect(app.row('C_sheave003_nylon_geo')).toContainText('steel, not nylon');
  });

  await test.step('eight sheaves go over the bench: one clash and its way out', async () => {
    await app.filter('under:pulleys kind:mesh -group');
    await expect(page.getByTestId('ledger-count')).toHaveText('8 of 167');
    await app.ledger.focus();
    await page.keyboard.press('Control+a');
    await expect(page.getByTestId('picked-count')).toContainText('8 picked');
    await app.addStep('Swap words');
    await page.getByLabel('Find', { exact: true }).fill('^.*(pulley|sheave|sheeve).*$');
    await page.getByLabel('Put', { exact: true }).fill('C_sheave000_nylon_geo');
    await page.getByLabel('Read as').selectOption('regex');
    await app.addStep('Number');
    await page.getByLabel('Written').selectOption('last-number');
    await expect(page.getByTestId('tray-count')).toHaveText('8 names will change');
    await expect(page.getByTestId('tray-clash')).toContainText('1 clash');
    await expect(page.getByTestId('tray-clash')).toContainText('C_sheave003_nylon_geo');
    await expect(app.row('pulley1')).toContainText('sheave');
    await expect(app.row('pulley1').getByTestId('verdict')).toContainText('will fit');
    await page.getByTestId('clash-policy').selectOption('stop');
    await expect(page.getByTestId('apply')).toBeDisabled();
    await page.getByTestId('clash-policy').selectOption('number-on');
    await page.getByTestId('apply').click();
    await app.saved();
    await expect(app.row('C_sheave001_nylon_geo')).toHaveAttribute('aria-selected', 'true');
    await expect(page.getByTestId('tray')).toBeHidden();
  });

  await test.step('one undo takes all eight back, one redo brings them again', async () => {
    await page.keyboard.press('Control+z');
    await expect(app.row('pulley1')).toBeVisible();
    await app.saved();
    await page.keyboard.press('Control+y');
    await expect(app.row('C_sheave001_nylon_geo')).toBeVisible();
    await app.saved();
  });

  await test.step('a reload finds it all there, undo too', async () => {
    await page.reload();
    await app.filter('C_sheave*');
    await expect(page.getByTestId('ledger-count')).toHaveText('9 of 167');
    await page.getByTestId('undo').click();
    await expect(page.getByTestId('ledger-count')).toHaveText('1 of 167');
    await page.getByTestId('redo').click();
    await expect(page.getByTestId('ledger-count')).toHaveText('9 of 167');
    await app.saved();
  });

  await test.step('the findings are fewer, and one has a fix', async () => {
    await page.getByRole('link', { name: /^Check/ }).click();
    await page.getByRole('button', { name: /Does not fit its pattern/ }).click();
    await page.getByRole('button', { name: /Forbidden characters/ }).waitFor();
    const finding = page
      .getByTestId('finding')
      .filter({ hasText: 'in name' })
      .filter({ hasText: 'door·left' });
    await finding.click();
    await expect(page.getByTestId('finding-name')).toContainText('door');
    await page.getByTestId('fix').click();
    await app.saved();
    await expect(finding).toHaveCount(0);
  });

  await test.step('a version is saved, something is broken, the version restored', async () => {
    await page.keyboard.press('Control+s');
    await page.getByTestId('note').fill('sheaves named');
    await page.getByTestId('save-note').click();
    await expect(page.getByTestId('version')).toHaveText('v002');
    await page.getByRole('link', { name: /^Name/ }).click();
    await app.filter('C_floor001*');
    await app.rename('C_floor001_oak_geo', 'oops');
    await expect(page.getByTestId('version')).toHaveText('v002 + 1 edit');
    await page.getByTestId('version').click();
    await expect(page.getByTestId('history-line').first()).toContainText('oops');
    await page
      .getByTestId('version-line')
      .filter({ hasText: 'sheaves named' })
      .getByRole('button', { name: 'Restore' })
      .click();
    await expect(page.getByTestId('history-line').first()).toContainText('Restore version 2');
    await page.getByRole('link', { name: /^Name/ }).click();
    await app.filter('C_floor001*');
    await expect(app.row('C_floor001_oak_geo')).toBeVisible();
  });

  await test.step('an artist is held by the gate, and gets a work copy', async () => {
    await page.getByRole('link', { name: 'Hand off' }).click();
    await expect(page.getByTestId('gate-verdict')).toContainText('Not yet');
    await expect(page.getByTestId('hand-off')).toBeDisabled();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByTestId('work-copy').click(),
    ]);
    const copy = await bytesOf(download);
    const names = await nodeNames(copy);
    expect(names.filter((name) => name.startsWith('C_sheave'))).toHaveLength(9);
    expect(names).toContain('door_left');
    expect(await validatorCounts(copy)).toEqual({ errors: 0, warnings: 0 });
  });
  expect(app.problems).toEqual([]);
});
