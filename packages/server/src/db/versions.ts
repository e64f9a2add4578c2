import type { Sql } from './database.js';

/** A revision that somebody saved with a note. */
export interface VersionRow {
  readonly number: number;
  readonly revision: number;
  readonly note: string;
  readonly author_name: string;
  readonly created_at: Date;
}
const columns =
  'SELECT v.number, v.revision, v.note, a.name AS author_name, v.created_at FROM version v JOIN account a ON a.id = v.author';

/** The versions of a scene, the newest first. */
export function listVersions(sql: Sql, scene: number): Promise<VersionRow[]> {
  return sql.rows(`${columns} WHERE v.scene_id = ? ORDER BY v.number DESC`, [scene]);
}
/** One version by its number. */
export function findVersion(sql: Sql, scene: number, number: number): Promise<VersionRow | null> {
  return sql.one(`${columns} WHERE v.scene_id = ? AND v.number = ?`, [scene, number]);
}
/** The version that was asked for by that id before. */
export function findVersionByRequest(sql: Sql, scene: number, request: string): Promise<VersionRow | null> {
  return sql.one(`${columns} WHERE v.scene_id = ? AND v.request_id = ?`, [scene, request]);
}
/** The next number is given under the lock of the scene row, so two savers never get the same. */
export async function insertVersion(
  sql: Sql,
  scene: number,
  made: { revision: number; note: string; author: number; request: string | null },
): Promise<number> {
  const last = await sql.one<{ n: number | null }>(
    'SELECT MAX(number) AS n FROM version WHERE scene_id = ?',
    [scene],
  );
  const number = Number(last?.n ?? 0) + 1;
  await sql.run(
    'INSERT INTO version (scene_id, number, revision, note, author, request_id, created_at) VALUES (?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3))',
    [scene, number, made.revision, made.note, made.author, made.request],
  );
  return number;
}
