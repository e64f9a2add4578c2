import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';
import { glbWith } from '../support/glb.js';

const password = 'a goat on the ridge';
const model = fileURLToPath(
  import.meta.resolve('@webxr-input-profiles/assets/dist/profiles/generic-trigger/left.glb'),
);

/** One below the other, so that the group holds something and only one is a root. */
const goodTree = {
  scenes: [{ nodes: [0] }],
  nodes: [
    { name: 'plain_grp', children: [1] },
    { name: 'spot_loc', extras: { renquil: { kind: 'locator' } } },
  ],
};

test('somebody joins by a link, changes the password, signs out elsewhere, and is helped and taken out', async ({
  browser,
}) => {
  const [lead, fresh, second] = await Promise.all(
    [0, 1, 2].map(async () => new App(await (await browser.newContext()).newPage())),
  );
  await lead!.signIn('ines');
  await lead!.page.goto('/projects/brannick-pass/people');
  await lead!.page.getByLabel(/For whom/).fill('the new modeller');
  await lead!.page.getByTestId('invite').click();
  const link = await lead!.page.getByTestId('secret').inputValue();

  await fresh!.page.goto(link);
  await expect(fresh!.page.getByText('Ines Laurent invites you as artist.')).toBeVisible();
  // What is secret in the link stands in no address any more.
  expect(fresh!.page.url()).not.toContain('#');
  await fresh!.page.getByLabel('Your name').fill('Ada Quist');
  await fresh!.page.getByLabel('What you sign in as').fill('ada');
  await fresh!.page.getByLabel(/A password/).fill(password);
  await fresh!.page.getByRole('button', { name: 'Join' }).click();
  await expect(fresh!.page.getByTestId('library-title')).toBeVisible();
  await second!.page.goto(link);
  await expect(second!.page.getByRole('alert')).toContainText('This link was used');

  const enter = async (app: App, word: string) => {
    await app.page.goto('/sign-in');
    await app.page.getByLabel('Name').fill('ada');
    await app.page.getByLabel('Password').fill(word);
    await app.page.getByRole('button', { name: 'Sign in' }).click();
  };
  await enter(second!, password);
  await expect(second!.page.getByTestId('library-title')).toBeVisible();
  await fresh!.page.goto('/account');
  await expect(fresh!.page.getByTestId('session')).toHaveCount(2);
  await fresh!.page.getByLabel('The one you have').fill(password);
  await fresh!.page.getByLabel(/^The new one \(/).fill('seven grey sheaves');
  await fresh!.page.getByLabel('The new one again').fill('seven grey sheaves');
  await fresh!.page.getByRole('button', { name: 'Change it' }).click();
  await expect(fresh!.page.getByText('signed out in 1 other place')).toBeVisible();
  await expect(fresh!.page.getByTestId('session')).toHaveCount(1);
  await second!.page.goto('/account');
  await expect(second!.page).toHaveURL(/sign-in/);

  await lead!.page.reload();
  await lead!.page.getByRole('button', { name: 'A new password for Ada Quist' }).click();
  const reset = await lead!.page.getByTestId('secret').inputValue();
  await second!.page.goto(reset);
  await second!.page.getByLabel(/^The new one/).fill('the last cabin down');
  await second!.page.getByLabel('The same again').fill('the last cabin down');
  await second!.page.getByRole('button', { name: 'Set it' }).click();
  await expect(second!.page.getByText('You sign in as')).toContainText('ada');
  await enter(second!, 'the last cabin down');
  await expect(second!.page.getByTestId('library-title')).toBeVisible();

  await lead!.page.getByRole('button', { name: 'Take Ada Quist out of the project' }).click();
  await lead!.page.getByRole('button', { name: 'Take out', exact: true }).last().click();
  await expect(lead!.page.getByText('in the project no more')).toBeVisible();
  await second!.page.goto('/');
  await expect(second!.page.getByText('You are in no project')).toBeVisible();
  await lead!.page.getByTestId('part-audit').click();
  await lead!.page.getByTestId('audit-kind').selectOption('people');
  await expect(lead!.page.getByTestId('audit-line').first()).toContainText('removed Ada Quist');
  expect(lead!.problems).toEqual([]);
  for (const app of [lead!, fresh!, second!]) await app.page.context().close();
});

test('a lead makes a second project, switches by the crumbs, archives it and takes it out', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('ines');
  await page.getByTestId('projects').click();
  await page.getByTestId('new-project').click();
  await page.getByRole('textbox', { name: 'Name' }).fill('Ridge Line');
  await page.getByRole('button', { name: 'Make it' }).click();
  await expect(page).toHaveURL(/projects\/ridge-line$/);
  await expect(page.getByTestId('projects')).toHaveText('Ridge Line');
  await page.goto('/projects/ridge-line/people?show=project');
  await page.getByRole('button', { name: 'Archive the project' }).click();
  await page.getByRole('button', { name: 'Archive it' }).click();
  await expect(page.getByTestId('archived')).toBeVisible();
  await page.getByRole('link', { name: 'Library' }).click();
  await expect(page.getByTestId('bring-in')).toHaveCount(0);
  await page.goto('/projects/ridge-line/people?show=project');
  await page.getByRole('button', { name: 'Take it out of the archive' }).click();
  await expect(page.getByTestId('archived')).toHaveCount(0);
  await page.getByTestId('projects').click();
  await page.getByTestId('project').filter({ hasText: 'Brannick Pass' }).click();
  await expect(page).toHaveURL(/projects\/brannick-pass\/people/);
  // The one that was open last is the one that one comes back to.
  await page.goto('/');
  await expect(page).toHaveURL(/projects\/brannick-pass$/);
  expect(app.problems).toEqual([]);
});

test('the command line checks, brings in and hands off against the server with a token', async ({
  page,
  baseURL,
}) => {
  const app = new App(page);
  await app.signIn('ines');
  await page.goto('/projects/brannick-pass/people?show=tokens');
  await page.getByLabel('What for').fill('nightly');
  await page.getByLabel('As').selectOption('artist');
  await page.getByTestId('make-token').click();
  const token = await page.getByTestId('secret').inputValue();
  const folder = mkdtempSync(join(tmpdir(), 'renquil-e2e-'));
  const file = join(folder, 'token');
  writeFileSync(file, `${token}\n`);
  const run = (...args: string[]) =>
    new Promise<{ code: number; out: string; err: string }>((done) => {
      const own = fileURLToPath(new URL('../../packages/cli/bin/renquil.mjs', import.meta.url));
      execFile(
        process.execPath,
        [own, ...args, '--server', baseURL!, '--token-file', file],
        { maxBuffer: 1 << 26 },
        (error, out, err) => done({ code: Number(error?.code ?? 0), out, err }),
      );
    });
  const made = await run('upload', model, '--format', 'json');
  expect([made.code, made.err]).toEqual([0, '']);
  const { scene, name } = JSON.parse(made.out) as { scene: number; name: string };
  const checked = await run('check', name, '--format', 'json');
  expect(checked.code).toBe(1);
  const { files } = JSON.parse(checked.out) as { files: { file: string; objects: number }[] };
  expect([files[0]!.file, files[0]!.objects > 0]).toEqual([name, true]);
  expect((await run('check', String(scene), '--fail-on', 'blocker')).code).toBe(checked.code);
  const refused = await run('handoff', name, '--out', join(folder, 'no.zip'));
  expect(refused.code).toBe(1);
  expect(refused.err).toContain('The gate is not passed');
  expect((await run('check', 'no such scene')).code).toBe(2);
  // What the pipeline did stands in the audit under its name.
  await page.getByTestId('part-audit').click();
  await expect(page.getByTestId('audit-line').filter({ hasText: 'nightly (token)' }).first()).toContainText(
    'brought in',
  );
  const good = join(folder, 'plain.glb');
  writeFileSync(good, glbWith(['plain_grp', 'spot_loc'], goodTree));
  const { scene: second } = JSON.parse((await run('upload', good, '--format', 'json')).out) as {
    scene: number;
  };
  const zip = join(folder, 'plain.zip');
  const off = await run('handoff', String(second), '--out', zip);
  expect([off.err, off.code]).toEqual(['', 0]);
  expect(readFileSync(zip).subarray(0, 2).toString()).toBe('PK');
  const ended = page.getByTestId('part-tokens');
  await ended.click();
  await page.getByRole('button', { name: 'End the token nightly' }).click();
  await page.getByRole('button', { name: 'End it' }).click();
  await expect(page.getByText('The token nightly is ended.')).toBeVisible();
  expect((await run('check', name)).err).toContain('This token is not known here');
  rmSync(folder, { recursive: true, force: true });
});
