import { readOwn } from '@renquil/core/own-json';
import { RenquilError } from '@renquil/core/errors';
import { shippedConventions, type Convention } from '@renquil/core/names';
import type { Sql } from './database.js';
import type { SceneRow } from './scenes.js';

/** A convention without its revisions. */
export interface ConventionRow {
  readonly id: number;
  readonly project_id: number;
  readonly name: string;
  /** The newest published one; 0: none yet. */
  readonly revision: number;
  readonly draft: string | null;
  readonly draft_by_name: string | null;
  readonly draft_at: Date | null;
}
/** A published revision, without its body. */
export interface RevisionRow {
  readonly revision: number;
  readonly note: string;
  readonly author: string;
  readonly created_at: Date;
}
/** The convention a scene is held to, and where it comes from. */
export interface Pinned {
  /** Null: one that comes with Renquil. */
  readonly id: number | null;
  readonly shipped: string | null;
  readonly name: string;
  readonly revision: number;
  readonly body: Convention;
}

const columns = `SELECT c.id, c.project_id, c.name, c.revision, c.draft, a.name AS draft_by_name, c.draft_at
  FROM convention c LEFT JOIN account a ON a.id = c.draft_by`;

/** The conventions of a project in the order they were made. */
export function listConventions(sql: Sql, project: number): Promise<ConventionRow[]> {
  return sql.rows(`${columns} WHERE c.project_id = ? ORDER BY c.id`, [project]);
}
/** The convention of a project; throws not-found for another project's. */
export async function findConvention(sql: Sql, project: number, id: number): Promise<ConventionRow> {
  const row = await sql.one<ConventionRow>(`${columns} WHERE c.id = ? AND c.project_id = ?`, [id, project]);
  if (!row) throw new RenquilError('not-found', { what: 'convention' });
  return row;
}
/** The same with the row locked: publishing and drafts go one after another. */
export async function lockConvention(sql: Sql, project: number, id: number): Promise<ConventionRow> {
  await sql.one('SELECT id FROM convention WHERE id = ? FOR UPDATE', [id]);
  return findConvention(sql, project, id);
}
/** A convention under a name that is free in the project. Throws request-invalid when it is taken. Returns its id. */
export async function insertConvention(sql: Sql, project: number, name: string): Promise<number> {
  // Of several at once of one name the first wins, and the others are told.
  await sql.one('SELECT id FROM project WHERE id = ? FOR UPDATE', [project]);
  const taken = await sql.one('SELECT id FROM convention WHERE project_id = ? AND name = ?', [project, name]);
  if (taken) throw new RenquilError('request-invalid', { detail: `there is a convention "${name}" already` });
  return (await sql.run('INSERT INTO convention (project_id, name) VALUES (?, ?)', [project, name])).insertId;
}
/** Keeps the draft in place of the one before; null takes it away. */
export async function saveDraft(
  sql: Sql,
  id: number,
  draft: Convention | null,
  author: number,
): Promise<void> {
  await sql.run('UPDATE convention SET draft = ?, draft_by = ?, draft_at = UTC_TIMESTAMP(3) WHERE id = ?', [
    draft && JSON.stringify(draft),
    draft && author,
    id,
  ]);
}
/** A numbered revision; numbers are given by whoever holds the convention's row. */
export async function insertRevision(
  sql: Sql,
  convention: { id: number; revision: number; body: Convention; note: string; author: number },
): Promise<void> {
  const { id, revision, body, note, author } = convention;
  await sql.run(
    'INSERT INTO convention_revision (convention_id, revision, body, note, author, created_at) VALUES (?, ?, ?, ?, ?, UTC_TIMESTAMP(3))',
    [id, revision, JSON.stringify(body), note, author],
  );
  await sql.run('UPDATE convention SET name = ?, revision = ?, draft = NULL, draft_by = NULL WHERE id = ?', [
    body.name,
    revision,
    id,
  ]);
}
/** The revisions of a convention, the newest first. */
export function listRevisions(sql: Sql, id: number): Promise<RevisionRow[]> {
  return sql.rows(
    `SELECT r.revision, r.note, a.name AS author, r.created_at FROM convention_revision r JOIN account a ON a.id = r.author
     WHERE r.convention_id = ? ORDER BY r.revision DESC`,
    [id],
  );
}
/** A revision's body. Throws not-found. */
export async function readRevision(sql: Sql, id: number, revision: number): Promise<Convention> {
  const row = await sql.one<{ body: string }>(
    'SELECT body FROM convention_revision WHERE convention_id = ? AND revision = ?',
    [id, revision],
  );
  if (!row) throw new RenquilError('not-found', { what: 'revision of this convention' });
  return readOwn<Convention>(row.body);
}
/** The scenes that are held to a convention, with the revision of each. */
export function scenesUsing(
  sql: Sql,
  id: number,
): Promise<{ id: number; name: string; convention_revision: number }[]> {
  return sql.rows('SELECT id, name, convention_revision FROM scene WHERE convention_id = ? ORDER BY id', [
    id,
  ]);
}
/** Holds a scene to a revision of the project's, or to one that comes with Renquil. */
export async function pinScene(
  sql: Sql,
  scene: number,
  to: { readonly id: number; readonly revision: number } | { readonly shipped: string },
): Promise<void> {
  const [id, revision, shipped] = 'shipped' in to ? [null, null, to.shipped] : [to.id, to.revision, null];
  await sql.run(
    'UPDATE scene SET convention_id = ?, convention_revision = ?, shipped_convention = ?, standing_revision = NULL, convention_settled = TRUE WHERE id = ?',
    [id, revision, shipped, scene],
  );
}
/** What a scene is held to: the revision it is pinned to, else the one that comes with Renquil that it names, else Parts. */
export async function pinnedOf(
  sql: Sql,
  scene: Pick<SceneRow, 'convention_id' | 'convention_revision' | 'shipped_convention'>,
): Promise<Pinned> {
  if (scene.convention_id !== null && scene.convention_revision !== null) {
    const body = await readRevision(sql, scene.convention_id, scene.convention_revision);
    return {
      id: scene.convention_id,
      shipped: null,
      name: body.name,
      revision: scene.convention_revision,
      body,
    };
  }
  const shipped = scene.shipped_convention ?? 'parts';
  const body = shippedConventions[shipped] ?? shippedConventions['parts']!;
  return { id: null, shipped, name: body.name, revision: 0, body };
}
/** Somebody has said that a scene stays with what it is held to. */
export async function settleScene(sql: Sql, scene: number): Promise<void> {
  await sql.run('UPDATE scene SET convention_settled = TRUE WHERE id = ?', [scene]);
}
/** What a lead chose for scenes that are brought in. */
export async function saveStandard(
  sql: Sql,
  project: number,
  to: { readonly id: number } | { readonly shipped: string },
): Promise<void> {
  const [id, shipped] = 'shipped' in to ? [null, to.shipped] : [to.id, null];
  await sql.run('UPDATE project SET convention_id = ?, shipped_convention = ? WHERE id = ?', [
    id,
    shipped,
    project,
  ]);
}
/**
 * What a scene that is brought in is held to: what a lead chose, at its newest; else the project's oldest convention
 * that was published; else Parts.
 */
export async function newcomersConvention(
  sql: Sql,
  project: number,
): Promise<{ readonly id: number; readonly revision: number } | { readonly shipped: string }> {
  const chosen = await sql.one<{ convention_id: number | null; shipped_convention: string | null }>(
    'SELECT convention_id, shipped_convention FROM project WHERE id = ?',
    [project],
  );
  const shipped = chosen?.shipped_convention;
  if (shipped && Object.hasOwn(shippedConventions, shipped)) return { shipped };
  const published = (await listConventions(sql, project)).filter((one) => one.revision > 0);
  return published.find((one) => one.id === chosen?.convention_id) ?? published[0] ?? { shipped: 'parts' };
}
