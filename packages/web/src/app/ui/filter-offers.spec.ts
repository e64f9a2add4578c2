import { ChangeDetectionStrategy, Component } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { sceneFromOutline } from '@renquil/core/testing';
import { show } from '../../testing/page';
import { FilterOffers } from './filter-offers';

@Component({
  selector: 'rq-offers-host',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FilterOffers, ReactiveFormsModule],
  template: `<input data-testid="where" [rqFilterOffers]="scene" [formControl]="where" />`,
})
class Host {
  readonly scene = sceneFromOutline('a : mesh');
  readonly where = new FormControl('', { nonNullable: true });
}

describe('a plain field that takes a filter', () => {
  const start = async () => {
    const page = await show(Host);
    const field = page.field('where');
    const write = async (text: string): Promise<void> => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await page.settle();
    };
    const offers = (): string[] =>
      [...document.querySelectorAll('[role=option]')].map((one) => one.textContent.trim());
    return { page, field, write, offers };
  };
  it('offers the words of filters, and what is taken by keys is typed', async () => {
    const { page, field, write, offers } = await start();
    await write('kin');
    expect(offers()).toHaveSize(1);
    expect(field.getAttribute('aria-expanded')).toBe('true');
    await page.press(field, 'Tab');
    expect(field.value).toBe('kind:');
    expect(offers().length).toBeGreaterThan(3);
    await page.press(field, 'ArrowDown');
    expect(document.getElementById(field.getAttribute('aria-activedescendant')!)?.textContent).toContain(
      'kind:mesh',
    );
    await page.press(field, 'Enter');
    expect([field.value, page.component.where.value, offers().length]).toEqual([
      'kind:mesh ',
      'kind:mesh ',
      0,
    ]);
  });
  it('puts them away by Escape and when it is left, and keeps what was typed', async () => {
    const { page, field, write, offers } = await start();
    await write('la');
    await page.press(field, 'Escape');
    expect([field.value, offers().length]).toEqual(['la', 0]);
    await write('lay');
    field.dispatchEvent(new Event('blur'));
    await page.settle();
    expect(offers()).toEqual([]);
  });
});
