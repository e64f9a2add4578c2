import { RenquilError } from '@renquil/core/errors';
import { readOwn } from '@renquil/core/own-json';
import { asItIs, shippedTargets, type Target } from '@renquil/core/targets';
import type { Sql } from './database.js';

/** A target of a project, in its newest revision. */
export interface TargetRow {
  readonly id: number;
  readonly title: string;
  readonly revision: number;
  readonly body: string;
  readonly author: string;
  readonly created_at: Date;
}
/** One of its revisions. */
export interface TargetRevisionRow extends Omit<TargetRow, 'id' | 'title'> {
  readonly note: string;
}
const newest = `SELECT t.id, t.title, t.revision, r.body, a.name AS author, r.created_at
  FROM target t JOIN target_revision r ON r.target_id = t.id AND r.revision = t.revision JOIN account a ON a.id = r.author
  WHERE t.project_id = ? AND NOT t.gone`;

/** Characters of a target's JSON, and targets of a project: all of them are read at once. */
const [mostLetters, mostTargets] = [200_000, 100];

/** The targets of a project, by title. */
export function listTargets(sql: Sql, project: number): Promise<TargetRow[]> {
  return sql.rows(`${newest} ORDER BY t.title, t.id`, [project]);
}
/** The revisions of a target, the newest first; of one that is off the list too. */
export function listRevisionsOfTarget(
  sql: Sql,
  project: number,
  target: number,
): Promise<TargetRevisionRow[]> {
  return sql.rows(
    `SELECT r.revision, r.body, r.note, a.name AS author, r.created_at FROM target_revision r JOIN target t ON t.id = r.target_id
     JOIN account a ON a.id = r.author WHERE t.project_id = ? AND t.id = ? ORDER BY r.revision DESC LIMIT 500`,
    [project, target],
  );
}
/** What a hand-off is for, by the key it was chosen by; '' is the scene as it is. @throws RenquilError not-found */
export async function targetByKey(sql: Sql, project: number, key: string): Promise<Target> {
  if (key === '') return asItIs;
  const shipped = Object.hasOwn(shippedTargets, key) ? shippedTargets[key] : undefined;
  if (shipped) return shipped;
  const row = /^[1-9]\d{0,8}$/.test(key)
    ? await sql.one<TargetRow>(`${newest} AND t.id = ?`, [project, Number(key)])
    : null;
  if (!row) throw new RenquilError('not-found', { what: 'target' });
  return readOwn<Target>(row.body);
}
/**
 * Keeps a new revision, or a new target under a title that is free.
 * @param base the revision that was changed; 0: it is new
 * @throws RenquilError request-invalid when somebody else was first
 */
export async function saveTarget(
  sql: Sql,
  project: number,
  {
    target,
    base,
    note,
    author,
  }: { readonly target: Target; readonly base: number; readonly note: string; readonly author: number },
): Promise<{ id: number; revision: number }> {
  // Of several at once the first wins, and the others are told.
  await sql.one('SELECT id FROM project WHERE id = ? FOR UPDATE', [project]);
  const row = await sql.one<TargetRow>(`${newest} AND t.title = ?`, [project, target.title]);
  const body = JSON.stringify(target);
  if (body.length > mostLetters)
    throw new RenquilError('target-invalid', {
      detail: `it has ${body.length} characters; ${mostLetters} are the most`,
    });
  if (!row && (await listTargets(sql, project)).length >= mostTargets)
    throw new RenquilError('target-invalid', { detail: `a project has ${mostTargets} targets at most` });
  const revision = (row?.revision ?? 0) + 1;
  if (base !== revision - 1)
    throw new RenquilError('request-invalid', {
      detail: row
        ? `"${target.title}" has a revision ${row.revision} by ${row.author}; look at it first`
        : `there is no target "${target.title}" any more`,
    });
  const id =
    row?.id ??
    (await sql.run('INSERT INTO target (project_id, title) VALUES (?, ?)', [project, target.title])).insertId;
  await sql.run(
    'INSERT INTO target_revision (target_id, revision, body, note, author, created_at) VALUES (?, ?, ?, ?, ?, UTC_TIMESTAMP(3))',
    [id, revision, body, note, author],
  );
  await sql.run('UPDATE target SET revision = ? WHERE id = ?', [revision, id]);
  return { id, revision };
}
/** Targets that a scene is handed off to at most that it is judged for. */
const mostUsual = 5;
/** The targets that a scene was handed off to, the last first; the scene as it is is none. */
export async function usualTargets(
  sql: Sql,
  project: number,
  scene: number,
): Promise<{ readonly key: string; readonly target: Target }[]> {
  const rows = await sql.rows<{ target_key: string }>(
    `SELECT target_key FROM handoff WHERE scene_id = ? AND target_key <> '' GROUP BY target_key ORDER BY MAX(id) DESC LIMIT ${mostUsual}`,
    [scene],
  );
  const found = await Promise.all(
    rows.map(async ({ target_key: key }) => {
      // One that was taken off the list is nothing to be ready for.
      const target = await targetByKey(sql, project, key).catch(() => null);
      return target ? [{ key, target }] : [];
    }),
  );
  return found.flat();
}
/** Scenes that were handed off to a target: what the gate says of them may be another once it changes. */
export async function scenesHandedTo(sql: Sql, project: number, key: string): Promise<number[]> {
  const rows = await sql.rows<{ id: number }>(
    `SELECT DISTINCT s.id FROM handoff h JOIN scene s ON s.id = h.scene_id
     WHERE s.project_id = ? AND s.binned_at IS NULL AND h.target_key = ? LIMIT 500`,
    [project, key],
  );
  return rows.map(({ id }) => id);
}
/** Takes a target off the list. @returns its title; null: there is none */
export async function dropTarget(sql: Sql, project: number, target: number): Promise<string | null> {
  const row = await sql.one<TargetRow>(`${newest} AND t.id = ?`, [project, target]);
  if (row) await sql.run('UPDATE target SET gone = TRUE WHERE id = ?', [target]);
  return row?.title ?? null;
}
