import { deleteForGood, putInBin } from '../db/bin.js';
import { sceneNames } from '../db/scenes.js';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import { seedDemo } from './seed.js';

describe('putting the demo in', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());
  const database = () => server.services.database;
  const names = async () => [...(await sceneNames(database(), 1))].sort();

  it('goes on where a kill stopped it, doubles nothing, and is put in once for all', async () => {
    const all = await names();
    expect(all).toHaveSize(6);
    // As a kill between the first and the second scene leaves it.
    for (const id of [2, 3, 4, 5, 6]) {
      await putInBin(database(), 1, id, 1);
      await deleteForGood(database(), 1, id);
    }
    await database().run('DELETE FROM job WHERE id > 1');
    await database().run("DELETE FROM setting WHERE name = 'demo'");
    await seedDemo(server.services);
    expect(await names()).toEqual(all);
    const people = await database().one<{ n: number }>('SELECT COUNT(*) AS n FROM account');
    const conventions = await database().one<{ n: number }>('SELECT COUNT(*) AS n FROM convention');
    expect([Number(people!.n), Number(conventions!.n)]).toEqual([3, 2]);
    // Once it was in, what somebody throws away does not come back.
    const [first] = await database().rows<{ id: number }>('SELECT MAX(id) AS id FROM scene');
    await putInBin(database(), 1, first!.id, 1);
    await deleteForGood(database(), 1, first!.id);
    await seedDemo(server.services);
    expect(await names()).toHaveSize(5);
  });
});
