import type { Database, Sql } from './database.js';
import { deleteIfUnused } from './files.js';

/** A scene in the bin. */
export interface BinnedRow {
  readonly id: number;
  readonly name: string;
  readonly objects: number;
  readonly binned_at: Date;
  readonly binned_by_name: string | null;
}
/** The bin of a project, the newest first. */
export function listBin(sql: Sql, project: number): Promise<BinnedRow[]> {
  return sql.rows(
    `SELECT s.id, s.name, s.objects, s.binned_at, a.name AS binned_by_name FROM scene s LEFT JOIN account a ON a.id = s.binned_by
     WHERE s.project_id = ? AND s.binned_at IS NOT NULL ORDER BY s.binned_at DESC, s.id`,
    [project],
  );
}
/** False when there is no such scene of the project outside of the bin. */
export async function putInBin(sql: Sql, project: number, scene: number, account: number): Promise<boolean> {
  const result = await sql.run(
    'UPDATE scene SET binned_at = UTC_TIMESTAMP(3), binned_by = ? WHERE id = ? AND project_id = ? AND binned_at IS NULL',
    [account, scene, project],
  );
  return result.affectedRows === 1;
}
/** False when there is no such scene in the project's bin. */
export async function takeOutOfBin(sql: Sql, project: number, scene: number): Promise<boolean> {
  const result = await sql.run(
    'UPDATE scene SET binned_at = NULL, binned_by = NULL WHERE id = ? AND project_id = ? AND binned_at IS NOT NULL',
    [scene, project],
  );
  return result.affectedRows === 1;
}

/** A scene that lies in the bin goes for good, with its log, its packages and the files that nothing else needs. */
export async function deleteForGood(database: Database, project: number, scene: number): Promise<boolean> {
  const binned = await database.one(
    'SELECT id FROM scene WHERE id = ? AND project_id = ? AND binned_at IS NOT NULL',
    [scene, project],
  );
  if (!binned) return false;
  const files = await database.rows<{ file_id: number | null }>(
    `SELECT source_file AS file_id FROM scene WHERE id = ? UNION SELECT thumbnail_file FROM scene WHERE id = ?
     UNION SELECT file_id FROM scene_file WHERE scene_id = ?
     UNION SELECT f.file_id FROM handoff_file f JOIN handoff h ON h.id = f.handoff_id WHERE h.scene_id = ?`,
    [scene, scene, scene, scene],
  );
  // In parts, so that no transaction holds very many rows.
  for (const table of ['object_index', 'shape_word', 'scene_snapshot', 'scene_change', 'event']) {
    const some = table === 'scene_snapshot' ? 5 : 5000;
    while (
      (await database.run(`DELETE FROM ${table} WHERE scene_id = ? LIMIT ${some}`, [scene])).affectedRows
    );
  }
  await database.run('DELETE FROM scene WHERE id = ? AND project_id = ? AND binned_at IS NOT NULL', [
    scene,
    project,
  ]);
  for (const { file_id } of files) if (file_id !== null) await deleteIfUnused(database, file_id);
  return true;
}
