import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';

test('a target is kept and tried, a scene is put right all at once, and what goes to it has its names', async ({
  browser,
}) => {
  const lead = new App(await browser.newPage());
  const { page } = lead;
  await lead.signIn('ines');
  await lead.bringInCabin('sent');
  const scene = /scenes\/(\d+)/.exec(page.url())![1];

  // What the crew app needs, tried on every scene while it is typed.
  await page.goto('/projects/brannick-pass/targets');
  await page.getByTestId('new-target').click();
  await page.getByTestId('target-title').fill('Crew app');
  await page.getByTestId('longest').fill('24');
  await page.getByTestId('conform').check();
  await expect(page.getByTestId('tried').filter({ hasText: 'sent' })).toContainText('blockers', {
    timeout: 30_000,
  });
  await page.getByTestId('keep-target').click();
  await expect(page.getByTestId('target-choice').filter({ hasText: 'Crew app' })).toContainText('revision 1');

  // All that can be fixed is looked at, one is taken out, the rest is one edit and one undo.
  await page.goto(`/scenes/${scene}/check`);
  await lead.viewportReady();
  const blockers = async (): Promise<number> =>
    Number(
      /(\d+) blockers/.exec((await page.getByRole('group', { name: 'Severity' }).textContent()) ?? '')?.[1],
    );
  await expect.poll(blockers).toBeGreaterThan(0);
  const before = await blockers();
  await page.locator('[data-home]').focus();
  await page.keyboard.press('Control+k');
  await page.keyboard.type('fixes of all that is listed');
  await expect(page.getByRole('option').first()).toContainText('fixes of all that is listed');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('fix-counts')).toContainText('fewer');
  await page.getByTestId('fix-tick').first().uncheck();
  await expect(page.getByTestId('fix-counts')).toContainText('fewer');
  await page.getByTestId('fix-apply').click();
  await expect.poll(blockers).toBeLessThan(before);
  await page.keyboard.press('Control+z');
  await expect.poll(blockers).toBe(before);

  // The gate of that target, the step to the first in its way, and past it with a reason.
  await page.getByRole('link', { name: 'Hand off' }).click();
  await page.getByTestId('target').selectOption({ label: 'Crew app' });
  await expect(page.getByTestId('line-first').first()).toBeVisible();
  await page.getByTestId('reason').fill('for the dress rehearsal');
  await page.getByTestId('hand-off').click();
  const names = page.getByTestId('package-file').filter({ hasText: /^names\.csv$/ });
  await expect(names).toBeVisible({ timeout: 60_000 });
  const [download] = await Promise.all([page.waitForEvent('download'), names.click()]);
  const rows = readFileSync(await download.path(), 'utf8')
    .trim()
    .split('\r\n')
    .slice(1);
  expect(rows.length).toBeGreaterThan(100);
  const sent = rows.map((row) => /^\d+,(?:"[^"]*"|[^,]*),([^,]*),/.exec(row)?.[1] ?? '');
  expect(sent.filter((name) => name.length > 24)).toEqual([]);
  await page.getByTestId('line-first').first().getByRole('button').first().click();
  await expect(page).toHaveURL(/\/(check|name)$/);
  // What it went to last is what it is asked for next.
  await page.reload();
  await page.goto(`/scenes/${scene}/hand-off`);
  await expect(page.getByTestId('target').locator('option:checked')).toHaveText('Crew app');
  expect(lead.problems).toEqual([]);
  await page.close();
});
