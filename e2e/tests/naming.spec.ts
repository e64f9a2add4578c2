import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';
import { nodeNames } from '../support/glb.js';

test('proposed names: why for each, taken as one edit, there after a reload and in the file, undone', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringInCabin('naming');
  await expect.poll(() => app.outstanding()).toBeGreaterThan(30);
  await page.getByTestId('propose').click();
  await expect(page.getByTestId('propose-counts')).toContainText('names taken');
  await app.row('post_LB').click();
  await expect(page.getByTestId('propose-after')).toHaveText('L_B_post001_enamel_geo');
  await expect(page.getByTestId('propose-why')).toContainText('to the left');
  // One row left out by hand, the rest in one edit.
  await page.getByTestId('propose-take').uncheck();
  await expect(app.row('post_LB').getByTestId('verdict')).toContainText('left out');
  await page.getByTestId('apply').click();
  await app.saved();
  await expect.poll(() => app.outstanding()).toBeLessThan(12);
  await expect(app.row('post_LB')).toBeVisible();
  await expect(page.getByTestId('tray')).toBeHidden();
  await page.reload();
  await app.viewportReady();
  await expect(app.row('C_roofShell001_enamel_geo')).toBeVisible();
  const scene = /scenes\/(\d+)/.exec(page.url())![1];
  const names = await nodeNames(await (await page.request.get(`/api/scenes/${scene}/copy`)).body());
  expect(names).toContain('C_roofShell001_enamel_geo');
  expect(names).toContain('post_LB');
  await page.keyboard.press('Control+z');
  await app.saved();
  await expect(app.row('roofShell')).toBeVisible();
  expect(app.problems).toEqual([]);
});

test('slots are changed in their cells by keys alone, for all that is picked, and grouped', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringInCabin('cells');
  await app.filter('F_panel* or B_panel*');
  await expect(page.getByTestId('ledger-count')).toContainText('2 of');
  await app.ledger.focus();
  await page.keyboard.press('Control+a');
  for (let i = 0; i < 5; i++) await page.keyboard.press('Tab');
  await page.keyboard.press('s');
  await page.getByTestId('slot-field').fill('steel');
  await expect(app.row('F_panel001_enamel_geo').getByTestId('verdict')).toContainText('will fit');
  await page.keyboard.press('Enter');
  await app.saved();
  await expect(app.row('F_panel001_steel_geo')).toBeVisible();
  await expect(app.row('B_panel001_steel_geo')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(app.row('B_panel001_enamel_geo')).toBeVisible();
  // By a slot: the rows of one surface together, without the tree.
  await app.filter('');
  await page.getByTestId('slot-head-surface').click();
  await page.getByRole('menuitem', { name: 'Group rows' }).click();
  await expect(page.locator('rq-ledger-row').first()).toContainText(/brass · \d+/);
  await page.getByTestId('slot-head-surface').click();
  await page.getByRole('menuitem', { name: 'Back to the tree' }).click();
  // The slot stands on the objects too.
  await page.getByTestId('label-menu').click();
  await page.getByRole('menuitemradio', { name: 'side' }).click();
  await expect(page.getByTestId('labels').locator('span').first()).toHaveText(/^[LRC]$/);
  expect(app.problems).toEqual([]);
});

test('a recipe is kept for the project and run on another day', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringInCabin('recipes');
  await app.filter('under:pulleys');
  await app.addStep('Set side and place');
  await page.getByLabel('place', { exact: true }).check();
  await expect(page.getByTestId('tray-count')).toContainText('names will change');
  await page.getByTestId('recipes').click();
  await page.getByTestId('recipe-name').fill('Sides of sheaves');
  await page.getByTestId('recipe-name').press('Enter');
  await expect(page.getByTestId('toast').last()).toContainText('kept for the project');
  await page.reload();
  await app.viewportReady();
  await app.filter('under:pulleys');
  await page.getByTestId('recipes').click();
  await page.getByRole('menuitem', { name: 'Sides of sheaves', exact: true }).click();
  await expect(page.getByTestId('tray-count')).toContainText('names will change');
  await page.getByTestId('apply').click();
  await app.saved();
  await expect(page.locator('rq-ledger-row').filter({ hasText: 'L_F_' }).first()).toBeVisible();
});

test('a lead drafts a convention, sees what it would do, publishes it, and the open scene is judged by it', async ({
  browser,
}) => {
  const [lead, artist] = [new App(await browser.newPage()), new App(await browser.newPage())];
  await artist.signIn('mo');
  await artist.openScene('valley_station');
  await artist.viewportReady();
  const heldTo = artist.page.getByTestId('held-to');
  await expect(heldTo).toContainText(/rev \d+/);
  // Other stories publish revisions of their own.
  const next = Number(/rev (\d+)/.exec((await heldTo.textContent()) ?? '')![1]) + 1;
  await lead.signIn('ines');
  await lead.page.getByRole('link', { name: 'Conventions' }).click();
  await lead.page.getByTestId('try-name').fill('L_door01_felt_geo');
  await expect(lead.page.getByTestId('try-says')).toContainText('felt');
  await expect(lead.page.getByTestId('tried').first()).toBeVisible();
  await lead.page.getByTestId('add-word').fill('felt: cloth, fabric');
  await lead.page.getByTestId('add-word').press('Enter');
  await expect(lead.page.getByTestId('differences')).toContainText('surface: new word felt');
  await expect(lead.page.getByTestId('draft-mark')).toHaveText(`draft of rev ${next}`);
  await expect(lead.page.getByText('draft kept')).toBeVisible();
  await lead.page.reload();
  await expect(lead.page.getByTestId('draft-mark')).toHaveText(`draft of rev ${next}`);
  await lead.page.getByTestId('publish-note').fill('felt for the seats');
  await lead.page.getByTestId('publish').click();
  await expect(lead.page.getByTestId('draft-mark')).toHaveText(`rev ${next}`);
  await expect(heldTo).toContainText(`rev ${next}`);
  // Learned from a scene, it is a draft to be gone on with.
  await lead.page.getByTestId('learn-one').click();
  await lead.page.getByLabel('valley_station').check();
  await lead.page.getByTestId('learn').click();
  await expect(lead.page.getByTestId('learned')).toContainText('fit what was learned');
  await lead.page.getByTestId('learn-name').fill('From the station');
  await lead.page.getByTestId('learn-keep').click();
  await expect(lead.page.getByTestId('draft-mark')).toHaveText('draft of rev 1');
  await lead.page.getByRole('button', { name: 'Drop draft' }).click();
  await expect(lead.page.getByRole('button', { name: 'From the station' })).toHaveCount(0);
  expect([...lead.problems, ...artist.problems]).toEqual([]);
  await lead.page.close();
  await artist.page.close();
});

test('a word is found over the library and renamed as a proposal for each scene', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringInCabin('words');
  await page.keyboard.press('Control+k');
  await page.getByRole('combobox').fill('a word in every');
  await page.keyboard.press('Enter');
  await page.getByTestId('word').fill('gripJaw');
  await page.getByTestId('word').fill('strap');
  await page.getByTestId('word').press('Enter');
  await expect(page.getByText(/names? in \d+ scenes?/)).toBeVisible();
  await page.getByTestId('word-to').fill('belt');
  await page.getByTestId('word-propose').click();
  await expect(page.locator('rq-word-sheet section').filter({ hasText: 'words' })).toBeVisible();
  // Only in the scene of this test.
  for (const box of await page
    .locator('rq-word-sheet section')
    .filter({ hasNotText: 'words' })
    .getByRole('checkbox')
    .all())
    await box.uncheck();
  await page.getByTestId('word-apply').click();
  await expect(page.getByTestId('toast').last()).toContainText('strap is belt now in 1 scene');
  await app.filter('*belt*');
  await expect(app.row('L_belt001_rubber_geo')).toBeVisible();
});
