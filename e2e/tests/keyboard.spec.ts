import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';

test('the ledger is walked, folded and picked by keys alone', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('cableway_cabin');
  const active = () => app.ledger.getAttribute('aria-activedescendant');
  await page.keyboard.press('/');
  await expect(page.getByTestId('filter')).toBeFocused();
  await page.keyboard.press('ArrowDown');
  await expect(app.ledger).toBeFocused();
  await page.keyboard.press('Home');
  await expect(app.ledger).toHaveAttribute('aria-activedescendant', 'cell-1-name');
  await page.keyboard.press('ArrowLeft');
  await expect(page.locator('#row-1')).toHaveAttribute('aria-expanded', 'false');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(app.ledger).not.toHaveAttribute('aria-activedescendant', 'cell-1-name');
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(page.getByTestId('picked-count')).toContainText('3 picked');
  await page.keyboard.press('End');
  // The row it leads to is drawn a moment later; until then the ledger points at none.
  await expect(async () => {
    const cell = await active();
    expect(cell).not.toBeNull();
    await expect(page.locator(`#${cell}`)).toBeInViewport({ timeout: 1000 });
  }).toPass();
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('picked-count')).toBeHidden();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys' })).toContainText('Ctrl K');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+3');
  await expect(page).toHaveURL(/check/);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('L_F_post');
  await expect(page.getByRole('option').first()).toContainText('L_F_post');
  await page.keyboard.press('Escape');
});

test('Ctrl K finds an object in any scene and leads to it', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('handrail_brass');
  await expect(page.getByRole('option', { name: /handrail_brass/ })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('scene-name')).toHaveText('cableway_cabin');
  await expect(app.row('handrail_brass')).toHaveAttribute('aria-selected', 'true');
  await expect(app.row('handrail_brass')).toBeInViewport();
});

test('an unreadable filter says so and loses nothing', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('ibex');
  await app.filter('(jaw');
  await expect(page.getByTestId('filter-error')).toBeVisible();
  await app.filter('nothing_is_called_this');
  await expect(page.getByTestId('ledger-empty')).toContainText('Nothing matches');
  await page.getByRole('button', { name: 'Show everything' }).click();
  await expect(app.row('ibex_ctrl')).toBeVisible();
});

test('arrange: put under, lift out, remove, undo', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('ibex', 'arrange');
  await app.filter('group1');
  await expect(app.row('group1')).toBeVisible();
  await app.row('group1').click();
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByTestId('remove').click();
  await app.saved();
  await expect(page.getByTestId('ledger-empty')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(app.row('group1')).toBeVisible();
  await app.saved();
});
