import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { App } from '../support/app.js';

const tags = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];
/** Rules whose answer hangs on the size of the window, and on the colours: all others are asked once. */
const ofSize = ['target-size', 'scrollable-region-focusable', 'aria-required-children'];
const ofColours = ['color-contrast'];

/** What axe finds of WCAG 2.2 A and AA, nothing left out. */
async function violations(page: Page, rules: readonly string[] | null): Promise<string[]> {
  const axe = new AxeBuilder({ page });
  const found = await (rules ? axe.withRules([...rules]) : axe.withTags(tags)).analyze();
  return found.violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .map((node) => node.target.join(' '))
        .slice(0, 4)
        .join(', ')}`,
  );
}

/** Every view, and the states of each that look otherwise. `at` is called when one is there. */
async function walk(page: Page, at: (state: string) => Promise<void>): Promise<void> {
  const app = new App(page);
  const goTo = async (step: string): Promise<void> => {
    await page.goto(page.url().replace(/\/[a-z-]+(\?.*)?$/, `/${step}`));
    await page.getByRole('main').waitFor();
    if (/arrange|check/.test(step)) await app.viewportReady();
    await page.waitForTimeout(300);
  };
  const dialog = async (keys: string | null, title: string, open?: () => Promise<void>): Promise<void> => {
    if (keys) await page.keyboard.press(keys);
    else await open!();
    await page.getByRole('dialog').waitFor();
    await at(title);
    await page.keyboard.press('Escape');
    await page.getByRole('dialog').waitFor({ state: 'detached' });
  };
  await page.goto('/sign-in');
  await page.getByTestId('demo-ines').waitFor();
  await at('sign in');
  await app.signIn('ines');
  await at('library');
  await dialog('Control+k', 'do anything');
  await dialog('?', 'keys');
  await page.getByRole('button', { name: /^Account of/ }).click();
  await at('account menu');
  await page.keyboard.press('Escape');
  for (const place of ['people', 'conventions']) {
    await page.goto(`/projects/brannick-pass/${place}`);
    await page
      .getByTestId(place === 'people' ? 'member' : 'tried')
      .first()
      .waitFor();
    await at(place);
  }
  await page.getByTestId('try-name').fill('L_F_sheeve01_stel_geo');
  await at('conventions, a name tried');
  await page.goto('/scenes/999999/name');
  await page.getByRole('alert').waitFor();
  await at('a scene that is not there');
  await page.goto('/nowhere');
  await page.getByRole('main').waitFor();
  await at('a page that is not there');

  await app.openScene('cableway_cabin');
  await app.viewportReady();
  await at('name');
  await app.filter('nothing_is_called_this');
  await page.getByTestId('ledger-empty').waitFor();
  await at('name, nothing found');
  await app.filter('(jaw');
  await at('name, a filter that cannot be read');
  await app.filter('under:pulleys');
  await app.ledger.focus();
  await page.keyboard.press('Control+a');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('add a step: number');
  await page.keyboard.press('Enter');
  await page.getByTestId('tray').waitFor();
  await at('name, a step on the bench');
  await page.getByRole('button', { name: 'Review list' }).click();
  await page.getByRole('dialog').waitFor();
  await at('name, the review list');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Discard' }).click();
  await app.filter('post_LB');
  await app.row('post_LB').click();
  // The row that is picked stays in sight.
  await app.filter('');
  await app.row('post_LB').waitFor();
  await app.ledger.press('F2');
  await page.getByTestId('name-field').fill('post LB');
  await at('name, a name that is typed');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+ArrowDown');
  await page.getByRole('menu').waitFor();
  await at('name, the menu of a column');
  await page.keyboard.press('Escape');
  await page.keyboard.press('Alt+p');
  await page.getByTestId('propose-counts').waitFor();
  await at('name, proposed names');
  await page.keyboard.press('Alt+p');
  await dialog('Control+s', 'save a version');
  await dialog(null, 'other names', async () => {
    await page.keyboard.press('Control+k');
    await page.keyboard.type('names of materials');
    await page.keyboard.press('Enter');
    await page.getByRole('dialog', { name: 'Other names' }).waitFor();
  });

  await goTo('arrange');
  await at('arrange');
  await app.row('roofShell').click();
  await at('arrange, one picked');
  await page.getByRole('button', { name: 'More' }).click();
  await at('arrange, more');
  await page.keyboard.press('Escape');
  await app.ledger.focus();
  await page.keyboard.press('Alt+ArrowDown');
  await page.getByRole('menu').waitFor();
  await at('arrange, the columns');
  await page.keyboard.press('Escape');
  await goTo('check');
  await at('check');
  await page.getByTestId('finding').first().click();
  await at('check, a finding');
  await goTo('hand-off');
  await at('hand off');
  await goTo('history');
  await at('history');
}

const sizes = {
  '1024 x 768': { width: 1024, height: 768 },
  '1280 x 800 at 200 %': { width: 640, height: 400 },
};
test('every view and state meets WCAG 2.2 AA, light and dark, at three sizes', async ({ page }) => {
  test.setTimeout(600_000);
  const wrong: string[] = [];
  await page.addInitScript(() => localStorage.setItem('renquil.theme', 'light'));
  await walk(page, async (state) => {
    const look = async (where: string, rules: readonly string[] | null): Promise<void> => {
      for (const one of await violations(page, rules)) wrong.push(`${state}, ${where}: ${one}`);
    };
    await look('light', null);
    await page.evaluate(() => document.documentElement.setAttribute('data-theme', 'dark'));
    await look('dark', ofColours);
    for (const [name, size] of Object.entries(sizes)) {
      await page.setViewportSize(size);
      await look(name, ofSize);
      const off = await page.evaluate(
        () => document.documentElement.scrollWidth - document.documentElement.clientWidth,
      );
      if (off > 0) wrong.push(`${state}, ${name}: ${off} px off the screen`);
      const account = page.getByRole('button', { name: /^Account of/ });
      const box = (await account.count()) ? await account.boundingBox() : null;
      if (box && box.x + box.width > size.width)
        wrong.push(`${state}, ${name}: the account is off the screen`);
    }
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.evaluate(() => document.documentElement.setAttribute('data-theme', 'light'));
  });
  expect(wrong).toEqual([]);
});
