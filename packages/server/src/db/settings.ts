import type { Sql } from './database.js';

/** What this installation remembers of itself; null: nothing under this name. */
export async function readSetting(sql: Sql, name: string): Promise<string | null> {
  const row = await sql.one<{ value: string }>('SELECT value FROM setting WHERE name = ?', [name]);
  return row?.value ?? null;
}
/** Keeps a value under a name, in place of what was there. */
export async function saveSetting(sql: Sql, name: string, value: string): Promise<void> {
  await sql.run(
    'INSERT INTO setting (name, value) VALUES (?, ?) ON DUPLICATE KEY UPDATE value = VALUES(value)',
    [name, value],
  );
}
