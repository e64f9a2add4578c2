import {
  waiverTime,
  type Waiver,
  type WaiverScope,
  type WaiverTime,
  type WaiverUntil,
} from '@renquil/core/checks';
import type { Sql } from './database.js';
import type { SceneRow } from './scenes.js';

/** Whether a waiver holds: asked for, granted by a lead, refused, or taken back. */
export type WaiverState = 'asked' | 'granted' | 'refused' | 'cleared';

/** A waiver with who wanted it and who decided. */
export interface WaiverRow {
  readonly id: number;
  readonly scene_id: number;
  readonly scene: string;
  readonly about: WaiverScope['of'];
  readonly check_id: string;
  readonly object_id: number | null;
  readonly path: string | null;
  readonly filter: string | null;
  readonly reason: string;
  readonly until_version: number | null;
  /** `2026-12-24`. */
  readonly until_day: string | null;
  readonly state: WaiverState;
  readonly asked_by: number;
  readonly asker: string;
  readonly asked_at: Date;
  readonly decider: string | null;
  readonly decided_at: Date | null;
  readonly note: string;
}
const columns = `SELECT w.id, w.scene_id, s.name AS scene, w.about, w.check_id, w.object_id, w.path, w.filter, w.reason, w.until_version,
  DATE_FORMAT(w.until_day, '%Y-%m-%d') AS until_day, w.state, w.asked_by, a.name AS asker, w.asked_at, d.name AS decider, w.decided_at, w.note
  FROM waiver w JOIN scene s ON s.id = w.scene_id JOIN account a ON a.id = w.asked_by LEFT JOIN account d ON d.id = w.decided_by`;

/** What is asked for and what holds, in one scene; those asked for first. */
export function listSceneWaivers(sql: Sql, scene: number): Promise<WaiverRow[]> {
  return sql.rows(
    `${columns} WHERE w.scene_id = ? AND w.state IN ('asked', 'granted') ORDER BY w.state, w.id DESC`,
    [scene],
  );
}
/** Over all scenes of a project, of some states, the newest first. */
export function listProjectWaivers(
  sql: Sql,
  project: number,
  states: readonly WaiverState[],
  limit: number,
): Promise<WaiverRow[]> {
  return sql.rows(
    `${columns} WHERE s.project_id = ? AND s.binned_at IS NULL AND w.state IN (${states.map(() => '?').join(', ')}) ORDER BY w.id DESC LIMIT ?`,
    [project, ...states, limit],
  );
}
/** One waiver of a scene. */
export function findWaiver(sql: Sql, scene: number, id: number): Promise<WaiverRow | null> {
  return sql.one(`${columns} WHERE w.scene_id = ? AND w.id = ?`, [scene, id]);
}
/** How many are asked for or hold in a scene. */
export async function countWaivers(sql: Sql, scene: number): Promise<number> {
  const row = await sql.one<{ n: number }>(
    "SELECT COUNT(*) AS n FROM waiver WHERE scene_id = ? AND state IN ('asked', 'granted')",
    [scene],
  );
  return Number(row!.n);
}
/** What a waiver is put in with. */
export interface NewWaiver {
  readonly scope: WaiverScope;
  readonly reason: string;
  readonly until: WaiverUntil;
  readonly asker: number;
  /** Who granted it at once; null: it is asked for. */
  readonly granter: number | null;
  readonly request: string;
}
/** Puts a waiver in. The same request twice is one waiver. @returns its id, and whether it is new */
export async function insertWaiver(
  sql: Sql,
  scene: number,
  { scope, reason, until, asker, granter, request }: NewWaiver,
): Promise<{ id: number; isNew: boolean }> {
  const known = await sql.one<{ id: number }>('SELECT id FROM waiver WHERE scene_id = ? AND request_id = ?', [
    scene,
    request,
  ]);
  if (known) return { id: known.id, isNew: false };
  const [object, path, filter] =
    scope.of === 'query' ? [null, null, scope.where] : [scope.object, scope.path, null];
  const made = await sql.run(
    `INSERT INTO waiver (scene_id, about, check_id, object_id, path, filter, reason, until_version, until_day, state, asked_by, asked_at, decided_by, decided_at, request_id)
     VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3), ?, IF(? IS NULL, NULL, UTC_TIMESTAMP(3)), ?)`,
    [
      scene,
      scope.of,
      scope.check,
      object,
      path,
      filter,
      reason,
      until.version ?? null,
      until.date ?? null,
      granter === null ? 'asked' : 'granted',
      asker,
      granter,
      granter,
      request,
    ],
  );
  return { id: made.insertId, isNew: true };
}
/** Another state. `until`: left out, as it was asked for. */
export async function decideWaiver(
  sql: Sql,
  id: number,
  { state, by, note, until }: { state: WaiverState; by: number; note: string; until: WaiverUntil | null },
): Promise<void> {
  await sql.run(
    'UPDATE waiver SET state = ?, decided_by = ?, decided_at = UTC_TIMESTAMP(3), note = ? WHERE id = ?',
    [state, by, note, id],
  );
  if (until)
    await sql.run('UPDATE waiver SET until_version = ?, until_day = ? WHERE id = ?', [
      until.version ?? null,
      until.date ?? null,
      id,
    ]);
}

/** A waiver as the core asks it. */
export function toWaiver(row: WaiverRow): Waiver {
  const { about, check_id: check, object_id: object, path, filter } = row;
  const scope: WaiverScope =
    about === 'query'
      ? { of: about, check, where: filter ?? '' }
      : { of: about, check, object, path: path ?? '' };
  const until = {
    ...(row.until_version === null ? {} : { version: row.until_version }),
    ...(row.until_day === null ? {} : { date: row.until_day }),
  };
  return { id: row.id, scope, reason: row.reason, until };
}
/** What is let pass of a scene, and the time that it is asked at. */
export interface HeldWaivers {
  readonly waivers: readonly Waiver[];
  readonly time: WaiverTime;
}
/** The waivers of a scene that a lead granted. */
export async function heldWaivers(
  sql: Sql,
  { id, version }: Pick<SceneRow, 'id' | 'version'>,
): Promise<HeldWaivers> {
  const rows = await listSceneWaivers(sql, id);
  return {
    waivers: rows.filter(({ state }) => state === 'granted').map(toWaiver),
    time: waiverTime(new Date(), version),
  };
}
