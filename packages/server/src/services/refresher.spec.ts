import { randomUUID } from 'node:crypto';
import { findScene } from '../db/scenes.js';
import { openStored } from '../tasks/stored-scene.js';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import { Refresher } from './refresher.js';
import { until } from '../testing/until.js';

describe('judging again', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());
  const row = async () => (await findScene(server.services.database, 1))!;
  const untilJudged = (least: number) => until(async () => (await row()).standing_revision! >= least);

  it('does not wait for a scene to come to rest', async () => {
    const refresher = new Refresher(() => server.services, 300, 900);
    const before = await row();
    await server.services.database.run('UPDATE scene SET standing_revision = NULL WHERE id = 1');
    // Asked again and again, more often than it would be quiet.
    const asking = setInterval(() => refresher.soon(1), 50);
    try {
      expect(await untilJudged(before.revision)).toBeTrue();
    } finally {
      clearInterval(asking);
      refresher.close();
    }
  });
  it('makes up at the start of a server what was left behind', async () => {
    const { services } = server;
    const mo = await server.as('mo');
    services.refresher.close();
    const stored = await services.scenes.stored(services.database, 1, (await row()).revision);
    const from = openStored(stored).get(3).name;
    const { body } = await mo.post<{ revision: number }>('/api/scenes/1/changes', {
      id: randomUUID(),
      base: (await row()).revision,
      label: 'Rename',
      edits: [{ kind: 'rename', object: 3, from, to: 'left_behind' }],
    });
    expect((await row()).standing_revision).toBeLessThan(body.revision);
    const refresher = new Refresher(() => services);
    await refresher.catchUp();
    expect(await untilJudged(body.revision)).toBeTrue();
    refresher.close();
  });
});
