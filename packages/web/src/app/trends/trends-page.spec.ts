import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import type { Trends } from '@renquil/api';
import { arrives } from '../../testing/arrives';
import { show } from '../../testing/page';
import { TrendsPage } from './trends-page';

const day = (date: string, blocker: number, fitting: number): Trends['days'][number] => ({
  day: date,
  named: 10,
  fitting,
  found: { blocker, warning: 2, note: 1 },
});
const answer: Trends = {
  days: [
    { day: '2026-11-27', named: 10, fitting: 3, found: null },
    day('2026-11-28', 9, 4),
    day('2026-11-29', 9, 4),
    day('2026-11-30', 5, 8),
  ],
  checks: Array.from({ length: 11 }, (_, i) => ({
    check: `c${i}`,
    title: `Check ${i}`,
    found: [null, 4, 4, 11 - i],
  })),
  marks: [{ day: '2026-11-30', what: 'version', scene: 'cabin', number: 7 }],
  scenes: [{ id: 3, name: 'cabin' }],
};

describe('the trends of a project', () => {
  const start = async (first: Trends) => {
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([])],
    });
    const http = TestBed.inject(HttpTestingController);
    const page = await show(TrendsPage, { project: 'p' }, 'display:flex;width:1200px;height:700px');
    (await arrives(http, '/api/projects/p/trends?days=90')).flush(first);
    await page.settle();
    await page.settle();
    return { http, page };
  };
  it('are drawn by severity and by check, and stand in a table whose days differ', async () => {
    const { page } = await start(answer);
    expect(page.text('[data-testid=trend-table] tbody th').map((text) => text.slice(0, 10))).toEqual([
      '2026-11-30',
      '2026-11-28',
      '2026-11-27',
    ]);
    const [newest, , oldest] = page.text('[data-testid=trend-table] tbody tr');
    expect(newest).toContain('cabin v007');
    expect(newest).toContain('80.0 %');
    expect(oldest).toContain('–');
    expect(page.all('[data-testid=check-trend]').length).toBe(9);
    await page.click('2 more');
    expect(page.all('[data-testid=check-trend]').length).toBe(11);
    expect(page.root.querySelector('rq-severity-chart canvas')!.getAttribute('aria-label')).toContain(
      '5 blockers',
    );
  });
  it('are of one scene and of another time when asked, as CSV too', async () => {
    const { http, page } = await start(answer);
    const select = page.root.querySelector<HTMLSelectElement>('[data-testid=trend-scene]')!;
    select.value = '3';
    select.dispatchEvent(new Event('change'));
    await page.settle();
    (await arrives(http, '/api/projects/p/trends?days=90&scene=3')).flush(answer);
    await page.settle();
    await page.click('30 days');
    (await arrives(http, '/api/projects/p/trends?days=30&scene=3')).flush(answer);
    await page.settle();
    expect(page.root.querySelector('[data-testid=trends-csv]')!.getAttribute('href')).toBe(
      '/api/projects/p/trends.csv?days=30&scene=3',
    );
  });
  it('say so when nothing is known', async () => {
    const { page } = await start({ days: [], checks: [], marks: [], scenes: [] });
    expect(page.text('[data-testid=no-trend]')[0]).toContain('Nothing is known of these days');
  });
});
