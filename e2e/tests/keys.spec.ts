import { expect, test, type Page } from '@playwright/test';
import { App } from '../support/app.js';
import { nodeNames } from '../support/glb.js';

/** Presses keys and counts them; every letter typed is one. */
class Keys {
  presses = 0;
  constructor(readonly page: Page) {}
  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      this.presses++;
      await this.page.keyboard.press(key);
    }
  }
  async type(text: string): Promise<void> {
    this.presses += text.length;
    await this.page.keyboard.type(text);
  }
  /** The menu of a column, and so many entries down in it. */
  async column(app: App, down: number): Promise<void> {
    await this.press('Alt+ArrowDown');
    await expect(this.page.locator('[role=menu] .cdk-menu-item').first()).toBeFocused();
    for (let i = 0; i < down; i++) await this.press('ArrowDown');
    await this.press('Enter');
    await expect(app.ledger).toBeFocused();
  }
  /** By the field for everything: the words of a command. */
  async command(words: string): Promise<void> {
    await this.press('Control+k');
    await expect(this.page.getByRole('combobox', { name: /A command/ })).toBeFocused();
    await this.type(words);
    await this.press('Enter');
  }
}
const focusIs = async (page: Page): Promise<string> =>
  page.evaluate(() => document.activeElement?.tagName ?? 'BODY');

test('the whole story by keys: bring in, arrange, name, check, save and hand off', async ({ page }) => {
  test.setTimeout(240_000);
  const app = new App(page);
  const keys = new Keys(page);
  await app.signIn('mo');
  const copy = await (await page.request.get('/api/scenes/1/copy')).body();

  await test.step('bring in', async () => {
    const chooser = page.waitForEvent('filechooser');
    await keys.command('bring in a');
    await (await chooser).setFiles({ name: 'by_keys.glb', mimeType: 'model/gltf-binary', buffer: copy });
    await expect(page.getByTestId('scene-name')).toHaveText('by_keys');
    await app.viewportReady();
    await expect(page).toHaveTitle('by_keys · Name · Renquil');
  });
  await test.step('arrange: group two, sort, and back', async () => {
    await keys.press('Alt+1');
    await expect(page).toHaveTitle('by_keys · Arrange · Renquil');
    await expect(app.ledger).toBeFocused();
    await keys.press('Home', 'ArrowDown', 'ArrowDown', 'Shift+ArrowDown', 'Control+g');
    // The new group asks for its name.
    await expect(page.getByTestId('name-field')).toBeFocused();
    await keys.press('Enter');
    await app.saved();
    await expect(app.ledger).toBeFocused();
    await keys.press('Control+z');
    await app.saved();
    await keys.column(app, 0);
    await expect(page.getByRole('columnheader', { name: 'Object' })).toContainText('↑');
    await keys.column(app, 0);
    await keys.column(app, 0);
  });
  await test.step('name: proposals, one left out, the rest applied', async () => {
    await keys.press('Alt+2');
    await expect(app.ledger).toBeFocused();
    // Nothing is picked any more: names are proposed for everything.
    await keys.press('Escape', 'Alt+p');
    await page.getByTestId('propose-counts').waitFor();
    await expect(page.getByTestId('tray-count')).toHaveText(/^\d+ names? will change$/);
    const count = async (): Promise<number> => parseInt(await page.getByTestId('tray-count').innerText(), 10);
    const all = await count();
    await keys.press('F7');
    await keys.press('Alt+t');
    await expect(page.getByTestId('tray-count')).toHaveText(`${all - 1} names will change`);
    await keys.press('Alt+t', 'Alt+Enter');
    await app.saved();
    await expect(app.ledger).toBeFocused();
  });
  await test.step('name: a name typed in place, a slot grouped', async () => {
    await keys.press('F8', 'F2');
    await keys.type('C_sheave009_steel_geo');
    await keys.press('Enter');
    await app.saved();
    await keys.press('Tab');
    await keys.column(app, 2);
    await expect(page.locator('rq-ledger-row button.chip').first()).toBeVisible();
    await keys.column(app, 3);
  });
  await test.step('check: to a finding that has a fix, and fix it', async () => {
    await keys.press('Alt+3', 'Alt+F8');
    await expect(page.getByTestId('fix')).toBeVisible();
    await keys.press('Alt+Enter');
    await app.saved();
    expect(await focusIs(page)).not.toBe('BODY');
  });
  await test.step('a version', async () => {
    await keys.press('Control+s');
    await keys.type('by keys');
    await keys.press('Enter');
    await expect(page.getByTestId('version')).toHaveText('v002');
    expect(await focusIs(page)).not.toBe('BODY');
  });
  await test.step('hand off: a work copy', async () => {
    await keys.press('Alt+4');
    await expect(page).toHaveTitle('by_keys · Hand off · Renquil');
    const download = page.waitForEvent('download');
    await keys.command('work copy');
    const stream = await (await download).createReadStream();
    const parts: Buffer[] = [];
    for await (const part of stream) parts.push(part as Buffer);
    expect(await nodeNames(Buffer.concat(parts))).toContain('C_sheave009_steel_geo');
    expect(await focusIs(page)).not.toBe('BODY');
  });
  expect(keys.presses).toBeLessThan(150);
  expect(app.problems).toEqual([]);
});

test('the 3D view is picked in by keys', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('ibex');
  await app.viewportReady();
  await page.getByTestId('viewport').locator('canvas').focus();
  await page.keyboard.press('c');
  await expect(page.getByTestId('picked-count')).toContainText('1 picked');
  const first = await page.locator('rq-ledger-row[aria-selected=true]').getAttribute('id');
  await page.keyboard.press('n');
  await expect(page.locator('rq-ledger-row[aria-selected=true]')).not.toHaveAttribute('id', first!);
  await page.keyboard.press('Shift+N');
  await expect(page.locator('rq-ledger-row[aria-selected=true]')).toHaveAttribute('id', first!);
});
