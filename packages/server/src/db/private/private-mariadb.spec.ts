import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Database } from '../database.js';
import { PrivateMariaDb } from './private-mariadb.js';
import { until } from '../../testing/until.js';

describe('the private MariaDB', () => {
  let folder: string;
  beforeEach(() => (folder = mkdtempSync(join(tmpdir(), 'renquil-db-'))));
  afterEach(() => rmSync(folder, { recursive: true, force: true }));
  const pid = () =>
    (JSON.parse(readFileSync(join(folder, 'mariadb.running.json'), 'utf8')) as { pid: number }).pid;

  it('keeps what was committed through kill -9, and starts over stale files', async () => {
    const first = await PrivateMariaDb.start(folder);
    const database = new Database(first.address);
    await database.run('CREATE TABLE kept (n INT)');
    await database.run('INSERT INTO kept VALUES (42)');
    const killed = pid();
    process.kill(killed, 'SIGKILL');
    await first.stop();
    await database.close().catch(() => undefined);
    const second = await PrivateMariaDb.start(folder);
    const again = new Database(second.address);
    expect(second.adopted).toBeFalse();
    expect(await again.rows<{ n: number }>('SELECT n FROM kept')).toEqual([{ n: 42 }]);
    await again.close();
    await second.stop();
  });
  const answers = (mariadb: PrivateMariaDb): Promise<boolean> =>
    until(async () => {
      const database = new Database(mariadb.address);
      const isThere = await database.rows('SELECT 1').then(
        () => true,
        () => false,
      );
      await database.close().catch(() => undefined);
      return isThere;
    });
  it('is shared by those on one folder, and only who started it stops it', async () => {
    const first = await PrivateMariaDb.start(folder);
    const second = await PrivateMariaDb.start(folder);
    expect([second.adopted, second.address.port]).toEqual([true, first.address.port]);
    await second.stop();
    expect(await answers(first)).toBeTrue();
    await first.stop();
  });
  it('goes on for who is left when the one who started it leaves', async () => {
    const first = await PrivateMariaDb.start(folder);
    const second = await PrivateMariaDb.start(folder);
    const database = new Database(second.address);
    await database.run('CREATE TABLE kept (n INT)');
    await first.stop();
    await until(() => !second.adopted);
    expect(await answers(second)).toBeTrue();
    expect([second.adopted, second.address.port]).toEqual([false, first.address.port]);
    expect(await database.rows('SELECT n FROM kept')).toEqual([]);
    const third = await PrivateMariaDb.start(folder);
    expect(third.adopted).toBeTrue();
    await database.close();
    await third.stop();
    await second.stop();
  });
  it('is started once by several who come at the same time', async () => {
    const all = await Promise.all([1, 2, 3].map(() => PrivateMariaDb.start(folder)));
    expect(all.filter((one) => !one.adopted)).toHaveSize(1);
    expect(new Set(all.map((one) => one.address.port)).size).toBe(1);
    for (const one of all) await one.stop();
  });
  it('is started again when it is killed, and says so; its pool finds it by itself', async () => {
    const said: string[] = [];
    const made = await PrivateMariaDb.start(folder, { say: (line) => said.push(line) });
    const database = new Database(made.address);
    await database.run('CREATE TABLE kept (n INT)');
    process.kill(pid(), 'SIGKILL');
    await until(() => said.join('\n').includes('answers again'));
    expect(await answers(made)).toBeTrue();
    expect(await database.rows('SELECT n FROM kept')).toEqual([]);
    expect(said.join('\n')).toMatch(/has ended[^]*answers again/);
    await database.close();
    await made.stop();
  });
  it('is ended and started again when it is there but does not answer, whoever started it', async () => {
    const said: string[] = [];
    const first = await PrivateMariaDb.start(folder);
    const probe = { every: 100, timeout: 300, most: 3 };
    const second = await PrivateMariaDb.start(folder, { say: (line) => said.push(line), probe });
    const stuck = pid();
    process.kill(stuck, 'SIGSTOP');
    await until(() => /does not answer any more[^]*answers again/.test(said.join('\n')));
    expect(pid()).not.toBe(stuck);
    expect(await answers(second)).toBeTrue();
    expect(said.join('\n')).toMatch(/does not answer any more[^]*answers again/);
    await second.stop();
    await first.stop();
  });
  it('is ended by who comes later when it is there but does not answer', async () => {
    const said: string[] = [];
    const first = await PrivateMariaDb.start(folder);
    const stuck = pid();
    process.kill(stuck, 'SIGSTOP');
    const probe = { every: 60_000, timeout: 300, most: 3 };
    const second = await PrivateMariaDb.start(folder, { say: (line) => said.push(line), probe });
    expect(pid()).not.toBe(stuck);
    expect(await answers(second)).toBeTrue();
    expect(said.join('\n')).toMatch(/does not answer; it is ended/);
    await second.stop();
    await first.stop();
  });
  it('keeps its log over starts, and clears sockets that crashes left', async () => {
    const left = join(tmpdir(), 'renquil-00ff-99999999.sock');
    writeFileSync(left, '');
    await (await PrivateMariaDb.start(folder)).stop();
    const before = readFileSync(join(folder, 'mariadb.log'), 'utf8');
    expect(before).toContain('ready for connections');
    await (await PrivateMariaDb.start(folder)).stop();
    expect(readFileSync(join(folder, 'mariadb.log'), 'utf8').startsWith(before)).toBeTrue();
    expect(existsSync(left)).toBeFalse();
  });
  it('is not fooled by the number of another process', async () => {
    writeFileSync(join(folder, 'mariadb.running.json'), JSON.stringify({ pid: process.pid, port: 1 }));
    const made = await PrivateMariaDb.start(folder);
    expect(made.adopted).toBeFalse();
    await made.stop();
  });
  it('listens on loopback only, with a password', async () => {
    const made = await PrivateMariaDb.start(folder);
    const wrong = new Database({ ...made.address, password: '' });
    await expectAsync(wrong.rows('SELECT 1')).toBeRejected();
    await wrong.close();
    const right = new Database(made.address);
    expect(await right.rows<{ a: string }>('SELECT @@bind_address AS a')).toEqual([{ a: '127.0.0.1' }]);
    await right.close();
    await made.stop();
  });
});
