import type { Sql } from './database.js';

/** A hand-off that was built. */
export interface HandoffRow {
  readonly id: number;
  readonly scene_id: number;
  readonly revision: number;
  readonly author_name: string;
  readonly reason: string | null;
  readonly target: string;
  readonly target_key: string;
  readonly gate: string;
  readonly read_back: string;
  /** What is other than in the one before it: JSON; null: there was none. */
  readonly changes: string | null;
  readonly created_at: Date;
}
/** A file of a package, with its digest. */
export interface HandoffFileRow {
  readonly name: string;
  readonly file_id: number;
  readonly bytes: number;
  readonly sha256: string;
}
const columns = `SELECT h.id, h.scene_id, h.revision, a.name AS author_name, h.reason, h.target, h.target_key, h.gate, h.read_back, h.changes, h.created_at
  FROM handoff h JOIN account a ON a.id = h.author`;

/** The hand-offs of a scene, the newest first. */
export function listHandoffs(sql: Sql, scene: number): Promise<HandoffRow[]> {
  return sql.rows(`${columns} WHERE h.scene_id = ? ORDER BY h.id DESC LIMIT 20`, [scene]);
}
/** One hand-off. */
export function findHandoff(sql: Sql, handoff: number): Promise<HandoffRow | null> {
  return sql.one(`${columns} WHERE h.id = ?`, [handoff]);
}
/** The newest hand-off of a scene for a target. */
export function lastHandoff(sql: Sql, scene: number, targetKey: string): Promise<HandoffRow | null> {
  return sql.one(`${columns} WHERE h.scene_id = ? AND h.target_key = ? ORDER BY h.id DESC LIMIT 1`, [
    scene,
    targetKey,
  ]);
}
/** The files of a package. */
export function listHandoffFiles(sql: Sql, handoff: number): Promise<HandoffFileRow[]> {
  return sql.rows(
    'SELECT h.name, h.file_id, f.bytes, LOWER(HEX(f.sha256)) AS sha256 FROM handoff_file h JOIN file f ON f.id = h.file_id WHERE h.handoff_id = ? ORDER BY h.name',
    [handoff],
  );
}
/** A hand-off with its files. Returns its id. */
export async function insertHandoff(
  sql: Sql,
  made: {
    scene: number;
    revision: number;
    author: number;
    reason: string | null;
    target: string;
    targetKey: string;
    gate: unknown;
    readBack: unknown;
    changes: unknown;
    files: readonly { name: string; file: number }[];
  },
): Promise<number> {
  const result = await sql.run(
    'INSERT INTO handoff (scene_id, revision, author, reason, target, target_key, gate, read_back, changes, created_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3))',
    [
      made.scene,
      made.revision,
      made.author,
      made.reason,
      made.target,
      made.targetKey,
      JSON.stringify(made.gate),
      JSON.stringify(made.readBack),
      made.changes === null ? null : JSON.stringify(made.changes),
    ],
  );
  for (const { name, file } of made.files)
    await sql.run('INSERT INTO handoff_file (handoff_id, name, file_id) VALUES (?, ?, ?)', [
      result.insertId,
      name,
      file,
    ]);
  return result.insertId;
}
