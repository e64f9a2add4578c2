import type { Role } from '@renquil/api';
import type { Sql } from './database.js';

/** A link that works once: with a role into a project, or with an account to a new password. */
export interface LinkRow {
  readonly id: number;
  readonly project_id: number;
  readonly project: string;
  readonly slug: string;
  readonly role: Role | null;
  readonly account_id: number | null;
  readonly note: string;
  readonly tries: number;
  readonly made_by: number;
  readonly made_by_name: string;
  readonly created_at: Date;
  readonly expires_at: Date;
}
/** An invitation (with a role), or a link to a new password. */
export interface NewLink {
  readonly project: number;
  readonly role: Role | null;
  readonly account: number | null;
  readonly note: string;
  readonly madeBy: number;
  readonly hours: number;
}
const columns = `SELECT l.id, l.project_id, p.name AS project, p.slug, l.role, l.account_id, l.note, l.tries, l.made_by,
  a.name AS made_by_name, l.created_at, l.expires_at
  FROM link l JOIN project p ON p.id = l.project_id JOIN account a ON a.id = l.made_by`;

/** A link by the hash of its secret. Returns its id. */
export async function insertLink(sql: Sql, hash: Buffer, link: NewLink): Promise<number> {
  await sql.run('DELETE FROM link WHERE expires_at < UTC_TIMESTAMP(3)');
  const made = await sql.run(
    `INSERT INTO link (token_hash, project_id, role, account_id, note, made_by, expires_at)
     VALUES (?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3) + INTERVAL ? HOUR)`,
    [hash, link.project, link.role, link.account, link.note, link.madeBy, link.hours],
  );
  return made.insertId;
}
/** One that still works, by what it holds. With `lock` nobody else can use it meanwhile. */
export function findLink(sql: Sql, hash: Buffer, lock = false): Promise<LinkRow | null> {
  return sql.one(
    `${columns} WHERE l.token_hash = ? AND l.expires_at > UTC_TIMESTAMP(3)${lock ? ' FOR UPDATE' : ''}`,
    [hash],
  );
}
/** The invitations of a project that are still good. */
export function listInvitations(sql: Sql, project: number): Promise<LinkRow[]> {
  return sql.rows(
    `${columns} WHERE l.project_id = ? AND l.role IS NOT NULL AND l.expires_at > UTC_TIMESTAMP(3) ORDER BY l.id LIMIT 500`,
    [project],
  );
}
/** Somebody tried a password on it. */
export async function countTry(sql: Sql, link: number): Promise<void> {
  await sql.run('UPDATE link SET tries = tries + 1 WHERE id = ?', [link]);
}
/** Ends a link. False: there is none. */
export async function deleteLink(sql: Sql, project: number, link: number): Promise<boolean> {
  return (
    (await sql.run('DELETE FROM link WHERE project_id = ? AND id = ?', [project, link])).affectedRows > 0
  );
}
/** Links to a new password for somebody end with the first that is used, and with a newer one. */
export async function deleteResets(sql: Sql, account: number): Promise<void> {
  await sql.run('DELETE FROM link WHERE account_id = ?', [account]);
}
