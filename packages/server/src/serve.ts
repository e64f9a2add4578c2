import { randomBytes } from 'node:crypto';
import { statfsSync } from 'node:fs';
import mysql from 'mysql2/promise';
import { connectionOptions } from './db/address.js';
import { countDemoAccounts, insertAccount, setRole } from './db/people.js';
import { insertProject } from './db/projects.js';
import { openHost, type DatabaseHost } from './db/open-host.js';
import { SetUpError } from './db/set-up-error.js';
import { seedDemo } from './demo/seed.js';
import type { Flags } from './flags.js';
import { createApp } from './http/app.js';
import { OwnNames } from './http/own-names.js';
import { RequestLimit } from './http/request-limit.js';
import { listen } from './http/listen.js';
import { hashPassword } from './services/sessions.js';
import { openServices } from './services/open-services.js';
import type { Services } from './services/services.js';

/** A server that runs. */
export interface Serving {
  readonly port: number;
  close(): Promise<void>;
}

/** Everything between the flags and an address that answers. What was started is stopped again when a later step fails. */
export async function serve(
  flags: Flags,
  pages: string | null,
  say: (line: string) => void,
): Promise<Serving> {
  const undo: (() => Promise<void>)[] = [];
  const close = async (): Promise<void> => {
    for (const step of undo.splice(0).reverse()) await step();
  };
  try {
    const host = await openHost(flags, say);
    undo.push(() => host.stop());
    if (host.isPrivate) warnOfFullDisk(flags.data);
    if (flags.resetDemo) await resetDatabase(host);
    const opened = await openServices(host.address, {
      demo: flags.demo,
      jobs: true,
      uploadLimit: flags.uploadLimitMb * 1e6,
      receivers: flags.receivers,
    });
    undo.push(() => opened.close());
    const { services } = opened;
    host.onMoved((address) => services.database.moveTo(address));
    services.database.hasRoom = () => host.hasRoom();
    const local = ['127.0.0.1', '::1', 'localhost'].includes(flags.host);
    if (flags.demo && local) await seedDemo(services, say);
    if (flags.firstLead) await makeFirstLead(services, flags.firstLead, say);
    if (!local && (flags.demo || (await countDemoAccounts(services.database)))) {
      throw new SetUpError(
        `The demo's passwords are known to everyone, so it is served on 127.0.0.1 only. For ${flags.host} use --no-demo and a --data folder of its own.`,
      );
    }
    const names = new OwnNames(flags.publicUrl, flags.host);
    const limit = new RequestLimit(flags.requestLimit);
    const app = createApp(services, pages, { names, limit, trustProxy: flags.trustProxy ?? false });
    const listening = await listen(app, flags.host, flags.port);
    undo.push(() => listening.close());
    return { port: listening.port, close };
  } catch (error) {
    await close();
    throw error;
  }
}

function warnOfFullDisk(folder: string): void {
  const { bavail, bsize } = statfsSync(folder);
  const megabytes = Math.floor((bavail * bsize) / 1e6);
  if (megabytes < 50)
    throw new SetUpError(
      `The disk of ${folder} has only ${megabytes} MB left. Make room before starting, so that nothing is lost.`,
    );
}

/** Only a database with nothing but the demo in it may be thrown away. */
async function resetDatabase({ address }: DatabaseHost): Promise<void> {
  const connection = await mysql.createConnection(connectionOptions(address));
  try {
    const [tables] = await connection.query("SHOW TABLES LIKE 'account'");
    if ((tables as unknown[]).length) {
      const [rows] = await connection.query('SELECT COUNT(*) AS n FROM account WHERE NOT demo');
      if (Number((rows as { n: number }[])[0]!.n))
        throw new SetUpError(
          'This data folder holds people who are not of the demo, so --reset-demo leaves it alone.',
        );
    }
    await connection.query(`DROP DATABASE \`${address.database}\``);
    await connection.query(
      `CREATE DATABASE \`${address.database}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin`,
    );
  } finally {
    await connection.end();
  }
}

async function makeFirstLead(
  { database }: Services,
  signIn: string,
  say: (line: string) => void,
): Promise<void> {
  const known = await database.one<{ n: number }>('SELECT COUNT(*) AS n FROM account');
  if (Number(known!.n))
    throw new SetUpError('--first-lead is for an empty data folder; this one has people already.');
  const password = randomBytes(9).toString('base64url');
  const hash = await hashPassword(password);
  await database.transaction(async (sql) => {
    await setRole(
      sql,
      await insertProject(sql, 'first', 'First project'),
      await insertAccount(sql, { signIn, name: signIn, hash }, { makesProjects: true }),
      'lead',
    );
  });
  say(`The first lead signs in as ${signIn} with ${password}`);
}
