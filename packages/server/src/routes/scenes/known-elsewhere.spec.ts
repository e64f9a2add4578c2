import type { KnownFacing, KnownShape } from '@renquil/core/names/propose';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import { saveShapeWords } from '../../db/shape-words.js';
import { saveJudged } from '../../db/judged.js';
import { refresh } from '../../services/refresher.js';

describe('what other scenes call things of the same shapes', () => {
  let server: TestServer;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());
  const shapesOf = async (scene: number) =>
    (await mo.get<{ shapes: KnownShape[] }>(`/api/scenes/${scene}/elsewhere`)).body.shapes;

  it('is known for the shapes of a scene that is brought in, follows renames, and leaves out the bin', async () => {
    const copy = await mo.bytes('/api/scenes/1/copy');
    const first = (await mo.bringIn('brannick-pass', { 'one.glb': copy })).result!.scene;
    const shapes = await shapesOf(first);
    expect(shapes.length).toBeGreaterThan(3);
    for (const { text, count, of } of shapes) {
      expect(text).not.toBe('');
      expect(count).toBeLessThanOrEqual(of);
    }
    const words = async () =>
      server.services.database.rows<{ digest: string; text: string }>(
        'SELECT digest, text FROM shape_word WHERE scene_id = ? ORDER BY digest',
        [first],
      );
    const before = await words();
    await refresh(server.services, first);
    expect(await words())
      .withContext('judged again, nothing changed')
      .toEqual(before);
    const named = before.find(({ text }) => text !== '')!;
    const opened = await server.services.database.rows<{ object_id: number; name: string }>(
      'SELECT object_id, name FROM object_index WHERE scene_id = ? AND name LIKE ?',
      [first, `%${named.text}%`],
    );
    const edits = opened.map(({ object_id: object, name }) => ({
      kind: 'rename',
      object,
      from: name,
      to: `zz ${name}`,
    }));
    const change = { id: crypto.randomUUID(), base: 0, label: 'spoil', edits };
    await mo.send('POST', `/api/scenes/${first}/changes`, change);
    await refresh(server.services, first);
    expect((await words()).find(({ digest }) => digest === named.digest)!.text).not.toBe(named.text);

    const now = await words();
    await saveJudged(server.services.database, first, 0, {
      standing: {
        objects: 0,
        named: 0,
        fitting: 0,
        counts: { blocker: 0, warning: 0, note: 0 },
        byCheck: {},
      },
      shapes: [],
      facing: null,
    });
    expect(await words())
      .withContext('an older one that comes late')
      .toEqual(now);

    const second = (await mo.bringIn('brannick-pass', { 'two.glb': copy })).result!.scene;
    const told = await shapesOf(second);
    expect(told.length).toBeGreaterThan(3);
    expect(new Set(told.map(({ digest }) => digest)).size).toBe(told.length);
  });
  it('is the word that most things bear over all scenes, of all with a right name', async () => {
    const copy = await mo.bytes('/api/scenes/1/copy');
    const bringIn = async (name: string) =>
      (await mo.bringIn('brannick-pass', { [name]: copy })).result!.scene;
    const ids = [
      await bringIn('a.glb'),
      await bringIn('b.glb'),
      await bringIn('c.glb'),
      await bringIn('d.glb'),
    ];
    const { database } = server.services;
    const put = (scene: number, text: string, count: number, of: number) =>
      saveShapeWords(database, scene, [{ digest: 'd1', text, count, of }]);
    await put(ids[0]!, '', 0, 0);
    await put(ids[1]!, 'sheave', 2, 3);
    await put(ids[2]!, 'Sheave', 4, 4);
    await put(ids[3]!, 'drum', 5, 5);
    const told = async () => (await shapesOf(ids[0]!)).map(({ scene: _, ...one }) => one);
    expect(await told()).toEqual([{ digest: 'd1', text: 'Sheave', count: 6, of: 12 }]);
    await database.run('UPDATE scene SET binned_at = UTC_TIMESTAMP(3) WHERE id = ?', [ids[2]!]);
    expect(await told()).toEqual([{ digest: 'd1', text: 'drum', count: 5, of: 8 }]);
  });
  it('says which way they face, by the names in them', async () => {
    const { facing } = (await mo.get<{ facing: KnownFacing | null }>('/api/scenes/1/elsewhere')).body;
    expect(facing).toEqual(jasmine.objectContaining({ facing: '+Z', sure: true }));
    expect(facing!.names).toBeGreaterThan(10);
  });
  it('is nothing to who may not see the scene', async () => {
    const tam = await server.as('tam');
    expect((await tam.get<{ shapes: KnownShape[] }>('/api/scenes/1/elsewhere')).status).toBe(200);
    expect(await server.client().refused('GET', '/api/scenes/1/elsewhere')).toBe('not-signed-in');
  });
});
