import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';

test('two people in one scene see each other, and a conflict is said', async ({ browser }) => {
  const [one, two] = await Promise.all([0, 1].map(async () => new App(await browser.newPage())));
  await one!.signIn('mo');
  await two!.signIn('ines');
  await one!.openScene('ibex');
  await two!.openScene('ibex');
  // Rows far down are not on the page until one gets there.
  const narrow = 'beard or tail or jaw';
  for (const app of [one!, two!]) await app.filter(narrow);
  await one!.rename('beard', 'C_beard001_hide_geo');
  await expect(two!.row('C_beard001_hide_geo')).toBeVisible();
  // Both rename the same object: the second to arrive is taken back, in words.
  await two!.page.route('**/events', (route) => route.abort());
  await two!.page.reload();
  await two!.filter(narrow);
  await expect(two!.row('tail')).toBeVisible();
  await one!.rename('tail', 'C_tail001_hide_geo');
  await two!.row('tail').click();
  await two!.page.keyboard.press('F2');
  await two!.page.getByTestId('name-field').fill('C_tail009_hide_geo');
  await two!.page.getByTestId('name-field').press('Enter');
  await expect(two!.page.getByTestId('toast')).toContainText('was taken back');
  await expect(two!.row('C_tail001_hide_geo')).toBeVisible();
  // Another object: it goes on top of what the other did.
  await two!.rename('jaw', 'C_jaw001_hide_geo');
  await expect(one!.row('C_jaw001_hide_geo')).toBeVisible();
  await one!.page.close();
  await two!.page.close();
});

test('changes made while the server is away are kept and sent later', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('ibex');
  await page.route('**/changes', (route) => route.abort());
  await app.row('horn_R').click();
  await page.keyboard.press('F2');
  await page.getByTestId('name-field').fill('R_horn001_horn_geo');
  await page.getByTestId('name-field').press('Enter');
  await expect(page.getByTestId('saving')).toContainText('1 edit waits for the server');
  await expect(app.row('R_horn001_horn_geo')).toBeVisible();
  await page.unroute('**/changes');
  await app.saved();
  await page.reload();
  await expect(app.row('R_horn001_horn_geo')).toBeVisible();
});
