import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { show } from '../../testing/page';
import { FieldBox } from './field-box';

@Component({
  selector: 'rq-field-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FieldBox],
  template: `<rq-field words="The new one" hint="(12 characters or more)" [wrong]="wrong()"
    ><input
  /></rq-field>`,
})
class Host {
  readonly wrong = signal('');
}

describe('a field of a form', () => {
  it('is called by its words, with the hint after them, and says what is wrong beneath', async () => {
    const page = await show(Host);
    const [field] = page.all('input') as HTMLInputElement[];
    expect(field!.labels![0]!.textContent).toBe('The new one (12 characters or more)');
    page.component.wrong.set('It has 5.');
    await page.settle();
    expect(page.text('[role=alert]')).toEqual(['It has 5.']);
  });
});
