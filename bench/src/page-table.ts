import type { Browser, Page } from 'playwright-core';
import { drawBare } from './bare.js';
import { generateDistinct } from './distinct.js';
import { generateGlb } from './generate.js';

/** What is opened: meshes of their own, and objects. */
const files: readonly (readonly [string, () => Uint8Array])[] = [
  ['5,000 meshes', () => generateDistinct(5000)],
  ['20,000 meshes', () => generateDistinct(20_000)],
  ['100,000 objects', () => generateGlb(100_000)],
  ['250,000 objects', () => generateGlb(250_000)],
];
const steps = [
  'the library, come back to',
  'bring in, first row',
  'a reload, first row',
  'a reload, verdicts',
  'a reload, the view drawn',
  'pick a row',
  'walk ten rows',
  'type a filter',
  'F2, a name, Enter',
  'undo',
  'open Arrange',
  'group one',
  'group a page of rows',
  'undo',
  'open Check',
  'open Name',
  'names proposed',
  'one step of the slider',
  'take them',
  'undo',
] as const;

/**
 * The table of `npm run bench -- --page`: for each step how long until it is seen, and the longest task that held the page;
 * beside it a page that is nothing but three's GLTFLoader over the same file.
 */
export async function pageTable(browser: Browser, base: string): Promise<string> {
  const columns: string[][] = [];
  for (const [name, make] of files) {
    const glb = make();
    process.stderr.write(`-- ${name}\n`);
    const bare = await browser.newPage();
    const alone = await drawBare(bare, glb);
    await bare.close();
    columns.push([name, ...(await measure(browser, base, name, glb)), `${alone} ms`]);
  }
  const head = ['', ...columns.map(([name]) => name!)];
  const rows = [...steps, 'the bare page, until drawn'].map((step, i) => [
    step,
    ...columns.map((one) => one[i + 1]!),
  ]);
  const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;
  return [line(head), line(head.map(() => '---')), ...rows.map(line)].join('\n');
}

async function measure(browser: Browser, base: string, name: string, glb: Uint8Array): Promise<string[]> {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript({
    content:
      'window.held = []; new PerformanceObserver((list) => { for (const one of list.getEntries()) window.held.push(one.duration); }).observe({ type: "longtask", buffered: true });',
  });
  const said: string[] = [];
  await page.goto(base);
  await page.getByTestId('demo-mo').click();
  await page.getByTestId('bring-in').waitFor({ state: 'attached' });
  const library = Date.now();
  await page.goto(base);
  await page.getByTestId('bring-in').waitFor({ state: 'attached' });
  said.push(`${Date.now() - library} ms`);
  const file = {
    name: `${name.replace(/\W+/g, '_')}.glb`,
    mimeType: 'model/gltf-binary',
    buffer: Buffer.from(glb),
  };
  const brought = Date.now();
  await page.getByTestId('bring-in').setInputFiles(file);
  await page.locator('rq-ledger-row').first().waitFor({ timeout: 300_000 });
  said.push(`${Date.now() - brought} ms, held ${await longest(page)}`);
  await whole(page);
  const lap = async (work: () => Promise<unknown>, rest = 1200): Promise<void> => {
    await page.evaluate('window.held.length = 0');
    const began = Date.now();
    await work();
    const took = Date.now() - began;
    await page.waitForTimeout(rest);
    said.push(`${took} ms, held ${await longest(page)}`);
  };
  const began = Date.now();
  await page.reload();
  await page.locator('rq-ledger-row').first().waitFor({ timeout: 120_000 });
  const firstRow = Date.now() - began;
  await page.getByTestId('verdict').filter({ hasText: /\S/ }).first().waitFor({ timeout: 120_000 });
  const verdicts = Date.now() - began;
  await whole(page);
  const drawn = Date.now() - began;
  said.push(`${firstRow} ms, held ${await longest(page)}`, `${verdicts} ms`, `${drawn} ms`);
  await page.waitForTimeout(3000);
  const row = page.locator('rq-ledger-row');
  const tab = async (step: string): Promise<void> => {
    await page.getByRole('navigation', { name: 'Steps' }).getByText(step).click();
    await (step === 'Check' ? page.getByTestId('finding') : row).first().waitFor();
  };
  await lap(() => row.nth(3).click({ position: { x: 100, y: 10 } }));
  await lap(async () => {
    for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowDown');
  });
  await lap(async () => {
    await page.keyboard.press('/');
    await page.keyboard.type('post 1', { delay: 40 });
    await page.getByTestId('found').waitFor();
  });
  await page.getByTestId('filter').fill('');
  await page.waitForTimeout(1500);
  await row.nth(3).click({ position: { x: 100, y: 10 } });
  await lap(async () => {
    await page.keyboard.press('F2');
    await page.getByTestId('name-field').fill('other_name');
    await page.keyboard.press('Enter');
  });
  await lap(() => page.keyboard.press('Control+z'));
  await lap(() => tab('Arrange'), 3000);
  await row.nth(3).click({ position: { x: 100, y: 10 } });
  await lap(() => page.keyboard.press('Control+g'));
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await row.nth(6).click({ position: { x: 100, y: 10 } });
  await page.keyboard.press('Shift+PageDown');
  await page.waitForTimeout(1000);
  await lap(() => page.keyboard.press('Control+g'));
  await page.keyboard.press('Enter');
  await page.keyboard.press('Escape');
  await lap(() => page.keyboard.press('Control+z'));
  await lap(() => tab('Check'), 2000);
  await lap(() => tab('Name'), 2000);
  await page.getByRole('treegrid').press('Escape');
  await lap(async () => {
    await page.getByRole('button', { name: 'Propose names' }).click();
    await page.getByTestId('propose-least').waitFor({ timeout: 300_000 });
  }, 3000);
  await lap(() => page.getByTestId('propose-least').press('ArrowLeft'), 3000);
  const names = page.getByTestId('apply');
  if (await names.isEnabled()) {
    await lap(() => names.click(), 6000);
    await lap(() => page.keyboard.press('Control+z'), 6000);
  } else said.push('none is sure', '');
  await page.close();
  return said;
}

/** The longest task since it was last set back, milliseconds. */
async function longest(page: Page): Promise<number> {
  return Math.round(Math.max(0, ...(await page.evaluate<number[]>('window.held'))));
}
async function whole(page: Page): Promise<void> {
  await page
    .locator('[data-testid=viewport][data-ready=true][data-whole=true]')
    .waitFor({ timeout: 300_000 });
}
