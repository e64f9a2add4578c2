import type { Page } from 'playwright-core';

/** What typing into a step of the rename bench cost, in milliseconds. */
export interface Typing {
  /** From each key to the frame that follows it. */
  readonly keys: number[];
  /** Tasks that held the page longer than 50 ms (W3C Long Tasks). */
  readonly long: number[];
}

/** Adds a step to the bench and types into its first two fields while every name of the scene is previewed. */
export async function typeIntoBench(page: Page, step: string, texts: readonly string[]): Promise<Typing> {
  await page.getByTestId('add-step').click();
  await page.getByRole('menuitem', { name: step }).click();
  await page.waitForTimeout(1500);
  await page.evaluate(() => {
    const seen = { keys: [] as number[], long: [] as number[] };
    Object.assign(window, { seen });
    new PerformanceObserver((list) => {
      for (const { duration } of list.getEntries()) seen.long.push(duration);
    }).observe({ type: 'longtask' });
    addEventListener(
      'keydown',
      ({ timeStamp }) =>
        requestAnimationFrame(() => setTimeout(() => seen.keys.push(performance.now() - timeStamp))),
      true,
    );
  });
  const fields = page.locator('rq-step-card input:not([type=checkbox])');
  for (const [i, text] of texts.entries()) {
    await fields.nth(i).click();
    for (const key of text) {
      await page.keyboard.press(key);
      await page.waitForTimeout(150);
    }
  }
  await page.waitForTimeout(2000);
  return page.evaluate(() => (window as unknown as { seen: Typing }).seen);
}
