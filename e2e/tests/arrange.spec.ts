import { expect, test } from '@playwright/test';
import { App, bytesOf } from '../support/app.js';
import { glbWith, openWithTransform, validatorCounts } from '../support/glb.js';

/** A flat heap: what people bring. */
const heap = () => {
  const names = ['body', 'door_L', 'door_R', 'bolt10', 'bolt2', 'lamp', 'spare'];
  const nodes = names.map((name, i) => ({ name, mesh: 0, translation: [i, 0, 0] }));
  return glbWith(names, {
    nodes,
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    accessors: [{ componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 1] }],
  });
};
const file = (name: string) => ({ name, mimeType: 'model/gltf-binary', buffer: heap() });

async function outline(app: App): Promise<string[]> {
  await app.saved();
  return app.page
    .locator('rq-ledger-row')
    .evaluateAll((rows) =>
      rows.map(
        (row) =>
          '  '.repeat(Number(row.getAttribute('aria-level')) - 1) +
          row.querySelector('[data-testid=name]')!.textContent.trim(),
      ),
    );
}

test('a flat heap becomes a tree: group, name, drag, sort, control, undo, and the file holds it', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(file('heap.glb'));
  await expect(page.getByTestId('scene-name')).toHaveText('heap');
  await page.getByRole('link', { name: /^Arrange/ }).click();

  await test.step('group two by menu and name the group at once', async () => {
    await app.row('door_L').click();
    await app.row('door_R').click({ modifiers: ['Control'] });
    await page.getByTestId('group').click();
    await page.getByRole('menuitem', { name: 'Pivot at the base of their bounds' }).click();
    await page.getByTestId('name-field').fill('doors_grp');
    await page.getByTestId('name-field').press('Enter');
    expect(await outline(app)).toEqual([
      'body',
      'doors_grp',
      '  door_L',
      '  door_R',
      'bolt10',
      'bolt2',
      'lamp',
      'spare',
    ]);
  });
  await test.step('drag onto, before and after', async () => {
    await app.row('lamp').dragTo(app.row('doors_grp'), { targetPosition: { x: 120, y: 13 } });
    expect(await outline(app)).toEqual([
      'body',
      'doors_grp',
      '  door_L',
      '  door_R',
      '  lamp',
      'bolt10',
      'bolt2',
      'spare',
    ]);
    await app.row('lamp').dragTo(app.row('door_L'), { targetPosition: { x: 120, y: 3 } });
    expect(await outline(app)).toEqual([
      'body',
      'doors_grp',
      '  lamp',
      '  door_L',
      '  door_R',
      'bolt10',
      'bolt2',
      'spare',
    ]);
    await app.row('spare').dragTo(app.row('body'), { targetPosition: { x: 120, y: 23 } });
    expect(await outline(app)).toEqual([
      'body',
      'spare',
      'doors_grp',
      '  lamp',
      '  door_L',
      '  door_R',
      'bolt10',
      'bolt2',
    ]);
  });
  await test.step('a control over everything, by keys', async () => {
    await app.ledger.focus();
    await page.keyboard.press('Control+a');
    await page.getByTestId('add-control').click();
    await page.getByTestId('control-all').click();
    await page.getByTestId('name-field').fill('heap_ctrl');
    await page.getByTestId('name-field').press('Enter');
    expect((await outline(app))[0]).toBe('heap_ctrl');
    await app.row('heap_ctrl').click();
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('menuitem', { name: 'Sort children by name' }).click();
    expect(await outline(app)).toEqual([
      'heap_ctrl',
      '  body',
      '  bolt2',
      '  bolt10',
      '  doors_grp',
      '    lamp',
      '    door_L',
      '    door_R',
      '  spare',
    ]);
  });
  await test.step('ungroup, then undo and redo it', async () => {
    await app.row('doors_grp').click();
    await page.getByTestId('ungroup').click();
    await page.getByRole('menuitem', { name: 'These groups' }).click();
    expect(await outline(app)).not.toContain('  doors_grp');
    await page.keyboard.press('Control+z');
    expect(await outline(app)).toContain('  doors_grp');
  });
  await test.step('the file that goes out has the tree, every part where it was', async () => {
    await page.reload();
    await page.getByRole('link', { name: 'Hand off' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByTestId('work-copy').click(),
    ]);
    const copy = await bytesOf(download);
    expect(await validatorCounts(copy)).toEqual({ errors: 0, warnings: 0 });
    const root = (await openWithTransform(copy)).getRoot();
    const node = (name: string) => root.listNodes().find((one) => one.getName() === name)!;
    expect(node('door_L').getParentNode()!.getName()).toBe('doors_grp');
    expect(node('doors_grp').getParentNode()!.getName()).toBe('heap_ctrl');
    for (const [name, x] of [
      ['body', 0],
      ['door_L', 1],
      ['lamp', 5],
      ['spare', 6],
    ] as const) {
      expect(node(name).getWorldTranslation()[0]).toBeCloseTo(x, 5);
    }
  });
  expect(app.problems).toEqual([]);
});

test('layers, marks and switches are set for all that is picked, survive, and narrow the ledger', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(file('layers.glb'));
  await expect(page.getByTestId('scene-name')).toHaveText('layers');
  await page.getByRole('link', { name: /^Arrange/ }).click();
  await app.row('bolt10').click();
  await app.row('bolt2').click({ modifiers: ['Shift'] });
  await page.getByTestId('new-layer').click();
  await page.getByTestId('layer-name').fill('Small parts');
  await page.getByTestId('layer-name').press('Enter');
  await expect(app.row('bolt2')).toContainText('Small parts');
  await app.row('bolt10').getByRole('button', { name: /Goes/ }).click();
  await page.getByRole('button', { name: 'waits' }).click();
  await app.saved();
  await page.reload();
  await expect(app.row('bolt2').getByRole('button', { name: /Goes/ })).toHaveAttribute(
    'aria-pressed',
    'false',
  );
  await page
    .getByRole('button', { name: /^Small parts/ })
    .first()
    .click();
  await expect(page.getByTestId('ledger-count')).toHaveText('2 of 7');
  await page
    .getByRole('button', { name: /^waits/ })
    .first()
    .click();
  await expect(page.getByTestId('filter')).toHaveValue('mark:waits');
  await expect(page.getByTestId('ledger-count')).toHaveText('2 of 7');
  await page.getByRole('link', { name: 'Hand off' }).click();
  await expect(page.getByTestId('stays')).toHaveText('2');
});

test('numbers place an object, rest is remembered, the map is walked, tidying takes what is ticked', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('ibex', 'arrange');
  await app.viewportReady();
  await app.filter('L_F_shoulder*');
  await app.row('L_F_shoulder001_hide_geo').click();
  const moveX = page.getByTestId('MoveX');
  const before = await moveX.inputValue();
  await page.getByTestId('take-rest').click();
  await moveX.fill('0.25');
  await moveX.press('Enter');
  await app.saved();
  await page.getByRole('button', { name: 'From rest' }).click();
  await expect(moveX).not.toHaveValue('0');
  await page.getByTestId('back-to-rest').click();
  await expect(moveX).toHaveValue('0');
  await page.getByRole('button', { name: 'From parent' }).click();
  await expect(moveX).toHaveValue(before);
  await moveX.fill('not a number');
  await moveX.press('Enter');
  await expect(moveX).toHaveValue(before);
  await app.filter('');
  await page.getByTestId('lineage').focus();
  await page.keyboard.press('ArrowUp');
  await expect(app.row('C_chest001_hide_geo')).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('picked-count')).toContainText('1 picked');
  await page.getByTestId('tidy').click();
  await page.getByRole('checkbox').first().uncheck();
  await page.getByTestId('tidy-apply').click();
  await app.saved();
  await page.keyboard.press('Control+z');
  await app.saved();
  expect(app.problems).toEqual([]);
});

test('zero and mirror leave what is seen, and the file holds the baked shapes', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('cableway_cabin', 'arrange');
  await app.viewportReady();
  await app.filter('door_R');
  await app.row('door_R').click();
  await expect(app.row('door_R')).toContainText('scale -1 on X');
  await page.getByTestId('zero').click();
  await page.getByRole('menuitem', { name: 'Bake the scale' }).click();
  await app.saved();
  await expect(page.getByTestId('ScaleX')).toHaveValue('1');
  await expect(app.row('door_R')).not.toContainText('scale -1 on X');
  await page.reload();
  await page.getByRole('link', { name: 'Hand off' }).click();
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByTestId('work-copy').click(),
  ]);
  const copy = await bytesOf(download);
  expect((await validatorCounts(copy)).errors).toBe(0);
  const door = (await openWithTransform(copy))
    .getRoot()
    .listNodes()
    .find((node) => node.getName() === 'door_R')!;
  expect(door.getScale().every((n) => n > 0)).toBe(true);
  await page.getByRole('link', { name: /^Arrange/ }).click();
  await page.keyboard.press('Control+z');
  await app.saved();
  await app.filter('door_R');
  await expect(app.row('door_R')).toContainText('scale -1 on X');
  expect(app.problems).toEqual([]);
});

test('sets by hand and by query, and grouping by what parts share', async ({ page }) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.bringIn(file('sets.glb'));
  await expect(page.getByTestId('scene-name')).toHaveText('sets');
  await page.getByRole('link', { name: /^Arrange/ }).click();
  await app.row('lamp').click();
  await app.row('spare').click({ modifiers: ['Control'] });
  await page.getByTestId('new-set').click();
  await page.getByTestId('set-name').fill('to weigh');
  await page.getByTestId('set-name').press('Enter');
  await app.filter('bolt*');
  await page.getByTestId('new-live-set').click();
  await page.getByTestId('set-name').fill('bolts');
  await page.getByTestId('set-name').press('Enter');
  await app.filter('');
  await app.saved();
  await page.reload();
  await expect(page.getByTestId('set')).toHaveText([/bolts\s*2/, /to weigh\s*2/]);
  await app.rename('spare', 'bolt11');
  await expect(page.getByTestId('set').first()).toHaveText(/bolts\s*3/);
  await page.getByTestId('set').last().click();
  await expect(page.getByTestId('ledger-count')).toHaveText('2 of 7');
  await app.filter('set:bolts -set:"to weigh"');
  await expect(page.getByTestId('ledger-count')).toHaveText('2 of 7');
  await app.filter('');
  await test.step('a set turns a switch off for its objects, another is made of two, one is deleted', async () => {
    const menu = page.getByTestId('set-menu').first();
    await menu.focus();
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: 'Switches and look' }).click();
    await page.getByRole('menuitemcheckbox', { name: /shown/i }).click();
    await page.keyboard.press('Escape');
    await app.tip(app.row('bolt2').getByRole('button', { name: /^Shown/ }), /off for the set "bolts"/);
    await page.getByTestId('new-view').click();
    await page.getByTestId('view-name').fill('no bolts');
    await page.getByTestId('view-name').press('Enter');
    await page.getByTestId('view').filter({ hasText: 'All on' }).click();
    await app.tip(app.row('bolt2').getByRole('button', { name: /^Shown/ }), /Shown, on$/);
    await page.getByTestId('view').filter({ hasText: 'no bolts' }).click();
    await app.tip(app.row('bolt2').getByRole('button', { name: /^Shown/ }), /"bolts"/);
    await page.getByTestId('set-menu').last().focus();
    await page.keyboard.press('Enter');
    await page.getByRole('menuitem', { name: 'Delete the set' }).click();
  });
  await app.saved();
  await expect(page.getByTestId('set')).toHaveCount(1);
  await expect(page.getByTestId('ledger-count')).toHaveText('7');
  await app.ledger.focus();
  await page.keyboard.press('Escape');
  await page.getByTestId('group').click();
  await page.getByTestId('auto-arrange').click();
  await expect(page.getByRole('dialog')).toContainText('door_grp');
  await page.getByTestId('arrange-apply').click();
  await app.saved();
  expect(await outline(app)).toEqual([
    'body',
    'door_grp',
    '  door_L',
    '  door_R',
    'bolt_grp',
    '  bolt10',
    '  bolt2',
    '  bolt11',
    'lamp',
  ]);
  expect(app.problems).toEqual([]);
});

test('what the asset is, columns, twins and the last change on all of them, over a reload', async ({
  page,
}) => {
  const app = new App(page);
  await app.signIn('mo');
  await app.openScene('valley_station', 'arrange');
  await app.viewportReady();
  await test.step('a type asks for its branches, and says so at the root', async () => {
    await page.getByTestId('asset-type').selectOption('set');
    await expect(app.row('valleyStation_ctrl').getByTestId('verdict')).toContainText('misses structure_grp');
    await page.getByTestId('edit-template').click();
    await page.getByTestId('template-branch').first().fill('hall_grp');
    await page.getByTestId('template-branch').first().press('Tab');
    await page.getByTestId('template-keep').click();
    await expect(app.row('valleyStation_ctrl').getByTestId('verdict')).not.toContainText('misses');
  });
  await test.step('columns are chosen and sorted', async () => {
    await page.getByTestId('columns').click();
    await page.getByRole('menuitemcheckbox', { name: 'Kind' }).click();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('columnheader', { name: 'Kind' })).toBeVisible();
  });
  await test.step('what was done to one twin is done to all', async () => {
    await app.filter('twin:yes name:window*');
    const row = page.locator('rq-ledger-row').filter({ hasText: 'window001_glass_geo' });
    await row.getByRole('button', { name: /^Rendered/ }).click();
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByTestId('twins-menu').click();
    await page.getByTestId('repeat-twins').click();
    await app.filter('rendered:no');
    await expect(page.getByTestId('found')).toHaveText(/^\d\d+ found$/);
    await app.saved();
  });
  await page.reload();
  await app.filter('rendered:no');
  await expect(page.getByTestId('found')).toHaveText(/^\d\d+ found$/);
  await expect(page.getByRole('columnheader', { name: 'Kind' })).toBeVisible();
  await expect(page.getByTestId('asset-type')).toHaveValue('set');
  await page.keyboard.press('Control+z');
  expect(app.problems).toEqual([]);
});
