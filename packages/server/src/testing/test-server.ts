import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import { connectionOptions } from '../db/address.js';
import type { DatabaseAddress } from '../db/database.js';
import { PrivateMariaDb } from '../db/private/private-mariadb.js';
import { seedDemo } from '../demo/seed.js';
import { createApp } from '../http/app.js';
import { listen, type Listening } from '../http/listen.js';
import { openServices, type Opened, type OpenOptions } from '../services/open-services.js';
import type { Services } from '../services/services.js';
import { Client } from './client.js';

let mariadb: Promise<PrivateMariaDb> | null = null;
let folder = '';
let count = 0;

/** One real MariaDB for the whole run, stopped when the last spec is done. */
export function testMariaDb(): Promise<PrivateMariaDb> {
  mariadb ??= (async () => {
    folder = mkdtempSync(join(tmpdir(), 'renquil-test-'));
    return PrivateMariaDb.start(folder);
  })();
  return mariadb;
}
export async function stopTestMariaDb(): Promise<void> {
  if (!mariadb) return;
  await (await mariadb).stop();
  rmSync(folder, { recursive: true, force: true });
}
/** A new empty database on it. */
export async function testDatabase(): Promise<DatabaseAddress> {
  const { address } = await testMariaDb();
  const name = `renquil_test_${++count}`;
  const connection = await mysql.createConnection(connectionOptions(address));
  await connection.query(`CREATE DATABASE \`${name}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin`);
  await connection.end();
  return { ...address, database: name };
}

let seeded: Promise<DatabaseAddress> | null = null;
/** A new database with the demo in it: put in once, as a start of the application does, and copied from there. */
async function demoDatabase(): Promise<DatabaseAddress> {
  seeded ??= (async () => {
    const address = await testDatabase();
    const opened = await openServices(address, { demo: true, jobs: true, quiet: true });
    await seedDemo(opened.services);
    await opened.close();
    return address;
  })();
  const from = await seeded;
  const to = await testDatabase();
  await copyTables(from, to);
  return to;
}
async function copyTables(from: DatabaseAddress, to: DatabaseAddress): Promise<void> {
  const connection = await mysql.createConnection(connectionOptions(to));
  const ask = async (sql: string): Promise<string[][]> => {
    const [rows] = await connection.query<mysql.RowDataPacket[][]>({ sql, rowsAsArray: true });
    return rows as unknown as string[][];
  };
  await connection.query('SET FOREIGN_KEY_CHECKS = 0');
  for (const [table] of await ask(`SHOW TABLES FROM \`${from.database}\``)) {
    const [made] = await ask(`SHOW CREATE TABLE \`${from.database}\`.\`${table}\``);
    await connection.query(made![1]!);
    await connection.query(`INSERT INTO \`${table}\` SELECT * FROM \`${from.database}\`.\`${table}\``);
  }
  await connection.end();
}

/** The password of those who join. */
export const joined = 'a goat on the ridge';

export interface TestServer {
  readonly services: Services;
  readonly url: string;
  /** Nobody signed in. */
  client(): Client;
  as(who: 'mo' | 'ines' | 'tam'): Promise<Client>;
  /** Somebody new, by an invitation of the demo's lead. */
  join(signIn: string, role: string): Promise<Client>;
  /** One who joined so, signed in once more. */
  in(signIn: string): Promise<Client>;
  close(): Promise<void>;
}

/** The real application on a database of its own, with the demo in it. */
export async function startTestServer(options: Partial<OpenOptions> = {}): Promise<TestServer> {
  const opened: Opened = await openServices(await demoDatabase(), {
    demo: true,
    jobs: true,
    quiet: true,
    ...options,
  });
  const listening: Listening = await listen(createApp(opened.services, null), '127.0.0.1', 0);
  const url = `http://127.0.0.1:${listening.port}`;
  const as: TestServer['as'] = async (who) => {
    const client = new Client(url);
    await client.post('/api/session', { signIn: who, password: 'brannick' });
    return client;
  };
  return {
    services: opened.services,
    url,
    client: () => new Client(url),
    as,
    async join(signIn, role) {
      const lead = await as('ines');
      const { body } = await lead.post<{ token: string }>('/api/projects/brannick-pass/invitations', {
        role,
      });
      const fresh = new Client(url);
      const name = `New ${signIn}`;
      await fresh.post('/api/invitations/accept', { token: body.token, signIn, name, password: joined });
      return fresh;
    },
    async in(signIn) {
      const client = new Client(url);
      await client.post('/api/session', { signIn, password: joined });
      return client;
    },
    async close() {
      await listening.close();
      await opened.close();
    },
  };
}
