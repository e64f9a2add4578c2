import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from './database.js';
import { startPrivateMariaDb } from './private-mariadb.js';

describe('the private MariaDB', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'renquil-db-'))));
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const pid = () =>
    (JSON.parse(readFileSync(join(folder, 'mariadb.running.json'), 'utf8')) as { pid: number }).pid;

  it('keeps what was committed through kill -9, and starts over stale files', async () => {
    const first = await startPrivateMariaDb(folder);
    const database = new Database(first.address);
    await database.run('CREATE TABLE kept (n INT)');
    await database.run('INSERT INTO kept VALUES (42)');
    process.kill(pid(), 'SIGKILL');
    await database.close().catch(() => undefined);
    const second = await startPrivateMariaDb(folder);
    const again = new Database(second.address);
    expect(second.adopted).toBeFalse();
    expect(await again.rows<{ n: number }>('SELECT n FROM kept')).toEqual([{ n: 42 }]);
    await again.close();
    await second.stop();
  });
  it('takes over a server that still runs on its folder', async () => {
    const first = await startPrivateMariaDb(folder);
    const second = await startPrivateMariaDb(folder);
    expect([second.adopted, second.address.port]).toEqual([true, first.address.port]);
    await second.stop();
  });
  it('is not fooled by the number of another process', async () => {
    writeFileSync(join(folder, 'mariadb.running.json'), JSON.stringify({ pid: process.pid, port: 1 }));
    const made = await startPrivateMariaDb(folder);
    expect(made.adopted).toBeFalse();
    await made.stop();
  });
  it('listens on loopback only, with a password', async () => {
    const made = await startPrivateMariaDb(folder);
    const wrong = new Database({ ...made.address, password: '' });
    await expectAsync(wrong.rows('SELECT 1')).toBeRejected();
    await wrong.close();
    const right = new Database(made.address);
    expect(await right.rows<{ a: string }>('SELECT @@bind_address AS a')).toEqual([{ a: '127.0.0.1' }]);
    await right.close();
    await made.stop();
  });
});
