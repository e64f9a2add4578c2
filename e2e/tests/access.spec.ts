import { AxeBuilder } from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { App } from '../support/app.js';

async function violations(page: Page): Promise<string[]> {
  const found = await new AxeBuilder({ page })
    .withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'])
    .analyze();
  // The ledger's rows scroll inside the grid that has the focus: its arrow keys walk and scroll them through
  // aria-activedescendant (WAI-ARIA practices, treegrid), which this one rule cannot see.
  const wrong = found.violations.filter(
    (one) =>
      !(
        one.id === 'scrollable-region-focusable' &&
        one.nodes.every(
          (node) =>
            /treegrid|cdk-virtual-scroll-viewport/.test(node.html) && /role="rowgroup"/.test(node.html),
        )
      ),
  );
  return wrong.map(
    (one) =>
      `${one.id}: ${one.nodes
        .map((node) => node.target.join(' '))
        .slice(0, 3)
        .join(', ')}`,
  );
}

for (const theme of ['light', 'dark'] as const) {
  test(`every main view meets WCAG 2.2 AA, ${theme}`, async ({ page }) => {
    await page.addInitScript((name) => localStorage.setItem('renquil.theme', name), theme);
    const app = new App(page);
    await page.goto('/sign-in');
    await page.getByTestId('demo-mo').waitFor();
    expect(await violations(page), 'sign-in').toEqual([]);
    await app.signIn('mo');
    expect(await violations(page), 'library').toEqual([]);
    await app.openScene('cableway_cabin');
    await app.viewportReady();
    await app.filter('under:pulleys');
    await app.ledger.focus();
    await page.keyboard.press('Control+a');
    await app.addStep('Number');
    await page.getByTestId('tray').waitFor();
    expect(await violations(page), 'name').toEqual([]);
    for (const step of ['arrange', 'check', 'hand-off', 'history']) {
      await page.goto(page.url().replace(/\/[a-z-]+$/, `/${step}`));
      await page.getByRole('main').waitFor();
      await page.waitForTimeout(400);
      expect(await violations(page), step).toEqual([]);
    }
    await page.goto('/projects/brannick-pass/people');
    await page.getByTestId('member').first().waitFor();
    expect(await violations(page), 'people').toEqual([]);
    await page.goto('/projects/brannick-pass/conventions');
    await page.getByTestId('tried').first().waitFor();
    await page.getByTestId('try-name').fill('L_F_sheeve01_stel_geo');
    expect(await violations(page), 'conventions').toEqual([]);
    await app.openScene('cableway_cabin');
    await app.viewportReady();
    await page.getByTestId('propose').click();
    await page.getByTestId('propose-counts').waitFor();
    await app.row('post_LB').click();
    expect(await violations(page), 'proposed names').toEqual([]);
  });
}
