import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { show } from '../../testing/page';
import { Sheet, SheetFoot } from './sheet';

@Component({
  selector: 'rq-sheet-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Sheet, SheetFoot],
  template: `
    <rq-sheet size="s" heading="The bin" says="Nothing is lost." [failure]="failure()">
      <button head type="button">Beside</button>
      <p id="body">What is in it</p>
      <rq-sheet-foot><button type="button">Close</button></rq-sheet-foot>
    </rq-sheet>
  `,
})
class Host {
  readonly failure = signal('');
}

describe('a sheet', () => {
  it('stands as heading, content, what went wrong, and foot, in this order', async () => {
    const page = await show(Host);
    expect(page.text('h2')).toEqual(['The bin']);
    expect(page.text('header p')).toEqual(['Nothing is lost.']);
    expect(page.text('header button')).toEqual(['Beside']);
    expect(page.all('[role=alert]')).toEqual([]);
    page.component.failure.set('It does not answer.');
    await page.settle();
    const [sheet] = page.all('rq-sheet');
    const order = [...sheet!.children].map((one) => one.getAttribute('role') ?? one.tagName.toLowerCase());
    expect(order).toEqual(['header', 'p', 'alert', 'rq-sheet-foot']);
    expect(sheet!.classList).toContain('w-[420px]');
  });
});
