import { expect, test } from '@playwright/test';
import { App, bytesOf } from '../support/app.js';

const prim = (text: string): Buffer => Buffer.from(`#usda 1.0\n${text}\n`);

test('a layer of OpenUSD text is named, takes its names back with every path, and is handed off', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('winch_room');
  await app.viewportReady();
  const copy = async (): Promise<string> => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByTestId('work-copy').click(),
    ]);
    expect(download.suggestedFilename()).toBe('winch_room.usda');
    return (await bytesOf(download)).toString();
  };
  await page.getByRole('link', { name: 'Hand off' }).click();
  await expect(page.getByTestId('gate-verdict')).toContainText('It passes');
  const before = await copy();
  expect(before).toContain('</winchRoom_grp/drum_grp>');

  await page.getByRole('link', { name: 'Name' }).click();
  await app.rename('drum_grp', 'ropeDrum_grp');
  await app.saved();
  await page.getByRole('link', { name: 'Hand off' }).click();
  const after = await copy();
  const lines = after.split('\n');
  const changed = before.split('\n').flatMap((line, i) => (line === lines[i] ? [] : [lines[i]!.trim()]));
  expect(changed).toEqual(['</winchRoom_grp/ropeDrum_grp>,', 'def Xform "ropeDrum_grp" (']);

  // What a layer cannot hold is said in words; nothing is written.
  await page.getByRole('link', { name: 'Name' }).click();
  await app.rename('ropeDrum_grp', 'rope drum');
  await app.saved();
  await page.getByRole('link', { name: 'Hand off' }).click();
  await expect(page.getByTestId('stuck-names')).toContainText(
    '1 name does not go back into it, first rope drum',
  );
  await page.getByTestId('work-copy').click();
  await expect(page.getByText('"rope drum" cannot be the name of a prim')).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(page.getByTestId('gate-verdict')).toContainText('It passes');
  await app.saved();
  expect(await copy()).toBe(before);
  await page.getByTestId('hand-off').click();
  await expect(page.getByTestId('read-back')).toHaveText('180 of 180 arrive');
});

test('a layer that is none is refused with its line, and one of another form says how it comes in', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn({ name: 'open.usda', mimeType: 'text/plain', buffer: prim('def "a" {') });
  await expect(page.getByTestId('bring-error')).toContainText(
    'open.usda, line 2, column 9: a brace is not closed.',
  );
  await page.getByTestId('bring-error').getByRole('button', { name: 'Put away' }).click();
  await app.bringIn({
    name: 'crate.usd',
    mimeType: 'application/octet-stream',
    buffer: Buffer.from('PXR-USDC\0\0'),
  });
  await expect(page.getByTestId('bring-error')).toContainText('Export it as text (.usda).');
});
