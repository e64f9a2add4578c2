import type { Sql } from './database.js';
import type { Account } from './people.js';

/** Days after which a session ends, and hours without a request after which it does. */
export const [sessionDays, idleHours] = [14, 72];
/** What may be told of a session to whoever it is of. */
export interface SessionRow {
  readonly id: number;
  readonly created_at: Date;
  readonly seen_at: Date;
  readonly agent: string;
  readonly address: string;
  readonly token_hash: Buffer;
}
/** Where somebody signs in from. */
export interface From {
  readonly address: string;
  /** What the browser calls itself. */
  readonly agent: string;
}
const isLive = 's.expires_at > UTC_TIMESTAMP(3) AND s.seen_at > UTC_TIMESTAMP(3) - INTERVAL ? HOUR';

/** Minutes after which it is written down once more that somebody is at it. */
const touchEvery = 5;

/** Whose session it is; `stale`: it was some minutes ago that this was asked. */
export function findAccountByTokenHash(
  sql: Sql,
  hash: Buffer,
): Promise<(Account & { readonly stale: number }) | null> {
  return sql.one(
    `SELECT a.id, a.sign_in, a.name, a.demo, a.makes_projects, s.seen_at < UTC_TIMESTAMP(3) - INTERVAL ${touchEvery} MINUTE AS stale FROM session s JOIN account a ON a.id = s.account_id WHERE s.token_hash = ? AND ${isLive}`,
    [hash, idleHours],
  );
}
/** It was used just now. */
export async function touchSession(sql: Sql, hash: Buffer): Promise<void> {
  await sql.run('UPDATE session SET seen_at = UTC_TIMESTAMP(3) WHERE token_hash = ?', [hash]);
}
/** A session by the hash of its cookie; the cookie itself is never kept. Clears away those that are over. */
export async function insertSession(sql: Sql, hash: Buffer, account: number, from: From): Promise<void> {
  await sql.run(
    'DELETE FROM session WHERE expires_at < UTC_TIMESTAMP(3) OR seen_at < UTC_TIMESTAMP(3) - INTERVAL ? HOUR',
    [idleHours],
  );
  await sql.run(
    `INSERT INTO session (token_hash, account_id, expires_at, seen_at, agent, address)
     VALUES (?, ?, UTC_TIMESTAMP(3) + INTERVAL ? DAY, UTC_TIMESTAMP(3), ?, ?)`,
    [hash, account, sessionDays, from.agent.slice(0, 300), from.address.slice(0, 60)],
  );
}
/** Signs out. */
export async function deleteSession(sql: Sql, hash: Buffer): Promise<void> {
  await sql.run('DELETE FROM session WHERE token_hash = ?', [hash]);
}
/** Those of one person, the one used last first. */
export function listSessions(sql: Sql, account: number): Promise<SessionRow[]> {
  return sql.rows(
    `SELECT s.id, s.created_at, s.seen_at, s.agent, s.address, s.token_hash FROM session s WHERE s.account_id = ? AND ${isLive} ORDER BY s.seen_at DESC, s.id DESC LIMIT 200`,
    [account, idleHours],
  );
}
/** Ends one of somebody's sessions. False: it is none of theirs. */
export async function endSession(sql: Sql, account: number, id: number): Promise<boolean> {
  return (
    (await sql.run('DELETE FROM session WHERE account_id = ? AND id = ?', [account, id])).affectedRows > 0
  );
}
/** All of one person's, but for the one that is kept. */
export async function endSessions(sql: Sql, account: number, kept: Buffer | null): Promise<number> {
  const { affectedRows } = await sql.run(
    'DELETE FROM session WHERE account_id = ? AND NOT token_hash <=> ?',
    [account, kept],
  );
  return affectedRows;
}
