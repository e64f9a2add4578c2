import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import mysql from 'mysql2/promise';
import { Sql, type DatabaseAddress } from './database.js';

/** Migrations lie beside the sources; the build copies nothing, so both the sources and dist find them in src. */
const folder = fileURLToPath(new URL('../../src/db/migrations/', import.meta.url));

/**
 * Brings the schema up to date: numbered files in order, each once, under a lock, with checksums. MariaDB commits every
 * schema statement at once, so the steps done are recorded and a broken run goes on where it stopped.
 * @returns names of the files that were run
 */
export async function migrate(address: DatabaseAddress, from = folder): Promise<string[]> {
  const connection = await mysql.createConnection({ ...address, host: '127.0.0.1' });
  const sql = new Sql(connection as never);
  const lock = `${address.database}.migrate`;
  try {
    const got = await sql.one<{ got: number }>('SELECT GET_LOCK(?, 60) AS got', [lock]);
    if (got?.got !== 1) throw new Error('another process has been migrating this database for a minute');
    await sql.run('SET SESSION lock_wait_timeout = 30');
    await sql.run(
      'CREATE TABLE IF NOT EXISTS migration (name VARCHAR(100) PRIMARY KEY, sha256 CHAR(64) NOT NULL, steps_done INT NOT NULL, finished BOOLEAN NOT NULL)',
    );
    return await runAll(sql, from);
  } finally {
    await connection.end();
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
