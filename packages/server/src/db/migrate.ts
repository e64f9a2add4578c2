import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import mysql from 'mysql2/promise';
import { connectionOptions, type DatabaseAddress } from './address.js';
import { checkServer, checkTables } from './check-database.js';
import { Sql } from './database.js';
import { SetUpError } from './set-up-error.js';
import { settingsSql } from './session-settings.js';

/** Migrations lie beside the sources; the build copies nothing, so both the sources and dist find them in src. */
const folder = fileURLToPath(new URL('../../src/db/migrations/', import.meta.url));

/**
 * Brings the schema up to date: numbered files in order, each once, under a lock, with checksums. MariaDB commits every
 * schema statement at once, so the steps done are recorded and a broken run goes on where it stopped.
 * @returns names of the files that were run
 */
export async function migrate(address: DatabaseAddress, from = folder): Promise<string[]> {
  for (let attempt = 1; ; attempt++) {
    try {
      return await migrateOnce(address, from);
    } catch (error) {
      // The lock is one node's own: in a cluster another node may be at it too, and one of the two is told so.
      const { errno } = error as { errno?: number };
      if (attempt === 6 || (errno !== 1213 && errno !== 1062 && errno !== 1205)) throw error;
      await new Promise((done) => setTimeout(done, 300 * attempt * (0.5 + Math.random())));
    }
  }
}

async function migrateOnce(address: DatabaseAddress, from: string): Promise<string[]> {
  const connection = await connect(address);
  const sql = new Sql(connection as never);
  const lock = `${address.database}.migrate`;
  try {
    await checkServer(sql);
    await connection.query(settingsSql);
    const got = await sql.one<{ got: number }>('SELECT GET_LOCK(?, 60) AS got', [lock]);
    if (got?.got !== 1) throw new Error('another process has been migrating this database for a minute');
    // Tables take the collation of the database, which a studio may have made with the server's own default.
    await connection.query('ALTER DATABASE CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin');
    await sql.run(
      'CREATE TABLE IF NOT EXISTS migration (name VARCHAR(100) PRIMARY KEY, sha256 CHAR(64) NOT NULL, steps_done INT NOT NULL, finished BOOLEAN NOT NULL)',
    );
    const ran = await runAll(sql, from);
    await checkTables(sql);
    return ran;
  } finally {
    await connection.end();
  }
}

async function connect(address: DatabaseAddress): Promise<mysql.Connection> {
  try {
    return await mysql.createConnection(connectionOptions(address));
  } catch (error) {
    const { user, host, port, database } = address;
    throw new SetUpError(
      `The database ${database} at ${host}:${port} cannot be used as ${user}: ${(error as Error).message}.`,
      { cause: error },
    );
  }
}

interface Done {
  name: string;
  sha256: string;
  steps_done: number;
  finished: number;
}

async function runAll(sql: Sql, from: string): Promise<string[]> {
  const files = readdirSync(from)
    .filter((name) => name.endsWith('.sql'))
    .sort();
  const done = await sql.rows<Done>('SELECT name, sha256, steps_done, finished FROM migration ORDER BY name');
  const ran: string[] = [];
  for (const [i, row] of done.entries()) {
    if (files[i] !== row.name)
      throw new Error(
        `the database has migration ${row.name}, which this program does not know in that place`,
      );
  }
  for (const [i, name] of files.entries()) {
    const text = readFileSync(join(from, name), 'utf8').replaceAll('\r\n', '\n');
    const sha256 = createHash('sha256').update(text).digest('hex');
    const before = done[i];
    if (before && before.sha256 !== sha256) throw new Error(`migration ${name} was changed after it had run`);
    if (before?.finished) continue;
    const steps = text
      .split(/;\s*$/m)
      .map((step) => step.trim())
      .filter(Boolean);
    if (!before) await sql.run('INSERT INTO migration VALUES (?, ?, 0, FALSE)', [name, sha256]);
    for (const [step, statement] of steps.entries()) {
      if (step < (before?.steps_done ?? 0)) continue;
      await sql.connection.query(statement);
      await sql.run('UPDATE migration SET steps_done = ? WHERE name = ?', [step + 1, name]);
    }
    await sql.run('UPDATE migration SET finished = TRUE WHERE name = ?', [name]);
    ran.push(name);
  }
  return ran;
}
