import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { provideIcons } from '@ng-icons/core';
import { lucidePlus } from '@ng-icons/lucide';
import { show, tipOf } from '../../testing/page';
import { IconButton } from './icon-button';

@Component({
  selector: 'rq-icon-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [IconButton],
  viewProviders: [provideIcons({ lucidePlus })],
  template: `<button
    rqIconButton="lucidePlus"
    label="New layer"
    quiet
    [disabled]="off()"
    (click)="clicks = clicks + 1"
  ></button>`,
})
class Host {
  readonly off = signal(false);
  clicks = 0;
}

describe('a button that is an icon', () => {
  it('says what it does to screen readers and as a tip, and sends no form', async () => {
    const page = await show(Host);
    const button = page.button('New layer');
    expect([button.type, tipOf(button), button.classList.contains('opacity-0')]).toEqual([
      'button',
      'New layer',
      true,
    ]);
    expect(button.querySelector('svg')).not.toBeNull();
    button.click();
    page.component.off.set(true);
    await page.settle();
    button.click();
    expect(page.component.clicks).toBe(1);
  });
});
