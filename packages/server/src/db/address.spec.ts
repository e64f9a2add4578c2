import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { connectionOptions, readDatabaseUrl } from './address.js';
import { checkServer } from './check-database.js';
import type { Sql } from './database.js';

describe('the address of a database', () => {
  let folder: string;
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'renquil-address-'))));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));

  it('is read in full', () => {
    writeFileSync(join(folder, 'ca.pem'), 'CA');
    writeFileSync(join(folder, 'word'), 'p@ss\n');
    const address = readDatabaseUrl(
      `mariadb://ren%40quil@db.studio:3307/films?ca=${folder}/ca.pem&password-file=${folder}/word`,
      {},
    );
    expect(address).toEqual({
      host: 'db.studio',
      port: 3307,
      user: 'ren@quil',
      password: 'p@ss',
      database: 'films',
      tls: { ca: 'CA' },
    });
    expect(connectionOptions(address).ssl).toEqual({ minVersion: 'TLSv1.2', ca: 'CA' });
  });
  it('takes the password from the environment, and has defaults', () => {
    const address = readDatabaseUrl('mysql://u@[::1]/d', { RENQUIL_DATABASE_PASSWORD: 'x' });
    expect(address).toEqual({ host: '::1', port: 3306, user: 'u', password: 'x', database: 'd' });
    expect(connectionOptions(address).ssl).toBeUndefined();
  });
  for (const [url, says] of [
    ['db.studio', /is written mariadb:\/\//],
    ['http://u@h/d', /begins with mariadb/],
    ['mariadb://h/d', /needs a user/],
    ['mariadb://u@h/', /needs a user, a host and a database/],
    ['mariadb://u@h/d`x', /needs a user/],
    ['mariadb://u@h/d?ssl=1', /has "ssl"/],
    ['mariadb://u@h/d?tls=maybe', /on or off/],
    ['mariadb://u@h/d?ca=/nowhere', /is not there/],
  ] as const)
    it(`is refused in words: ${url}`, () => expect(() => readDatabaseUrl(url, {})).toThrowError(says));
  it('never shows a password', () =>
    expect(() => readDatabaseUrl('//u:secret@h', {})).toThrowError(/^(?!.*secret)/));
});

describe('a database that cannot serve', () => {
  const good = { version: '10.11.6-MariaDB', packet: 64 * 2 ** 20, flush: 1, wsrep: 0, engine: 'DEFAULT' };
  const check = (row: object) =>
    checkServer({ one: () => Promise.resolve({ ...good, ...row }) } as unknown as Sql);
  it('is none when all is well', async () => expect(await check({})).toBeUndefined());
  for (const [row, says] of [
    [{ version: '8.0.36' }, /it is 8\.0\.36/],
    [{ version: '10.5.1-MariaDB' }, /10\.6 or newer/],
    [{ packet: 16 * 2 ** 20 }, /max_allowed_packet is 16 MB.*max_allowed_packet=64M/],
    [{ engine: 'NO' }, /InnoDB/],
    [{ flush: 0 }, /innodb_flush_log_at_trx_commit is 0/],
  ] as const)
    it(`says which setting is wrong: ${JSON.stringify(row)}`, async () =>
      expectAsync(check(row)).toBeRejectedWithError(says));
  it('may flush later in a cluster, whose other nodes hold what was acknowledged', async () =>
    expect(await check({ flush: 0, wsrep: 1 })).toBeUndefined());
});
