import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { arrivesOnPage } from '../../testing/arrives';
import { show, type Page } from '../../testing/page';
import { Tip } from './tip';

@Component({
  selector: 'rq-tip-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tip],
  template: `<button type="button" [rqTip]="says()" aria-describedby="more">It</button
    ><span id="more">More</span>`,
})
class Host {
  readonly says = signal<string | null>('Fold this group');
}

describe('a tip', () => {
  const shown = (): HTMLElement | null => document.querySelector('[role=tooltip]');
  const rest = async (page: Page<Host>): Promise<HTMLElement> => {
    page.button('It').dispatchEvent(new Event('pointerenter'));
    return arrivesOnPage(() => shown());
  };
  it('is shown where the pointer rests, describes the element, and goes with Escape', async () => {
    const page = await show(Host);
    const tip = await rest(page);
    expect(tip.textContent).toBe('Fold this group');
    expect(page.button('It').getAttribute('aria-describedby')).toBe(tip.id);
    document.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape' }));
    expect(shown()).toBeNull();
    expect(page.button('It').getAttribute('aria-describedby')).toBe('more');
  });
  it('follows what is said while it is shown, and goes with its element', async () => {
    const page = await show(Host);
    const tip = await rest(page);
    page.component.says.set('Unfold this group');
    await page.settle();
    expect(tip.textContent).toBe('Unfold this group');
    page.fixture.destroy();
    expect(shown()).toBeNull();
  });
  it('is not there when there is nothing to say', async () => {
    const page = await show(Host);
    page.component.says.set(null);
    await page.settle();
    page.button('It').dispatchEvent(new Event('pointerenter'));
    await new Promise((done) => setTimeout(done, 600));
    expect(shown()).toBeNull();
  });
});
