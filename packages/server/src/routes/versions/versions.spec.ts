import { randomUUID } from 'node:crypto';
import { takeSnapshot } from '@renquil/core/scene';
import { openStored } from '../../tasks/stored-scene.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';

describe('versions', () => {
  let server: TestServer;
  let mo: Client;
  const state = async (revision: number) =>
    takeSnapshot(openStored(await server.services.scenes.stored(server.services.database, 2, revision)))
      .objects;

  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());

  it('are numbered, carry a note, and can be gone back to as a change of its own', async () => {
    const [root, second] = (await state(0)).map((row) => row);
    await mo.post('/api/scenes/2/changes', {
      id: randomUUID(),
      base: 0,
      label: 'Rename',
      edits: [{ kind: 'rename', object: root!.id, from: root!.n, to: 'other' }],
    });
    expect(
      (await mo.post<{ number: number }>('/api/scenes/2/versions', { note: 'renamed the root' })).body,
    ).toEqual(jasmine.objectContaining({ number: 2, revision: 1 }));
    await mo.post('/api/scenes/2/changes', {
      id: randomUUID(),
      base: 1,
      label: 'Rename',
      edits: [{ kind: 'rename', object: second!.id, from: second!.n, to: 'more' }],
    });
    const back = await mo.post<{ revision: number; edits: unknown[] }>('/api/scenes/2/versions/1/restore', {
      id: randomUUID(),
      base: 2,
    });
    expect(back.body.revision).toBe(3);
    expect(back.body.edits).toHaveSize(2);
    expect(await state(3)).toEqual(await state(0));
    const listed = await mo.get<{ versions: { number: number; note: string; author: string }[] }>(
      '/api/scenes/2/versions',
    );
    expect(listed.body.versions.map((v) => [v.number, v.note])).toEqual([
      [2, 'renamed the root'],
      [1, 'As it was brought in'],
    ]);
  });
  it('tell what is found in the scene as it was then, by the convention of now', async () => {
    const { body } = await mo.get<{ version: number; found: Record<string, number[]> }>(
      '/api/scenes/1/versions/1/findings',
    );
    const { body: now } = await mo.get<{ scene: { standing: { byCheck: Record<string, number> } } }>(
      '/api/scenes/1',
    );
    const counts = Object.entries(body.found).map(([check, ids]) => [check, ids.length]);
    expect(Object.fromEntries(counts)).toEqual(now.scene.standing.byCheck);
    expect(await mo.refused('GET', '/api/scenes/1/versions/77/findings')).toBe('not-found');
  });
  it('that do not exist or are not the newest base are refused', async () => {
    expect(await mo.refused('POST', '/api/scenes/2/versions/77/restore', { id: randomUUID(), base: 3 })).toBe(
      'not-found',
    );
    expect(await mo.refused('POST', '/api/scenes/2/versions/1/restore', { id: randomUUID(), base: 1 })).toBe(
      'change-conflict',
    );
  });
  it('saved by two at once get numbers of their own', async () => {
    const made = await Promise.all(
      [...Array(6)].map(() => mo.post<{ number: number }>('/api/scenes/1/versions', { note: '' })),
    );
    expect(new Set(made.map((m) => m.body.number)).size).toBe(6);
  });
});
