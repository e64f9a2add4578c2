import { chromium } from '@playwright/test';
export async function open(who = 'mo', size = { width: 1280, height: 800 }) {
  const browser = await chromium.launch({
    executablePath: '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--disable-dev-shm-usage',
      '--use-angle=swiftshader',
      '--enable-unsafe-swiftshader',
      '--ignore-gpu-blocklist',
      '--disable-gpu-compositing',
    ],
  });
  const page = await browser.newPage({ viewport: size, baseURL: 'http://127.0.0.1:8431' });
  page.on('console', (m) => {
    if (['error', 'warning'].includes(m.type()) && !/GPU stall/.test(m.text()))
      console.log('console', m.type(), m.text().slice(0, 300));
  });
  page.on('pageerror', (e) => console.log('pageerror', e.message));
  await page.goto('/sign-in');
  if (who) {
    await page.getByTestId('demo-' + who).click();
    await page.waitForURL(/projects/);
  }
  return { browser, page };
}
