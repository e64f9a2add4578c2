import { expect, test } from '@playwright/test';
import { writeFileSync } from 'node:fs';
import { zipSync, strToU8 } from 'fflate';
import { App, bytesOf } from '../support/app.js';

const points = 'v 0 0 0\nv 1 0 0\nv 0 1 0\nv 0 0 1\n';
const obj = `mtllib box.mtl\n${points}o Crate.1\nusemtl oak\nf 1 2 3\no lid\nf 1 2 4\n`;
const listing = (name: string): string =>
  JSON.stringify({
    renquil: 'listing/1',
    objects: [
      { id: 'k1', name, parent: null },
      { id: 'k2', name: 'B', parent: 'k1' },
    ],
  });
const file = (name: string, text: string | Uint8Array) => ({
  ...{ name, mimeType: 'application/octet-stream', buffer: Buffer.from(text) },
});

test('several scenes of several formats come in at once, each with its outcome', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  const zip = zipSync({
    'kit/zipped_crate.obj': strToU8(obj),
    'kit/box.mtl': strToU8('newmtl oak\nKd 1 0 0\n'),
  });
  await app.bringIn(
    file('kit.zip', zip),
    file('many_listing.json', listing('A')),
    file('bad.obj', 'v 0 0 0\nf 1 2 3\n'),
    file('read.txt', 'x'),
  );
  await expect(page.getByText('One file belongs to no scene and stayed out: read.txt.')).toBeVisible();
  const brought = page.getByTestId('brought').and(page.locator('[data-state=done]'));
  await expect(brought).toHaveCount(2);
  await expect(brought.first()).toContainText('zipped_crate is in: 2 objects.');
  await expect(brought.first()).toContainText('Goes back into .obj: names, materials and what was taken out');
  await expect(page.getByTestId('bring-error')).toContainText(
    'bad.obj, line 2: there is no point "2" (1 stand before it).',
  );
  await brought.nth(1).getByRole('link', { name: 'Open' }).click();
  await expect(page.getByTestId('scene-name')).toHaveText('many_listing');
  expect(app.problems).toEqual([]);
});

test('an OBJ file takes its names back and says what it has no word for; the change list has it', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(file('boxed.obj', obj));
  await expect(page.getByTestId('scene-name')).toHaveText('boxed');
  await app.viewportReady();
  await app.rename('Crate.1', 'crate001_oak_geo');
  await app.saved();
  const scene = page.url().split('/scenes/')[1]!.split('/')[0]!;
  const here = { parent: null, index: 1, local: { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } };
  const made = await page.request.post(`/api/scenes/${scene}/changes`, {
    data: {
      ...{ id: crypto.randomUUID(), base: 1, label: 'Put under' },
      edits: [{ kind: 'move', object: 2, from: here, to: { ...here, parent: 1, index: 0 } }],
    },
  });
  expect(made.ok()).toBeTruthy();
  await page.getByRole('link', { name: 'Hand off' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('work-copy').click(),
  ]);
  expect(download.suggestedFilename()).toBe('boxed.obj');
  expect((await bytesOf(download)).toString()).toBe(obj.replace('Crate.1', 'crate001_oak_geo'));
  await expect(page.getByText('Not in the file, which has no word for it: 1 move.')).toBeVisible();
  const [list] = await Promise.all([page.waitForEvent('download'), page.getByTestId('changes-json').click()]);
  const { changes } = JSON.parse((await bytesOf(list)).toString()) as {
    changes: { op: string; was: unknown; to?: string }[];
  };
  expect(changes.map(({ op }) => op)).toEqual(['move', 'rename']);
  expect(changes[1]).toMatchObject({ op: 'rename', was: 'Crate.1', to: 'crate001_oak_geo' });
});

test('a listing goes round by keys: brought in, renamed, reloaded, listed again, its changes as CSV', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(file('round.json', listing('A')));
  await expect(page.getByTestId('scene-name')).toHaveText('round');
  await app.viewportReady();
  await app.rename('A', 'rig_grp');
  await app.rename('B', 'A');
  await app.saved();
  await page.reload();
  await app.viewportReady();
  await page.getByRole('link', { name: 'Hand off' }).click();
  await page.getByTestId('changes-csv').focus();
  const [csv] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  expect((await bytesOf(csv)).toString()).toBe(
    'step,op,object,source,path,field,was,value,under,after,transform\r\n' +
      '1,rename,1,k1,/A,name,A,rig_grp,,,\r\n2,rename,2,k2,/rig_grp/B,name,B,A,,,\r\n',
  );
  await page.getByTestId('work-copy').focus();
  const [copy] = await Promise.all([page.waitForEvent('download'), page.keyboard.press('Enter')]);
  const { objects } = JSON.parse((await bytesOf(copy)).toString()) as {
    objects: { id: string; name: string }[];
  };
  expect(objects.map(({ id, name }) => `${id} ${name}`)).toEqual(['k1 rig_grp', 'k2 A']);
});

test('names go out as a sheet, are written in a spreadsheet program, and come back with a look at what matches', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(file('sheet.json', listing('A')));
  await expect(page.getByTestId('scene-name')).toHaveText('sheet');
  await app.viewportReady();
  await page.getByTestId('names-sheet').click();
  const [sheet] = await Promise.all([page.waitForEvent('download'), page.getByTestId('save-sheet').click()]);
  const text = (await bytesOf(sheet)).toString();
  expect(text).toBe('id,path,name,to\r\n1,/A,A,A\r\n2,/A/B,B,B\r\n');
  const csv = (content: string) => ({
    name: 'names.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(content),
  });
  await page.getByTestId('read-sheet').setInputFiles(csv('a,b\n1,2\n'));
  await expect(page.getByRole('alert')).toContainText('names.csv: The first line must name the columns');
  await page
    .getByTestId('read-sheet')
    .setInputFiles(csv(`${text.replace('/A/B,B,B', '/A/B,B,wheel_geo')}9,/x,x,y\r\n`));
  await expect(page.getByTestId('sheet-says')).toHaveText(
    '1 name changes, 1 line leaves the name as it is, 1 line matches nothing.',
  );
  await expect(page.getByText('Line 4: there is no object with the id 9')).toBeVisible();
  await page.getByTestId('apply-sheet').focus();
  await page.keyboard.press('Enter');
  await expect(app.row('wheel_geo')).toBeVisible();
  await app.saved();
  await page.reload();
  await expect(app.row('wheel_geo')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(app.row('B')).toBeVisible();
});

test('a big file whose line is cut goes on where it was; layers come together', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  const json = { asset: { version: '2.0' }, nodes: [{ name: 'far' }], scenes: [{ nodes: [0] }] };
  const big = JSON.stringify({ ...json, extras: { pad: 'x'.repeat(40 * 2 ** 20) } });
  let puts = 0;
  const from: string[] = [];
  await page.route('**/uploads/*', async (route) => {
    if (route.request().method() !== 'PUT') return route.continue();
    from.push(new URL(route.request().url()).searchParams.get('at')!);
    return ++puts === 2 ? route.abort('connectionreset') : route.continue();
  });
  const path = test.info().outputPath('far_away.gltf');
  writeFileSync(path, big);
  await app.bringIn(path);
  await expect(page.getByTestId('scene-name')).toHaveText('far_away', { timeout: 60_000 });
  expect(from.slice(0, 3)).toEqual(['0', String(16 * 2 ** 20), String(16 * 2 ** 20)]);
  await page.unroute('**/uploads/*');

  await page.goto('/');
  const layer =
    '#usda 1.0\n(subLayers = [@./base.usda@])\nover "Room"\n{\n    def Cube "Crate"\n    {\n    }\n}\n';
  await app.bringIn(file('set.usda', layer), file('base.usda', '#usda 1.0\ndef Xform "Room"\n{\n}\n'));
  await expect(page.getByTestId('scene-name')).toHaveText('set');
  await expect(app.row('Room')).toBeVisible();
  await app.rename('Crate', 'crate_geo');
  await app.saved();
  expect(app.problems.filter((one) => !one.includes('ERR_CONNECTION_RESET'))).toEqual([]);
});
