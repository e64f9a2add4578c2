import { workbenchBed } from '../../testing/bed';
import { show } from '../../testing/page';
import { QueryField } from './query-field';

describe('the filter field', () => {
  const start = async () => {
    const bed = await workbenchBed('r : control\n  a : mesh\n  b : mesh @9,0,0\n  sun : light');
    const page = await show(QueryField);
    const field = page.field('filter');
    const write = async (text: string) => {
      field.value = text;
      field.dispatchEvent(new Event('input'));
      await page.settle();
    };
    const offers = () => page.text('[role=option]');
    return { ...bed, page, field, write, offers };
  };
  it('offers keys, then their values with how many they find, and takes them by keys', async () => {
    const { page, field, write, offers, ledger } = await start();
    await write('kin');
    expect(offers()).toHaveSize(1);
    await page.press(field, 'Tab');
    expect(field.value).toBe('kind:');
    expect(offers()[0]).toBe('kind:mesh2');
    await page.press(field, 'ArrowDown');
    await page.press(field, 'Enter');
    expect([field.value, ledger.shownCount(), offers().length]).toEqual(['kind:mesh ', 2, 0]);
    expect(page.text('[data-testid=found]')).toEqual(['2 found']);
  });
  it('puts the offers away before it clears the text', async () => {
    const { page, field, write, offers, ledger } = await start();
    await write('la');
    expect(offers().length).toBe(1);
    await page.press(field, 'Escape');
    expect([field.value, offers().length]).toEqual(['la', 0]);
    await page.press(field, 'Escape');
    expect(ledger.filter()).toBe('');
  });
  it('finds by what the checks found, and by what was changed', async () => {
    const { open, ledger } = await start();
    ledger.filter.set('changed:yes');
    expect(ledger.shownCount()).toBe(0);
    open.apply('Rename', [{ kind: 'rename', object: 2, from: 'a', to: 'a2' }]);
    expect([...ledger.matches()!]).toEqual([2]);
    ledger.filter.set('finding:no-material');
    expect([...ledger.matches()!]).toEqual([2, 3]);
  });
});
