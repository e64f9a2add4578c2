import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';

const prim = (text: string): Buffer => Buffer.from(`#usda 1.0\n${text}\n`);

test('a layer of OpenUSD text is named, takes its names back with every path, and is handed off', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('winch_room');
  await app.viewportReady();
  const copy = async (): Promise<string> => {
    const { name, text } = await app.workCopy();
    expect(name).toBe('winch_room.usda');
    return text;
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

test('a layer that is none is refused with its line, and a binary one with its byte', async ({ page }) => {
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
  await expect(page.getByTestId('bring-error')).toContainText(
    'crate.usd, byte 8: this is version 0.0 of the format',
  );
});

test('what a layer takes over is there, named where it comes from, and taken out by a word over it', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  const mesh = (name: string, z: number): string =>
    `def Mesh "${name}"\n{\nint[] faceVertexCounts = [3]\nint[] faceVertexIndices = [0, 1, 2]\npoint3f[] points = [(0, 0, ${z}), (1, 0, ${z}), (0, 1, ${z})]\n}`;
  const layer = (name: string, text: string): { name: string; mimeType: string; buffer: Buffer } => ({
    name,
    mimeType: 'text/plain',
    buffer: prim(text),
  });
  const stool = `(\ndefaultPrim = "Stool"\n)\ndef Xform "Stool" (\nprepend variantSets = "seat"\n)\n{\n${mesh('leg', 0)}\nvariantSet "seat" = {\n"round" {\n${mesh('disc', 300)}\n}\n"square" {\n${mesh('board', 600)}\n}\n}\n}`;
  const one = (name: string, seat: string, x: number): string =>
    `def "${name}" (\nreferences = @./stool.usda@\nvariants = { string seat = "${seat}" }\n)\n{\ndouble3 xformOp:translate = (${x}, 0, 0)\nuniform token[] xformOpOrder = ["xformOp:translate"]\n}`;
  await app.bringIn(
    layer(
      'stools.usda',
      `def Xform "Stools"\n{\n${one('stoolA', 'round', 0)}\n${one('stoolB', 'square', 500)}\n}`,
    ),
    layer('stool.usda', stool),
  );
  await expect(page.getByTestId('scene-name')).toHaveText('stools');
  for (const name of ['disc', 'board']) await expect(app.row(name)).toContainText('named in stool.usda');

  await app.row('disc').click();
  await page.keyboard.press('F2');
  await page.getByTestId('name-field').fill('seat001_wood_geo');
  await page.getByTestId('name-field').press('Enter');
  await expect(page.getByText('It comes from stool.usda, and is named there')).toBeVisible();
  await expect(app.row('disc')).toBeVisible();

  await app.rename('stoolA', 'stool001_grp');
  await page.getByRole('link', { name: 'Arrange' }).click();
  await app.row('board').click();
  await page.keyboard.press('Control+Delete');
  await expect(app.row('board')).toHaveCount(0);
  await app.saved();
  await page.getByRole('link', { name: 'Hand off' }).click();
  const { text } = await app.workCopy();
  expect(text).toContain('def "stool001_grp" (');
  expect(text).toContain('over "board" (\n');
  expect(text).toContain('active = false');
  expect(text).not.toContain('"disc"');
});

test('what is made like another one goes out in the words of the layer', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn({
    name: 'posts.usda',
    mimeType: 'text/plain',
    buffer: prim(
      'def Xform "posts_grp"\n{\n    def Mesh "square_geo"\n    {\n        int[] faceVertexCounts = [4]\n        int[] faceVertexIndices = [0, 1, 2, 3]\n        point3f[] points = [(0, 0, 0), (1, 0, 0), (1, 2, 0), (0, 2, 0)]\n    }\n    def Cube "round_geo"\n    {\n        double size = 1\n    }\n}',
    ),
  });
  await app.viewportReady();
  await page.getByRole('link', { name: 'Arrange' }).click();
  await app.row('square_geo').click();
  await app.row('round_geo').click({ modifiers: ['Control'] });
  await page.getByRole('button', { name: 'More' }).first().click();
  await page.getByTestId('twins-menu').click();
  await page.getByTestId('hold-twins').click();
  await page.getByTestId('twin-drop-all').click();
  await app.saved();
  await page.getByRole('link', { name: 'Hand off' }).click();
  const { text } = await app.workCopy();
  expect(text).toContain('def Mesh "round_geo"');
  expect(text).not.toContain('double size');
  expect(text.match(/point3f\[\] points = /g)?.length).toBe(2);
});
