import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';

test('a rule of the house is written, tried and published; what it finds is waived by keys, and since a version it is new', async ({
  browser,
}) => {
  const [lead, artist] = [new App(await browser.newPage()), new App(await browser.newPage())];
  await artist.signIn('mo');
  await artist.bringInCabin('house');
  const scene = /scenes\/(\d+)/.exec(artist.page.url())![1];
  await artist.page.goto(`/scenes/${scene}/check`);
  await artist.viewportReady();
  const { page } = artist;
  const blockers = async (): Promise<number> =>
    Number(
      /(\d+) blockers/.exec((await page.getByRole('group', { name: 'Severity' }).textContent()) ?? '')?.[1],
    );
  // Stories before this one may have published conventions: what counts is what the rule and the waiver add and take.
  await expect.poll(blockers).toBeGreaterThan(0);
  const before = await blockers();

  // A lead says in fields what no check knows, and sees what it would find before anybody is held to it.
  await lead.signIn('ines');
  await lead.page.getByRole('link', { name: 'Conventions' }).click();
  await lead.page.getByTestId('rule-title').fill('A hanger has a damper');
  await lead.page.getByTestId('rule-title').press('Enter');
  const rule = lead.page.getByTestId('rule').filter({ hasText: 'A hanger has a damper' });
  await rule.getByTestId('rule-where').fill('kind:group pulleys');
  await rule.getByTestId('rule-ask').selectOption('has');
  await rule.getByTestId('rule-what').fill('damper');
  await rule.getByTestId('rule-says').fill('"{name}" has {count} dampers below it.');
  await rule.getByLabel('Severity').selectOption('blocker');
  await expect(rule.getByTestId('rule-found')).toContainText('scene');
  await expect(rule).toContainText('"pulleys" has 0 dampers below it.');
  await expect(lead.page.getByTestId('differences')).toContainText('new rule "A hanger has a damper"');
  await expect(lead.page.getByText('draft kept')).toBeVisible();
  await lead.page.getByTestId('publish').click();
  await expect(lead.page.getByTestId('draft-mark')).toHaveText(/^rev /);

  // The open scene is judged by it at once; since the first version it is new.
  await expect.poll(blockers).toBe(before + 1);
  await page.getByTestId('family').selectOption('house');
  await expect(page.getByTestId('finding')).toHaveCount(1);
  await page.locator('[data-home]').focus();
  await page.keyboard.press('F8');
  await expect(page.getByText('"pulleys" has 0 dampers below it.')).toBeVisible();

  // An artist asks, by keys; it counts until a lead has waived it.
  await page.keyboard.press('Alt+w');
  await page.getByTestId('waive-reason').fill('The damper comes with the next version');
  await page.getByTestId('waive-reason').press('Enter');
  await expect(page.getByTestId('asked')).toBeVisible();
  expect(await blockers()).toBe(before + 1);
  await lead.page.getByRole('link', { name: 'Library' }).click();
  await lead.page.getByRole('link', { name: 'Waivers' }).click();
  const asked = lead.page.getByTestId('waivers-asked');
  await expect(asked).toContainText('The damper comes with the next version');
  await asked
    .getByTestId('waiver')
    .filter({ hasText: 'The damper comes' })
    .getByRole('button', { name: 'Waive' })
    .click();
  await expect(lead.page.getByTestId('waivers-granted')).toContainText('The damper comes');
  await expect.poll(blockers).toBe(before);
  await page.getByTestId('show-waived').click();
  await expect(page.getByTestId('waived-by')).toContainText('Waived by Ines Laurent, for good');
  await page.reload();
  await artist.viewportReady();
  await expect.poll(blockers).toBe(before);
  await page.getByTestId('since').selectOption('1');
  await expect(page.getByTestId('only-new')).toHaveText('0 new, 0 put right');
  // Taken out again, so that nobody else's story is judged by it.
  await lead.page.getByRole('link', { name: 'Conventions' }).click();
  await rule.getByRole('button').first().click();
  await rule.getByRole('button', { name: 'Remove' }).click();
  await rule.getByRole('button', { name: 'Take out' }).click();
  await expect(lead.page.getByText('draft kept')).toBeVisible();
  await lead.page.getByTestId('publish').click();
  await expect(lead.page.getByTestId('draft-mark')).toHaveText(/^rev /);
  expect([...lead.problems, ...artist.problems]).toEqual([]);
  await lead.page.close();
  await page.close();
});
