import { createRequire } from 'node:module';
import { readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { App } from '../support/app.js';

/** A hand of the published WebXR profiles: nobody here made it. */
const assets = dirname(createRequire(import.meta.url).resolve('@webxr-input-profiles/assets/package.json'));
const hand = readFileSync(join(assets, 'dist/profiles/generic-hand/left.glb'));

/** Fills in the form of the receiver's own page; what is left out is as it should be. */
async function behave(receiver: Page, wanted: Readonly<Record<string, string | true>>): Promise<void> {
  await receiver.goto('/');
  for (const box of await receiver.getByRole('checkbox').all()) await box.uncheck();
  for (const field of await receiver.getByRole('textbox').all()) await field.fill('');
  for (const [name, value] of Object.entries(wanted)) {
    const field = receiver.locator(`[name=${name}]`);
    if (value === true) await field.check();
    else await field.fill(value);
  }
  await receiver.getByRole('button', { name: 'Keep' }).click();
}

test('a package is sent to a receiver that misbehaves in every way it can, and each is seen', async ({
  browser,
}) => {
  const lead = new App(await browser.newPage());
  const { page } = lead;
  await lead.signIn('ines');
  await lead.bringIn({ name: 'away.glb', mimeType: 'model/gltf-binary', buffer: hand });
  await expect(page.getByTestId('scene-name')).toHaveText('away');
  const { receivers } = (await (await page.request.get('/api/projects/brannick-pass/receivers')).json()) as {
    receivers: { page: string }[];
  };
  const receiver = await browser.newPage({ baseURL: receivers[0]!.page });
  await page.getByRole('link', { name: 'Hand off' }).click();
  const says = page.getByTestId('delivery');
  const arrived = receiver.locator('article').first();
  /** Hands off and sends once more. */
  const answered = says.getByTestId('last-receipt');
  const send = async (wanted: Readonly<Record<string, string | true>>): Promise<void> => {
    await behave(receiver, wanted);
    await expect(page.getByTestId('gate-verdict')).toBeVisible();
    const reason = page.getByTestId('reason');
    if (await reason.isVisible()) await reason.fill('a hand to practise on');
    await page.getByTestId('hand-off').click();
    await expect(says).toContainText('was not sent yet');
    await page.getByTestId('send').click();
    // What was answered to the package before stands there until this one has an answer.
    if (!wanted['late']) await expect(answered).toBeHidden();
  };

  await send({});
  await expect(says).toContainText('all as sent');
  await expect(arrived).toContainText('all as sent');
  await send({ cut: '50' });
  await expect(says).toContainText('all as sent');
  await send({ lose: '50' });
  await expect(says).toContainText('all as sent');
  await send({ late: '4' });
  await expect(says).toContainText('Waiting for the receipt');
  await expect(answered).toBeHidden();
  await expect(says).toContainText('all as sent');
  await send({ twice: true });
  await expect(says).toContainText('all as sent');
  await expect(says).toContainText('answered 2 times');
  await send({ refuse: 'Not on a Friday.' });
  await expect(says).toContainText('Refused: Not on a Friday.');
  await expect(page.getByText('Refused by the receiver the last time')).toBeVisible();

  // Every way of changing names at once; the gate warns of it, and what is said of it is settled object by object.
  await send({ characters: true, longest: '8', unique: true, lights: true });
  await expect(says).toContainText('not as sent');
  await expect(arrived).toContainText('Names end at 8 characters here.');
  await expect(page.getByText('Changed by the receiver the last time')).toBeVisible();
  await page.getByTestId('look-at-receipt').click();
  const difference = page.getByTestId('difference').first();
  await difference.focus();
  await page.keyboard.press('Space');
  await page.getByTestId('keep-ours').click();
  await expect(page.getByTestId('settled').first()).toContainText('our name is kept, Ines Laurent');
  await page.getByTestId('difference').nth(1).check();
  await page.getByTestId('take-theirs').click();
  await expect(page.getByTestId('settled').nth(1)).toContainText('theirs was taken over');
  // The rest is told to the target: the same receiver changes nothing more of what it is sent then.
  await page.getByTestId('tell-target').click();
  await expect(page.getByTestId('settled').nth(2)).toContainText('the target was told');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByTestId('target').locator('option:checked')).toHaveText('Practice receiver');
  await page.goto('/projects/brannick-pass/targets');
  await page.getByTestId('target-choice').filter({ hasText: 'Practice receiver' }).click();
  await page.getByTestId('conform').check();
  await page.getByTestId('keep-target').click();
  await expect(page.getByTestId('target-choice').filter({ hasText: 'Practice receiver' })).toContainText(
    'revision 2',
  );
  await page.goBack();
  await page.getByTestId('target').selectOption({ label: 'Practice receiver' });
  await send({ characters: true, longest: '8', unique: true, lights: true });
  await expect(says).toContainText('all as sent');

  // All of it is in the history, with what each was answered.
  await page.reload();
  await expect(says).toContainText('all as sent');
  await page.goto(page.url().replace('hand-off', 'history'));
  await expect(page.getByTestId('handoff-line')).toHaveCount(8);
  await expect(page.getByTestId('handoff-line').nth(1)).toContainText('not as sent');
  expect(lead.problems).toEqual([]);
  await page.close();
  await receiver.close();
});
