import type { NamingStatistics } from '@renquil/core/checks';
import { placeholders, type Sql, type Value } from './database.js';
import type { DayCounts } from './trends.js';

/** A scene without its tree. `standing` is JSON. */
export interface SceneRow {
  readonly id: number;
  readonly project_id: number;
  readonly name: string;
  readonly source_name: string;
  readonly source_file: number;
  readonly thumbnail_file: number | null;
  readonly revision: number;
  readonly objects: number;
  readonly standing: string | null;
  readonly standing_revision: number | null;
  /** JSON; null: it was handed off to no target. */
  readonly readiness: string | null;
  readonly updated_at: Date;
  readonly updated_by_name: string;
  /** When it was put in the bin; null: it was not. */
  readonly binned_at: Date | null;
  readonly version: number | null;
  readonly version_revision: number | null;
  readonly convention_id: number | null;
  readonly convention_revision: number | null;
  readonly shipped_convention: string | null;
  /** 0 until somebody has said what it is held to. */
  readonly convention_settled: number;
  /** Of the project's convention it is held to; null: one that comes with Renquil. */
  readonly convention_name: string | null;
}
/** A change of the log; `edits` is JSON in the form that `format` says. */
export interface ChangeRow {
  readonly revision: number;
  readonly change_id: string;
  readonly author: number;
  readonly author_name: string;
  readonly label: string;
  readonly edits: string;
  /** The form in which the edits are written (`decodeChange`). */
  readonly format: number;
  readonly created_at: Date;
}
/** A scene whose row is locked until the transaction ends. */
export interface LockedScene {
  readonly revision: number;
  readonly project: number;
  readonly objects: number;
  readonly binned: number;
}

const sceneColumns = `SELECT s.id, s.project_id, s.name, s.source_name, s.source_file, s.thumbnail_file, s.revision, s.objects, s.standing,
  s.standing_revision, s.readiness, s.convention_id, s.convention_revision, s.shipped_convention, s.convention_settled, c.name AS convention_name, s.updated_at, s.binned_at, a.name AS updated_by_name, v.number AS version, v.revision AS version_revision
  FROM scene s JOIN account a ON a.id = s.updated_by
  LEFT JOIN convention c ON c.id = s.convention_id
  LEFT JOIN version v ON v.scene_id = s.id AND v.number = (SELECT MAX(number) FROM version WHERE scene_id = s.id)`;

/** The scenes of a project that are not in the bin, in the order they came. */
export function listScenes(sql: Sql, project: number): Promise<SceneRow[]> {
  return sql.rows(`${sceneColumns} WHERE s.project_id = ? AND s.binned_at IS NULL ORDER BY s.id`, [project]);
}
/** One scene, in the bin or not. */
export function findScene(sql: Sql, scene: number): Promise<SceneRow | null> {
  return sql.one(`${sceneColumns} WHERE s.id = ?`, [scene]);
}
/** The scene's row, locked until the transaction ends: changes to one scene go one after another. */
export function lockScene(sql: Sql, scene: number): Promise<LockedScene | null> {
  return sql.one(
    'SELECT revision, project_id AS project, objects, binned_at IS NOT NULL AS binned FROM scene WHERE id = ? FOR UPDATE',
    [scene],
  );
}
/** A scene as an import makes it. */
export interface NewScene {
  readonly project: number;
  readonly name: string;
  readonly sourceName: string;
  readonly sourceFile: number;
  readonly thumbnailFile: number | null;
  readonly objects: number;
  readonly standing: NamingStatistics;
  readonly author: number;
}
/** A scene at revision 0, under a name that is free (see sceneNames). Returns its id. */
export async function insertScene(sql: Sql, made: NewScene): Promise<number> {
  const result = await sql.run(
    'INSERT INTO scene (project_id, name, source_name, source_file, thumbnail_file, objects, standing, standing_revision, updated_by, updated_at) VALUES (?, ?, ?, ?, ?, ?, ?, 0, ?, UTC_TIMESTAMP(3))',
    [
      made.project,
      made.name,
      made.sourceName,
      made.sourceFile,
      made.thumbnailFile,
      made.objects,
      JSON.stringify(made.standing),
      made.author,
    ],
  );
  return result.insertId;
}
/** The names that are taken in a project, those in the bin too. */
export async function sceneNames(sql: Sql, project: number): Promise<Set<string>> {
  const rows = await sql.rows<{ name: string }>('SELECT name FROM scene WHERE project_id = ?', [project]);
  return new Set(rows.map((row) => row.name));
}
/** A scene has a newer revision; its row is locked. */
export async function advanceScene(
  sql: Sql,
  scene: number,
  now: { readonly revision: number; readonly objects: number; readonly author: number },
): Promise<void> {
  await sql.run(
    'UPDATE scene SET revision = ?, objects = ?, updated_by = ?, updated_at = UTC_TIMESTAMP(3) WHERE id = ?',
    [now.revision, now.objects, now.author, scene],
  );
}
function dayCounts({ counts, byCheck, titles }: NamingStatistics): string {
  return JSON.stringify({ counts, byCheck, ...(titles ? { titles } : {}) } satisfies DayCounts);
}
/** Keeps the newest standing only: tasks may finish out of order. @returns whether this was it */
export async function saveStanding(
  sql: Sql,
  scene: number,
  revision: number,
  standing: NamingStatistics,
): Promise<boolean> {
  const { affectedRows } = await sql.run(
    'UPDATE scene SET standing = ?, standing_revision = ? WHERE id = ? AND (standing_revision IS NULL OR standing_revision <= ?)',
    [JSON.stringify(standing), revision, scene, revision],
  );
  if (!affectedRows) return false;
  await sql.run(
    `INSERT INTO standing_day (scene_id, day, named, fitting, counts) VALUES (?, UTC_DATE(), ?, ?, ?)
     ON DUPLICATE KEY UPDATE named = VALUES(named), fitting = VALUES(fitting), counts = VALUES(counts)`,
    [scene, standing.named, standing.fitting, dayCounts(standing)],
  );
  return true;
}
const changeColumns = `SELECT c.revision, c.change_id, c.author, a.name AS author_name, c.label, c.edits, c.format, c.created_at
  FROM scene_change c JOIN account a ON a.id = c.author`;

/** Those of the changes that are in the log already, by their id. */
export async function findChangesById(
  sql: Sql,
  scene: number,
  ids: readonly string[],
): Promise<Map<string, ChangeRow>> {
  const rows = await sql.rows<ChangeRow>(
    `${changeColumns} WHERE c.scene_id = ? AND c.change_id IN (${placeholders(ids.length)})`,
    [scene, ...ids],
  );
  return new Map(rows.map((row) => [row.change_id, row]));
}
/** Changes of one scene, each the next revision, in one statement where they fit. */
export async function insertChanges(
  sql: Sql,
  scene: number,
  changes: readonly (Pick<ChangeRow, 'revision' | 'change_id' | 'author' | 'label' | 'format'> & {
    readonly edits: string | Uint8Array;
  })[],
): Promise<void> {
  const rows = changes.map((change): Value[] => [
    scene,
    change.revision,
    change.change_id,
    change.author,
    change.label,
    typeof change.edits === 'string' ? change.edits : Buffer.from(change.edits),
    change.format,
  ]);
  const row = '(?, ?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3))';
  await sql.run(
    `INSERT INTO scene_change (scene_id, revision, change_id, author, label, edits, format, created_at) VALUES ${Array(rows.length).fill(row).join(', ')}`,
    rows.flat(),
  );
}
/** The log after a revision, up to another, in order. */
export function listChanges(sql: Sql, scene: number, after: number, upTo: number): Promise<ChangeRow[]> {
  return sql.rows(
    `${changeColumns} WHERE c.scene_id = ? AND c.revision > ? AND c.revision <= ? ORDER BY c.revision`,
    [scene, after, upTo],
  );
}
/** One person's changes before a revision, newest first, as many as stay within a bound of bytes. */
export async function listOwnChanges(
  sql: Sql,
  scene: number,
  author: number,
  before: number,
): Promise<ChangeRow[]> {
  const sizes = await sql.rows<{ revision: number; bytes: number }>(
    `SELECT revision, LENGTH(edits) AS bytes FROM scene_change WHERE scene_id = ? AND author = ? AND revision < ?
     ORDER BY revision DESC LIMIT 100`,
    [scene, author, before],
  );
  let sum = 0;
  const near = sizes.filter(({ bytes }) => (sum += Number(bytes)) <= 8e6);
  const last = near.at(-1);
  if (!last) return [];
  return sql.rows(
    `${changeColumns} WHERE c.scene_id = ? AND c.author = ? AND c.revision >= ? AND c.revision < ? ORDER BY c.revision DESC`,
    [scene, author, last.revision, before],
  );
}
/** Scenes that changed since they were last judged, or whose log has grown longer than a snapshot should let it. */
export async function scenesBehind(sql: Sql, longest: number): Promise<number[]> {
  const rows = await sql.rows<{ id: number }>(
    `SELECT s.id FROM scene s WHERE s.binned_at IS NULL AND (s.standing_revision IS NULL OR s.standing_revision < s.revision
     OR s.revision - (SELECT MAX(n.revision) FROM scene_snapshot n WHERE n.scene_id = s.id) >= ?) ORDER BY s.id`,
    [longest],
  );
  return rows.map((row) => row.id);
}
/** What was done to a scene, the newest first, without the edits. */
export function listHistory(
  sql: Sql,
  scene: number,
  before: number,
  limit: number,
): Promise<Omit<ChangeRow, 'edits'>[]> {
  return sql.rows(
    `SELECT c.revision, c.change_id, c.author, a.name AS author_name, c.label, c.created_at
     FROM scene_change c JOIN account a ON a.id = c.author WHERE c.scene_id = ? AND c.revision < ? ORDER BY c.revision DESC LIMIT ?`,
    [scene, before, limit],
  );
}
/** A snapshot, gzipped JSON, as of a revision; one that is there stays. */
export async function insertSnapshot(
  sql: Sql,
  scene: number,
  revision: number,
  data: Uint8Array,
): Promise<void> {
  await sql.run('INSERT IGNORE INTO scene_snapshot (scene_id, revision, data) VALUES (?, ?, ?)', [
    scene,
    revision,
    Buffer.from(data),
  ]);
}
/** Revision of the newest snapshot that is not newer than the one asked for. */
export async function snapshotBefore(sql: Sql, scene: number, revision: number): Promise<number> {
  const row = await sql.one<{ revision: number }>(
    'SELECT revision FROM scene_snapshot WHERE scene_id = ? AND revision <= ? ORDER BY revision DESC LIMIT 1',
    [scene, revision],
  );
  return row!.revision;
}
/** The snapshot of just that revision; null: there is none. */
export async function readSnapshot(sql: Sql, scene: number, revision: number): Promise<Buffer | null> {
  const row = await sql.one<{ data: Buffer }>(
    'SELECT data FROM scene_snapshot WHERE scene_id = ? AND revision = ?',
    [scene, revision],
  );
  return row?.data ?? null;
}
