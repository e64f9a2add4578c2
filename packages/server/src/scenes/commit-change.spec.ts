import { randomUUID } from 'node:crypto';
import { openStored } from '../tasks/stored-scene.js';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import type { Client } from '../testing/client.js';
import { until } from '../testing/until.js';

interface Committed {
  revision: number;
  missed: { id: string; author: string }[];
}
interface Scene {
  scene: { revision: number };
}

describe('a change', () => {
  let server: TestServer;
  let mo: Client;
  let ines: Client;
  const path = '/api/scenes/1/changes';
  const rename = (object: number, from: string, to: string) => ({ kind: 'rename', object, from, to });
  const nameOf = async (object: number) => (await sceneNow()).get(object).name;
  const revision = async () => (await mo.get<Scene>('/api/scenes/1')).body.scene.revision;
  const sceneNow = async () =>
    openStored(await server.services.scenes.stored(server.services.database, 1, await revision()));
  const make = async (client: Client, edits: unknown[], base?: number, id: string = randomUUID()) =>
    client.post<Committed>(path, { id, base: base ?? (await revision()), label: 'Rename', edits });

  beforeAll(async () => {
    server = await startTestServer();
    [mo, ines] = [await server.as('mo'), await server.as('ines')];
  });
  afterAll(() => server.close());

  it('is logged, moves the revision and reaches the index of objects', async () => {
    const before = await revision();
    const name = await nameOf(3);
    expect((await make(mo, [rename(3, name, 'found_by_search')])).body.revision).toBe(before + 1);
    const found = await mo.get<{ objects: { object: number }[] }>(
      '/api/projects/brannick-pass/search?text=found_by*',
    );
    expect(found.body.objects.map((o) => o.object)).toEqual([3]);
  });
  it('is one change however often it is sent', async () => {
    const id = randomUUID();
    const base = await revision();
    const edit = rename(4, await nameOf(4), 'once');
    const answers = [
      await make(mo, [edit], base, id),
      await make(mo, [edit], base, id),
      await make(mo, [edit], base, id),
    ];
    expect(answers.map((a) => a.body.revision)).toEqual([base + 1, base + 1, base + 1]);
    expect(await revision()).toBe(base + 1);
  });
  it('goes on top of what others did elsewhere, and tells what it missed', async () => {
    const base = await revision();
    await make(ines, [rename(5, await nameOf(5), 'by_ines')], base);
    const mine = await make(mo, [rename(6, await nameOf(6), 'by_mo')], base);
    expect(mine.body.missed.map((m) => m.author)).toEqual(['Ines Laurent']);
    expect([await nameOf(5), await nameOf(6)]).toEqual(['by_ines', 'by_mo']);
  });
  it('is refused whole, naming the object, when someone was there first', async () => {
    const base = await revision();
    const [five, seven] = [await nameOf(5), await nameOf(7)];
    await make(ines, [rename(7, seven, 'ines_again')], base);
    const answer = await make(mo, [rename(5, five, 'lost'), rename(7, seven, 'lost_too')], base);
    expect(answer.status).toBe(409);
    expect((answer.body as unknown as { error: { data: { object: number } } }).error.data.object).toBe(7);
    expect([await nameOf(5), await nameOf(7)]).toEqual([five, 'ines_again']);
  });
  it('that never fitted is refused as such', async () => {
    expect((await make(mo, [rename(8, 'not its name', 'x')])).status).toBe(422);
    expect((await make(mo, [rename(99_999, 'a', 'b')])).status).toBe(422);
    expect((await make(mo, [rename(8, 'a', 'b')], 9999)).status).toBe(400);
    expect((await make(mo, [])).status).toBe(400);
    expect((await make(mo, [{ kind: 'rename', object: 8 }])).status).toBe(400);
  });
  it('of eight writers at once: every one counted, no revision lost or doubled', async () => {
    const base = await revision();
    const names = await Promise.all([...Array(8).keys()].map((i) => nameOf(20 + i)));
    const answers = await Promise.all(
      names.map((name, i) => make(i % 2 ? mo : ines, [rename(20 + i, name, `writer_${i}`)], base)),
    );
    expect(answers.map((a) => a.body.revision).sort((a, b) => a - b)).toEqual(
      [...Array(8).keys()].map((i) => base + 1 + i),
    );
    for (let i = 0; i < 8; i++) expect(await nameOf(20 + i)).toBe(`writer_${i}`);
    const index = await server.services.database.rows<{ object_id: number; name: string }>(
      "SELECT object_id, name FROM object_index WHERE scene_id = 1 AND name LIKE 'writer%' ORDER BY object_id",
    );
    expect(index.map((row) => row.name)).toEqual([...Array(8).keys()].map((i) => `writer_${i}`));
  });
  it('keeps a long log short by snapshots', async () => {
    for (let i = 0; i < 55; i++) await make(mo, [rename(9, await nameOf(9), `long_${i}`)]);
    const snapshots = () =>
      server.services.database.rows('SELECT revision FROM scene_snapshot WHERE scene_id = 1');
    expect(await until(async () => (await snapshots()).length > 1)).toBeTrue();
    const { body } = await mo.get<{ snapshot: number; changes: unknown[] }>('/api/scenes/1');
    expect(body.snapshot).toBeGreaterThan(0);
    expect(body.changes.length).toBeLessThan(55);
    expect(await nameOf(9)).toBe('long_54');
  });
  it('reaches an open page as an event', async () => {
    // Older events may still be on their way when a page begins to listen: only the change itself counts here.
    const heard: { type: string }[] = [];
    const stop = server.services.events.listen(2, (_, body) => {
      const event = JSON.parse(body) as { type: string };
      if (event.type === 'change') heard.push(event);
    });
    await mo.post('/api/scenes/2/changes', {
      id: randomUUID(),
      base: 0,
      label: 'Rename tail',
      edits: [rename(2, await first(2), 'heard')],
    });
    await until(() => heard.length > 0);
    stop();
    expect(heard[0]).toEqual(jasmine.objectContaining({ type: 'change', revision: 1, author: 'Mo Adeyemi' }));
  });
  const first = async (object: number) =>
    openStored(await server.services.scenes.stored(server.services.database, 2, 0)).get(object).name;
});
