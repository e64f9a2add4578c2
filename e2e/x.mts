import { chromium } from '@playwright/test';
import { App } from './support/app.js';
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox'] });
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: 'http://127.0.0.1:8600' });
const app = new App(page);
await app.signIn('ines');
for (const one of process.argv.slice(2)) {
  await page.goto('/');
  await app.bringIn(`/tmp/walk/${one}.glb`);
  await page.getByTestId('scene-name').waitFor();
  await page.waitForTimeout(6000);
  await page.screenshot({ path: `/tmp/shots/w-${one}.png` });
  console.log(one, page.url(), await page.getByTestId('fit-says').textContent().catch(() => '-'));
}
console.log(app.problems);
await browser.close();
