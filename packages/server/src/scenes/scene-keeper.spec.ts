import { randomUUID } from 'node:crypto';
import { openStored } from '../tasks/stored-scene.js';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import { SceneKeeper } from './scene-keeper.js';

describe('the copies of scenes', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());

  const body = (object: number, from: string, to: string): Buffer =>
    Buffer.from(
      JSON.stringify({
        id: randomUUID(),
        base: 0,
        label: 'x',
        edits: [{ kind: 'rename', object, from, to }],
      }),
    );
  const nameOf = async (scene: number, object: number) =>
    openStored(await server.services.scenes.stored(server.services.database, scene, 0)).get(object).name;
  const rename = async (keeper: SceneKeeper, scene: number, object: number, from: string, to: string) => {
    const { toLay } = await keeper.read(scene, 100, body(object, from, to));
    return keeper.lay(server.services.database, scene, { revision: 0, objects: 100 }, [toLay]);
  };

  it('are bounded by how many objects they hold, and one that was given up is read again', async () => {
    const keeper = new SceneKeeper({ small: 1, large: 1 });
    try {
      for (const scene of [1, 2, 1, 2]) {
        const laid = await rename(keeper, scene, 2, await nameOf(scene, 2), 'other');
        expect(laid.outcomes).toEqual([{ ok: true }]);
      }
      expect(keeper.opened).toBe(4);
    } finally {
      await keeper.close();
    }
  });
  it('are kept while they fit, and take back what was laid on and not kept', async () => {
    const keeper = new SceneKeeper();
    try {
      const name = await nameOf(1, 2);
      for (const to of ['a', 'b', 'c']) {
        const laid = await rename(keeper, 1, 2, name, to);
        expect(laid.outcomes).toEqual([{ ok: true }]);
        expect(JSON.parse(Buffer.from(laid.rows[0]!).toString())).toEqual([[2, 1, to, jasmine.any(String)]]);
      }
      expect((await rename(keeper, 1, 2, 'c', 'd')).outcomes[0]).toEqual(
        jasmine.objectContaining({ ok: false, code: 'change-invalid' }),
      );
      expect(keeper.opened).toBe(1);
    } finally {
      await keeper.close();
    }
  });
  it('go with their thread when it ends, and come again', async () => {
    const keeper = new SceneKeeper();
    const name = await nameOf(1, 2);
    await rename(keeper, 1, 2, name, 'a');
    await keeper.close();
    await new Promise((done) => setTimeout(done, 50));
    try {
      expect((await rename(keeper, 1, 2, name, 'b')).outcomes).toEqual([{ ok: true }]);
      expect(keeper.opened).toBe(2);
    } finally {
      await keeper.close();
    }
  });
});
