import { tmpdir } from 'node:os';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import { demoScenes } from '@renquil/demo';
import { roomOn } from './disk-room.js';

describe('a disk without room', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());
  it('is told from one that has some', () => expect(roomOn(tmpdir())()).toBeTrue());
  it('takes nothing that grows, says what to do, and lets one look, sign in and go on when there is room', async () => {
    const mo = await server.as('mo');
    const glb = await demoScenes[0]!.build();
    server.services.database.hasRoom = () => false;
    expect(await mo.refused('POST', '/api/scenes/1/versions', { note: 'x' })).toBe('storage-full');
    await expectAsync(mo.bringIn('brannick-pass', { 'a.glb': glb })).toBeRejectedWithError(
      /storage-full.*Make room/,
    );
    expect((await mo.get('/api/scenes/1')).status).toBe(200);
    expect((await server.as('ines')).cookie).not.toBe('');
    server.services.database.hasRoom = () => true;
    expect((await mo.post('/api/scenes/1/versions', { note: 'x' })).status).toBe(201);
  });
  it('in the middle of an upload leaves nothing of it', async () => {
    const mo = await server.as('mo');
    let left = 3;
    server.services.database.hasRoom = () => --left > 0;
    await expectAsync(
      mo.bringIn('brannick-pass', { 'a.glb': new Uint8Array(4_000_000) }),
    ).toBeRejectedWithError(/storage-full/);
    server.services.database.hasRoom = () => true;
    const half = await server.services.database.rows('SELECT id FROM file WHERE NOT complete');
    expect(half).toEqual([]);
  });
});
