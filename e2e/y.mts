import { chromium } from '@playwright/test';
import { App } from './support/app.js';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: 'http://127.0.0.1:8600' });
const app = new App(page);
await app.signIn('ines');
for (const [n, label] of [[5, 'trigger'], [6, 'stick'], [7, 'pad']] as const) {
  await page.goto(`/scenes/${n}/name`); await page.waitForTimeout(3000);
  await page.getByRole('button', { name: 'Learn from this scene' }).click();
  await page.getByTestId('learn').click(); await page.waitForTimeout(2000);
  await page.getByRole('button', { name: 'Go on with it as a draft' }).click(); await page.waitForTimeout(3000);
  await page.screenshot({ path: `/tmp/shots/w-draft-${label}.png` });
  const publish = page.getByTestId('publish');
  console.log(label, page.url(), await publish.isEnabled());
  await publish.click(); await page.waitForTimeout(1500);
  await page.screenshot({ path: `/tmp/shots/w-pub-${label}.png` });
}
console.log(app.problems);
await browser.close();
