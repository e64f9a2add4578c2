import type { Sql } from './database.js';
import { SetUpError } from './set-up-error.js';

const packetMb = 64;

/** Says which setting of a database is wrong before anything is trusted to it. @throws SetUpError naming it */
export async function checkServer(sql: Sql): Promise<void> {
  const row = (await sql.one<{
    version: string;
    packet: number;
    flush: number;
    wsrep: number;
    engine: string | null;
  }>(
    `SELECT VERSION() AS version, @@max_allowed_packet AS packet, @@innodb_flush_log_at_trx_commit AS flush, @@wsrep_on AS wsrep,
     (SELECT support FROM information_schema.engines WHERE engine = 'InnoDB') AS engine`,
  ))!;
  const [major, minor] = row.version.split('.').map(Number) as [number, number];
  const refuse = (text: string): SetUpError => new SetUpError(`This database cannot serve Renquil: ${text}`);
  if (!/MariaDB/i.test(row.version) || major < 10 || (major === 10 && minor < 6))
    throw refuse(`it is ${row.version}, and MariaDB 10.6 or newer is needed.`);
  if (row.engine !== 'YES' && row.engine !== 'DEFAULT') throw refuse('its InnoDB engine is off.');
  if (Number(row.packet) < packetMb * 2 ** 20)
    throw refuse(
      `max_allowed_packet is ${Math.floor(Number(row.packet) / 2 ** 20)} MB, and ${packetMb} MB is needed. Set max_allowed_packet=${packetMb}M.`,
    );
  if (Number(row.flush) === 0 && !Number(row.wsrep))
    throw refuse(
      'innodb_flush_log_at_trx_commit is 0, so a power cut would lose what was acknowledged. Set it to 1.',
    );
}

/** Every table must be InnoDB and compare texts byte for byte, whatever the server's defaults were when it was made. */
export async function checkTables(sql: Sql): Promise<void> {
  const wrong = await sql.one<{ name: string; engine: string; collation: string }>(
    `SELECT table_name AS name, engine, table_collation AS collation FROM information_schema.tables
     WHERE table_schema = DATABASE() AND table_type = 'BASE TABLE' AND (engine <> 'InnoDB' OR table_collation <> 'utf8mb4_nopad_bin') LIMIT 1`,
  );
  if (wrong)
    throw new SetUpError(
      `The table ${wrong.name} is ${wrong.engine} with ${wrong.collation}; Renquil needs InnoDB with utf8mb4_nopad_bin. Convert it: ALTER TABLE ${wrong.name} ENGINE=InnoDB, CONVERT TO CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin.`,
    );
}
