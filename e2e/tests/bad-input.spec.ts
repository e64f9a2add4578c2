import { expect, test } from '@playwright/test';
import { App } from '../support/app.js';
import { glbWith } from '../support/glb.js';

const file = (name: string, buffer: Buffer) => ({ name, mimeType: 'application/octet-stream', buffer });
const gltf = (json: object) => Buffer.from(JSON.stringify(json));

const bad: { what: string; files: ReturnType<typeof file>[]; says: RegExp }[] = [
  { what: 'empty', files: [file('empty.glb', Buffer.alloc(0))], says: /empty\.glb is empty/ },
  { what: 'not a scene', files: [file('notes.txt', Buffer.from('hello'))], says: /cannot read notes\.txt/ },
  {
    what: 'wrong ending',
    files: [file('photo.glb', Buffer.from('\x89PNG\r\n'))],
    says: /photo\.glb: byte 0/,
  },
  { what: 'cut short', files: [file('cut.glb', glbWith(['a']).subarray(0, 60))], says: /cut\.glb: byte 8/ },
  {
    what: 'a ring',
    files: [
      file(
        'ring.glb',
        glbWith(['a', 'b'], { scenes: [{ nodes: [0] }], nodes: [{ children: [1] }, { children: [0] }] }),
      ),
    ],
    says: /nodes/,
  },
  {
    what: 'absurd',
    files: [
      file(
        'huge.glb',
        glbWith(['a'], {
          accessors: [{ componentType: 5126, type: 'VEC3', count: 1e9, bufferView: 0 }],
          bufferViews: [{ buffer: 0, byteLength: 12 }],
          buffers: [{ byteLength: 12 }],
        }),
      ),
    ],
    says: /accessors|buffers/,
  },
  {
    what: 'buffer not there',
    files: [
      file('lone.gltf', gltf({ asset: { version: '2.0' }, buffers: [{ uri: 'lone.bin', byteLength: 4 }] })),
    ],
    says: /lone\.bin/,
  },
  {
    what: 'buffer outside',
    files: [
      file(
        'out.gltf',
        gltf({ asset: { version: '2.0' }, buffers: [{ uri: '../../etc/passwd', byteLength: 4 }] }),
      ),
    ],
    says: /outside the upload/,
  },
];

test('bad files give one clear error each, and nothing is stored', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  const scenes = await page.getByTestId('scene').count();
  for (const { what, files, says } of bad) {
    await test.step(what, async () => {
      await app.bringIn(...files);
      await expect(page.getByTestId('bring-error')).toContainText(says);
      await expect(page.getByTestId('bring-error')).toContainText('Nothing was stored');
      await page.getByTestId('bring-error').getByRole('button', { name: 'Put away' }).click();
    });
  }
  await page.reload();
  await expect(page.getByTestId('scene')).toHaveCount(scenes);
});

test('a .gltf comes in with its .bin', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  const positions = Buffer.from(new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0]).buffer);
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [{ name: 'tri', mesh: 0 }],
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    accessors: [
      { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] },
    ],
    bufferViews: [{ buffer: 0, byteLength: 36 }],
    buffers: [{ uri: 'tri.bin', byteLength: 36 }],
  };
  await app.bringIn(file('tri.gltf', gltf(json)), file('tri.bin', positions));
  await expect(page.getByTestId('scene-name')).toHaveText('tri');
  await app.viewportReady();
  await app.row('tri').click();
  await expect(page.getByTestId('picked-count')).toContainText('1 picked · 1 face');
});

test('names of every sort are shown, judged and renamed, and are never markup', async ({ page }) => {
  const app = new App(page);
  const names = [
    '<img src=x onerror=alert(1)>',
    '',
    '   ',
    'ش_باب',
    '🐐',
    'x'.repeat(300),
    'a\u202Eb',
    "o'clock & <b>",
  ];
  page.on('dialog', () => app.problems.push('a name became markup'));
  await app.signIn('mo');
  await app.bringIn(file('names.glb', glbWith(names)));
  await expect(page.getByTestId('scene-name')).toHaveText('names');
  await expect(page.locator('rq-ledger-row')).toHaveCount(names.length);
  await expect(page.locator('rq-ledger-row').nth(0)).toContainText('<img·src=x');
  await expect(page.locator('rq-ledger-row').nth(1)).toContainText('no name');
  await expect(page.locator('rq-ledger-row').nth(2)).toContainText('···');
  await expect(page.locator('rq-ledger-row').nth(4)).toContainText('🐐');
  await page.locator('rq-ledger-row').nth(5).click();
  await page.keyboard.press('F2');
  await page.getByTestId('name-field').fill('ö<i>👑');
  await page.getByTestId('name-field').press('Enter');
  await app.saved();
  await page.reload();
  await expect(page.locator('rq-ledger-row').nth(5)).toContainText('ö<i>👑');
  expect(app.problems).toEqual([]);
});
