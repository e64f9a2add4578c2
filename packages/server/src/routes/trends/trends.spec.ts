import type { Trends } from '@renquil/api';
import { readRows } from '@renquil/formats';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';

describe('trends', () => {
  let server: TestServer;
  let mo: Client;
  const path = '/api/projects/brannick-pass/trends';
  const sum = (counts: readonly (number | null)[]): number =>
    counts.reduce<number>((n, one) => n + (one ?? 0), 0);
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());

  it('count what every check found, day by day, each scene as it last stood', async () => {
    const { days, checks, scenes } = (await mo.get<Trends>(path)).body;
    const today = new Date().toISOString().slice(0, 10);
    expect(days.at(-1)!.day).toBe(today);
    expect(new Set(days.map(({ day }) => day)).size).toBe(days.length);
    expect(Date.parse(today) - Date.parse(days[0]!.day)).toBe((days.length - 1) * 86_400_000);
    const found = days.at(-1)!.found!;
    expect(sum(checks.map((one) => one.found.at(-1)!))).toBe(found.blocker + found.warning + found.note);
    expect(checks.every((one) => one.found.length === days.length)).toBeTrue();
    // All scenes are the sum of each.
    let blockers = 0;
    for (const { id } of scenes)
      blockers += (await mo.get<Trends>(`${path}?scene=${id}`)).body.days.at(-1)!.found!.blocker;
    expect(blockers).toBe(found.blocker);
  });
  it('carry on what is known from before the window, and know nothing of days before counts were kept', async () => {
    const [first] = (await mo.get<Trends>(`${path}?days=400`)).body.days;
    const { days } = (await mo.get<Trends>(`${path}?days=2&scene=2`)).body;
    expect(days.length).toBe(2);
    expect(days[0]!.day > first!.day).toBeTrue();
    await server.services.database.run(
      'UPDATE standing_day SET counts = NULL WHERE scene_id = 2 AND day < UTC_DATE()',
    );
    const { days: then, checks } = (await mo.get<Trends>(`${path}?days=2&scene=2`)).body;
    expect(then[0]!.found).toBeNull();
    expect(then[1]!.found).not.toBeNull();
    expect(checks.every(({ found }) => found[0] === null && found[1] !== null)).toBeTrue();
  });
  it('mark versions, and come as CSV with the same numbers', async () => {
    await mo.post('/api/scenes/2/versions', { note: 'a look' });
    const { days, checks, marks } = (await mo.get<Trends>(path)).body;
    const mine = marks.filter(({ what, scene }) => what === 'version' && scene === 'ibex');
    expect(mine.map(({ number }) => number)).toEqual([1, 2]);
    const [header, ...rows] = readRows(new TextDecoder().decode(await mo.bytes(`${path}.csv`)));
    expect(header!.slice(0, 4)).toEqual(['day', 'blockers', 'warnings', 'notes']);
    expect(rows.length).toBe(days.length);
    expect(rows.at(-1)!.slice(0, 2)).toEqual([days.at(-1)!.day, String(days.at(-1)!.found!.blocker)]);
    expect(header!.slice(6)).toEqual(checks.map(({ check }) => check));
  });
  it('refuse a scene of another project', async () => {
    expect(await mo.refused('GET', `${path}?scene=999`)).toBe('not-found');
    expect(await mo.refused('GET', `${path}.csv?scene=999`)).toBe('not-found');
  });
});
