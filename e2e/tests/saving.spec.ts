import { expect, test, type Page } from '@playwright/test';
import { App } from '../support/app.js';

const start = async (page: Page, name: string): Promise<App> => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringInCabin(name);
  return app;
};
const rename = async (app: App, from: string, to: string): Promise<void> => {
  await app.row(from).first().click();
  await app.page.keyboard.press('F2');
  await app.page.getByTestId('name-field').fill(to);
  await app.page.getByTestId('name-field').press('Enter');
  await expect(app.row(to)).toBeVisible();
};
const firstNames = async (app: App, count: number): Promise<string[]> => {
  const names: string[] = [];
  for (const one of await app.page.locator('rq-ledger-row:not(.row-context) [data-testid="name"]').all()) {
    const text = (await one.textContent())!;
    if (!names.includes(text)) names.push(text);
    if (names.length === count) break;
  }
  return names;
};

test('a session that ended: edits wait, one signs in in place, and they are sent', async ({
  page,
  context,
}) => {
  const app = await start(page, 'session_ends');
  const [a, b] = await firstNames(app, 2);
  await context.clearCookies();
  await rename(app, a!, 'kept_one');
  await expect(page.getByRole('dialog')).toContainText('session of Mo Adeyemi has ended');
  await expect(page.getByTestId('save-again')).toHaveText(/sign in to send 1 edit/);
  // Put away, gone on with, and come back to by the button.
  await page.getByRole('button', { name: 'Not now' }).click();
  await rename(app, b!, 'kept_two');
  await page.getByTestId('save-again').click();
  await page.getByTestId('demo-again').click();
  await app.saved();
  await page.reload();
  await app.filter('kept');
  await expect(app.row('kept_one')).toBeVisible();
  await expect(app.row('kept_two')).toBeVisible();
});

test('the line is cut, the page is closed: what was not sent is sent when the scene opens again', async ({
  page,
  context,
}) => {
  const app = await start(page, 'line_is_cut');
  const url = page.url();
  const [a, b] = await firstNames(app, 2);
  await context.setOffline(true);
  await rename(app, a!, 'offline_one');
  await rename(app, b!, 'offline_two');
  await expect(page.getByTestId('saving')).toHaveText(/2 edits wait for the server/);
  // A version would leave them out: it says so instead.
  await page.keyboard.press('Control+s');
  await page.getByTestId('save-note').click();
  await expect(page.getByRole('alert')).toContainText('2 edits have not reached the server yet');
  await page.close();
  await context.setOffline(false);
  const again = await context.newPage();
  const second = new App(again);
  await again.goto('/');
  await expect(again.getByTestId('unsent')).toContainText('2 edits not sent yet');
  await again.goto(url);
  await second.filter('offline');
  await expect(second.row('offline_one')).toBeVisible();
  await second.saved();
  await expect(again.getByTestId('undo')).toBeEnabled();
  // Somebody else sees them.
  const other = await context.browser()!.newPage();
  const ines = new App(other);
  await other.goto('http://127.0.0.1:8499/');
  await other.getByTestId('demo-ines').click();
  await expect(other.getByTestId('library-title')).toBeVisible();
  await other.goto(url);
  await ines.filter('offline');
  await expect(ines.row('offline_two')).toBeVisible();
  await other.close();
});

test('an edit of one scene never goes to another, however fast one changes between them', async ({
  page,
}) => {
  const app = await start(page, 'first_scene');
  const first = page.url();
  const [a] = await firstNames(app, 1);
  // Answers of the first scene come late.
  await page.route('**/changes', async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await rename(app, a!, 'of_the_first');
  await page.goBack();
  await page.getByRole('link', { name: 'ibex', exact: true }).click();
  await expect(page.getByTestId('scene-name')).toHaveText('ibex');
  await app.viewportReady();
  const [mine] = await firstNames(app, 1);
  await rename(app, mine!, 'of_the_ibex');
  await app.saved();
  await page.unroute('**/changes');
  await page.reload();
  await app.filter('of_the');
  await expect(app.row('of_the_ibex')).toBeVisible();
  await expect(app.row('of_the_first')).toHaveCount(0);
  await page.keyboard.press('Escape');
  await page.getByTestId('undo').click();
  await app.saved();
  await page.goto(first);
  await app.filter('of_the');
  await expect(app.row('of_the_first')).toBeVisible();
});

test('a name that another person changes under ones fingers is shown with both, and chosen', async ({
  page,
  browser,
}) => {
  const app = await start(page, 'under_fingers');
  const [a] = await firstNames(app, 1);
  const page2 = await browser.newPage();
  const ines = new App(page2);
  await ines.signIn('ines');
  await page2.goto(page.url());
  await app.row(a!).first().click();
  await page.keyboard.press('F2');
  await page.getByTestId('name-field').fill('what_mo_types');
  await rename(ines, a!, 'what_ines_says');
  await expect(page.getByTestId('meanwhile')).toContainText(
    'Ines Laurent made it what_ines_says while you typed what_mo_types',
  );
  await page.getByTestId('name-field').press('Enter');
  await expect(page.getByTestId('meanwhile')).toBeVisible();
  await page.getByTestId('use-mine').click();
  await app.saved();
  await ines.filter('what*');
  await expect(ines.row('what_mo_types')).toBeVisible();
  await page2.close();
});

test('a scene goes into the bin and comes out whole', async ({ page }) => {
  const app = await start(page, 'goes_and_comes');
  await page.goto('/');
  await page.getByRole('button', { name: 'Put goes_and_comes into the bin' }).click();
  await expect(page.getByRole('link', { name: 'goes_and_comes', exact: true })).toHaveCount(0);
  await page.getByTestId('open-bin').click();
  await page
    .getByTestId('binned')
    .filter({ hasText: 'goes_and_comes' })
    .getByRole('button', { name: 'Take out' })
    .click();
  await page.getByRole('button', { name: 'Close' }).click();
  await app.openScene('goes_and_comes');
});
