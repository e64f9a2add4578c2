import { show } from '../../testing/page';
import { Tick } from './tick';
import { TickSet } from './tick-set';

describe('a box to tick', () => {
  it('says what it is turned to, and not when it is disabled', async () => {
    const page = await show(Tick, { on: false, testid: 'box' });
    const said: boolean[] = [];
    page.component.on.subscribe((on) => said.push(on));
    page.field('box').click();
    page.field('box').click();
    expect(said).toEqual([true, false]);
    page.fixture.componentRef.setInput('disabled', true);
    await page.settle();
    page.field('box').click();
    expect(said).toHaveSize(2);
  });
});

describe('a set of ticks', () => {
  it('is turned one at a time, or set whole', () => {
    const ticks = new TickSet([1, 2]);
    ticks.toggle(2);
    ticks.toggle(3);
    ticks.toggle(3, true);
    expect([...ticks.all()]).toEqual([1, 3]);
    expect([ticks.has(1), ticks.has(2), ticks.size]).toEqual([true, false, 2]);
    ticks.set([]);
    expect(ticks.size).toBe(0);
  });
});
