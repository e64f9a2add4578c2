import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';

test('a viewer looks and checks, and changes nothing', async ({ page }) => {
  const app = new App(page);
  await app.signIn('tam');
  await expect(page.getByTestId('bring-in')).toHaveCount(0);
  await app.openScene('ibex');
  await app.row('jaw').click();
  await page.keyboard.press('F2');
  await expect(page.getByTestId('name-field')).toHaveCount(0);
  await expect(page.getByTestId('add-step')).toBeDisabled();
  await page.getByRole('link', { name: /^Check/ }).click();
  await page.getByTestId('finding').first().click();
  await expect(page.getByTestId('finding-name')).toBeVisible();
  expect(app.problems).toEqual([]);
});

test('a lead hands off past the gate with a reason, and what stays home stays', async ({ page }) => {
  const app = new App(page);
  await app.signIn('ines');
  await app.openScene('ibex', 'hand-off');
  await expect(page.getByTestId('gate-verdict')).toContainText('Not yet');
  await expect(page.getByTestId('hand-off')).toBeDisabled();
  await page.getByTestId('reason').fill('a first look for the rig team');
  await page.getByTestId('hand-off').click();
  await expect(page.getByTestId('read-back')).toContainText('arrive');
  await expect(page.getByTestId('package-file')).toHaveCount(6);
  await expect(page.getByText('a first look for the rig team')).toBeVisible();
});

test('a lead gives roles, and the last lead stays one', async ({ page }) => {
  const app = new App(page);
  await app.signIn('ines');
  await page.getByRole('link', { name: 'People' }).click();
  await page.getByLabel('Role of Ines Laurent').selectOption('artist');
  await expect(page.getByTestId('toast')).toContainText('at least one lead');
  await page.getByLabel('Role of Tam Brandt').selectOption('artist');
  await expect(page.getByText('Tam Brandt is artist now.')).toBeVisible();
  await page.getByLabel('Role of Tam Brandt').selectOption('viewer');
  await expect(page.getByText('Tam Brandt is viewer now.')).toBeVisible();
});

test('a wrong password is refused in words, and pages behind the sign-in lead back', async ({ page }) => {
  await page.goto('/scenes/1/check');
  await page.getByLabel('Name').fill('mo');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('The name or the password is wrong.');
  await page.getByTestId('demo-mo').click();
  await expect(page).toHaveURL(/scenes\/1\/check/);
});
