import type { Sql } from './database.js';

export const roles = ['viewer', 'artist', 'lead'] as const;
export type Role = (typeof roles)[number];
export interface Account {
  readonly id: number;
  readonly sign_in: string;
  readonly name: string;
  readonly demo: number;
}
export interface Member extends Account {
  readonly role: Role;
}

export function findAccountByTokenHash(sql: Sql, hash: Buffer): Promise<Account | null> {
  return sql.one<Account>(
    'SELECT a.id, a.sign_in, a.name, a.demo FROM session s JOIN account a ON a.id = s.account_id WHERE s.token_hash = ? AND s.expires_at > UTC_TIMESTAMP(3)',
    [hash],
  );
}
export function findAccountToSignIn(
  sql: Sql,
  signIn: string,
): Promise<(Account & { password_hash: string }) | null> {
  return sql.one('SELECT id, sign_in, name, demo, password_hash FROM account WHERE sign_in = ?', [signIn]);
}
export async function insertAccount(
  sql: Sql,
  signIn: string,
  name: string,
  hash: string,
  demo: boolean,
): Promise<number> {
  const made = await sql.run('INSERT INTO account (sign_in, name, password_hash, demo) VALUES (?, ?, ?, ?)', [
    signIn,
    name,
    hash,
    demo,
  ]);
  return made.insertId;
}
export async function insertSession(sql: Sql, hash: Buffer, account: number, days: number): Promise<void> {
  await sql.run('DELETE FROM session WHERE expires_at < UTC_TIMESTAMP(3)');
  await sql.run(
    'INSERT INTO session (token_hash, account_id, expires_at) VALUES (?, ?, UTC_TIMESTAMP(3) + INTERVAL ? DAY)',
    [hash, account, days],
  );
}
export async function deleteSession(sql: Sql, hash: Buffer): Promise<void> {
  await sql.run('DELETE FROM session WHERE token_hash = ?', [hash]);
}
export function listDemoAccounts(sql: Sql): Promise<(Account & { role: Role })[]> {
  return sql.rows(
    'SELECT a.id, a.sign_in, a.name, a.demo, m.role FROM account a JOIN member m ON m.account_id = a.id WHERE a.demo ORDER BY a.id',
  );
}
export async function countDemoAccounts(sql: Sql): Promise<number> {
  const row = await sql.one<{ n: number }>('SELECT COUNT(*) AS n FROM account WHERE demo');
  return Number(row!.n);
}
export async function findRole(sql: Sql, project: number, account: number): Promise<Role | null> {
  const row = await sql.one<{ role: Role }>(
    'SELECT role FROM member WHERE project_id = ? AND account_id = ?',
    [project, account],
  );
  return row?.role ?? null;
}
export function listMembers(sql: Sql, project: number): Promise<Member[]> {
  return sql.rows(
    'SELECT a.id, a.sign_in, a.name, a.demo, m.role FROM member m JOIN account a ON a.id = m.account_id WHERE m.project_id = ? ORDER BY a.name',
    [project],
  );
}
export async function setRole(sql: Sql, project: number, account: number, role: Role): Promise<void> {
  await sql.run(
    'INSERT INTO member (project_id, account_id, role) VALUES (?, ?, ?) ON DUPLICATE KEY UPDATE role = VALUES(role)',
    [project, account, role],
  );
}
/** How many failed tries there were in the last minutes, by the account asked for or by the address. */
export async function countTries(sql: Sql, who: string, minutes: number): Promise<number> {
  const row = await sql.one<{ n: number }>(
    'SELECT COUNT(*) AS n FROM sign_in_try WHERE who = ? AND at > UTC_TIMESTAMP(3) - INTERVAL ? MINUTE',
    [who.slice(0, 200), minutes],
  );
  return Number(row!.n);
}
/** @returns its number, by which it can be forgotten again */
export async function recordTry(sql: Sql, who: string): Promise<number> {
  const made = await sql.run('INSERT INTO sign_in_try (who, at) VALUES (?, UTC_TIMESTAMP(3))', [
    who.slice(0, 200),
  ]);
  return made.insertId;
}
export async function forgetTry(sql: Sql, id: number): Promise<void> {
  await sql.run('DELETE FROM sign_in_try WHERE id = ?', [id]);
}
export async function forgetTries(sql: Sql, who: string): Promise<void> {
  await sql.run('DELETE FROM sign_in_try WHERE who = ?', [who.slice(0, 200)]);
}
