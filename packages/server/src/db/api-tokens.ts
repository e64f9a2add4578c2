import type { TokenRole } from '@renquil/api';
import type { Sql } from './database.js';

/** What a token for a pipeline may do: in one project, or with one scene of it. */
export interface TokenRow {
  readonly id: number;
  readonly project_id: number;
  readonly scene_id: number | null;
  readonly scene: string | null;
  /** What it does is done by this account, which nobody signs in as. */
  readonly account_id: number;
  readonly name: string;
  readonly role: TokenRole;
  readonly made_by_name: string;
  readonly created_at: Date;
  readonly seen_at: Date | null;
  readonly expires_at: Date;
  readonly is_over: number;
  /** It was not used within the last minute. */
  readonly stale: number;
}
/** What a token may, and until when. */
export interface NewToken {
  readonly project: number;
  readonly scene: number | null;
  readonly account: number;
  readonly name: string;
  readonly role: TokenRole;
  readonly madeBy: number;
  readonly days: number;
}
const columns = `SELECT t.id, t.project_id, t.scene_id, s.name AS scene, t.account_id, t.name, t.role, a.name AS made_by_name,
  t.created_at, t.seen_at, t.expires_at, t.expires_at <= UTC_TIMESTAMP(3) AS is_over,
  t.seen_at IS NULL OR t.seen_at < UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE AS stale
  FROM api_token t JOIN account a ON a.id = t.made_by LEFT JOIN scene s ON s.id = t.scene_id`;

/** A token by its hash; the token itself is never kept. Returns its id. */
export async function insertToken(sql: Sql, hash: Buffer, token: NewToken): Promise<number> {
  const made = await sql.run(
    `INSERT INTO api_token (token_hash, project_id, scene_id, account_id, name, role, made_by, expires_at)
     VALUES (?, ?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3) + INTERVAL ? DAY)`,
    [hash, token.project, token.scene, token.account, token.name, token.role, token.madeBy, token.days],
  );
  return made.insertId;
}
/** The token of that hash, while it is good. */
export function findToken(sql: Sql, hash: Buffer): Promise<TokenRow | null> {
  return sql.one(`${columns} WHERE t.token_hash = ? AND t.expires_at > UTC_TIMESTAMP(3)`, [hash]);
}
/** It was used just now. */
export async function touchToken(sql: Sql, id: number): Promise<void> {
  await sql.run('UPDATE api_token SET seen_at = UTC_TIMESTAMP(3) WHERE id = ?', [id]);
}
/** Those that are over stay in sight until somebody takes them away. */
export function listTokens(sql: Sql, project: number): Promise<TokenRow[]> {
  return sql.rows(`${columns} WHERE t.project_id = ? ORDER BY t.id LIMIT 500`, [project]);
}
/** Ends a token. Returns what it was called; null: there is none. */
export async function deleteToken(sql: Sql, project: number, id: number): Promise<string | null> {
  const row = await sql.one<{ name: string }>('SELECT name FROM api_token WHERE project_id = ? AND id = ?', [
    project,
    id,
  ]);
  await sql.run('DELETE FROM api_token WHERE project_id = ? AND id = ?', [project, id]);
  return row?.name ?? null;
}
