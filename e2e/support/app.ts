import { readFileSync } from 'node:fs';
import { expect, type Download, type Locator, type Page } from '@playwright/test';

/** The application as a person meets it: what tests do on its screens, in one place. */
export class App {
  readonly problems: string[] = [];
  constructor(readonly page: Page) {
    page.on('pageerror', (error) => this.problems.push(error.message));
    page.on('console', (message) => {
      // Reading the picture back under software rendering stalls, and says so.
      if (message.type() === 'error' && !/GPU stall/.test(message.text())) this.problems.push(message.text());
    });
  }
  async signIn(who: 'mo' | 'ines' | 'tam'): Promise<void> {
    await this.page.goto('/');
    await this.page.getByTestId(`demo-${who}`).click();
    await expect(this.page.getByTestId('library-title')).toBeVisible();
  }
  async openScene(name: string, step = 'name'): Promise<void> {
    await this.page.goto('/');
    await this.page.getByRole('link', { name, exact: true }).click();
    await expect(this.page.getByTestId('scene-name')).toHaveText(name);
    if (step !== 'name') await this.page.goto(this.page.url().replace(/\/\w+$/, `/${step}`));
  }
  async bringIn(...files: (string | { name: string; mimeType: string; buffer: Buffer })[]): Promise<void> {
    await this.page.getByTestId('bring-in').setInputFiles(files as string[]);
  }
  /** What is said of an element while the pointer rests on it. */
  async tip(of: Locator, says: RegExp): Promise<void> {
    await of.hover();
    await expect(this.page.getByRole('tooltip')).toHaveText(says);
    await this.page.mouse.move(0, 0);
    await expect(this.page.getByRole('tooltip')).toHaveCount(0);
  }
  /** The messy cabin once more, as a scene of its own, so that nobody else's story changes under them. */
  async bringInCabin(name: string): Promise<void> {
    const copy = await this.page.request.get('/api/scenes/1/copy');
    await this.bringIn({ name: `${name}.glb`, mimeType: 'model/gltf-binary', buffer: await copy.body() });
    await expect(this.page.getByTestId('scene-name')).toHaveText(name);
    await this.viewportReady();
  }
  /** Names that do not fit, as the bar counts them. */
  async outstanding(): Promise<number> {
    const steps = this.page.getByRole('navigation', { name: 'Steps' });
    return Number(/\d+/.exec((await steps.getByText('Name').textContent()) ?? '')?.[0] ?? 0);
  }
  get ledger(): Locator {
    return this.page.getByRole('treegrid');
  }
  /** The row of an object by its name, spaces and all. */
  row(name: string): Locator {
    return this.page.locator('rq-ledger-row').filter({
      has: this.page.locator(`[data-testid="name"]`).filter({ hasText: new RegExp(`^${escape(name)}$`) }),
    });
  }
  async filter(text: string): Promise<void> {
    await this.page.getByTestId('filter').fill(text);
  }
  async viewportReady(): Promise<void> {
    await expect(this.page.getByTestId('viewport')).toHaveAttribute('data-ready', 'true', {
      timeout: 120_000,
    });
  }
  /** The file that came in with what was changed, as it is downloaded in Hand off: its name and its text. */
  async workCopy(): Promise<{ name: string; text: string }> {
    const [download] = await Promise.all([
      this.page.waitForEvent('download'),
      this.page.getByTestId('work-copy').click(),
    ]);
    return { name: download.suggestedFilename(), text: (await bytesOf(download)).toString() };
  }
  async saved(): Promise<void> {
    await expect(this.page.getByTestId('saving')).toHaveText('saved');
  }
  async addStep(kind: 'Swap words' | 'Number' | 'Add text' | 'Set side and place'): Promise<void> {
    await this.page.getByTestId('add-step').click();
    await this.page.getByRole('menuitem', { name: kind }).click();
  }
  async rename(from: string, to: string): Promise<void> {
    await this.row(from).click();
    await this.page.keyboard.press('F2');
    await this.page.getByTestId('name-field').fill(to);
    await this.page.getByTestId('name-field').press('Enter');
    await this.saved();
  }
}

function escape(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}

export async function bytesOf(download: Download): Promise<Buffer> {
  return readFileSync(await download.path());
}
