import type { Role } from '@renquil/api';
import type { Sql } from './database.js';

/** Who somebody is. */
export interface Account {
  readonly id: number;
  readonly sign_in: string;
  readonly name: string;
  readonly demo: number;
  /** Whether they may make projects. */
  readonly makes_projects: number;
}
/** Somebody in a project. */
export interface Member extends Account {
  readonly role: Role;
}

/** The account of that sign-in name, with the hash of its password. */
export function findAccountToSignIn(
  sql: Sql,
  signIn: string,
): Promise<(Account & { password_hash: string }) | null> {
  return sql.one(
    'SELECT id, sign_in, name, demo, makes_projects, password_hash FROM account WHERE sign_in = ? AND NOT is_token',
    [signIn],
  );
}
/** A new account. Returns its id. */
export async function insertAccount(
  sql: Sql,
  { signIn, name, hash }: { readonly signIn: string; readonly name: string; readonly hash: string },
  { demo = false, makesProjects = false, isToken = false }: AccountOptions = {},
): Promise<number> {
  const made = await sql.run(
    'INSERT INTO account (sign_in, name, password_hash, demo, makes_projects, is_token) VALUES (?, ?, ?, ?, ?, ?)',
    [signIn, name, hash, demo, makesProjects, isToken],
  );
  return made.insertId;
}
/** What is said of a new account; left out: neither. */
export interface AccountOptions {
  readonly demo?: boolean;
  readonly makesProjects?: boolean;
  /** A token's own: nobody signs in as it. */
  readonly isToken?: boolean;
}
/** Whether somebody signs in by that name. */
export async function isSignInTaken(sql: Sql, signIn: string): Promise<boolean> {
  return (await sql.one('SELECT id FROM account WHERE sign_in = ?', [signIn])) !== null;
}
/** The hash of an account's password; null for one that has none. */
export async function readPasswordHash(sql: Sql, account: number): Promise<string | null> {
  const row = await sql.one<{ password_hash: string }>('SELECT password_hash FROM account WHERE id = ?', [
    account,
  ]);
  return row?.password_hash ?? null;
}
/** Another password. */
export async function savePasswordHash(sql: Sql, account: number, hash: string): Promise<void> {
  await sql.run('UPDATE account SET password_hash = ? WHERE id = ?', [hash, account]);
}
/** Out of the project; the account stays. */
export async function removeMember(sql: Sql, project: number, account: number): Promise<void> {
  await sql.run('DELETE FROM member WHERE project_id = ? AND account_id = ?', [project, account]);
}
/** Whether an account may make projects. */
export async function letMakeProjects(sql: Sql, account: number, may: boolean): Promise<void> {
  await sql.run('UPDATE account SET makes_projects = ? WHERE id = ?', [may, account]);
}
/** Projects that somebody is in and another does not lead. */
export async function countOutOfReach(sql: Sql, account: number, lead: number): Promise<number> {
  const row = await sql.one<{ n: number }>(
    `SELECT COUNT(*) AS n FROM member m WHERE m.account_id = ? AND NOT EXISTS
     (SELECT 1 FROM member l WHERE l.project_id = m.project_id AND l.account_id = ? AND l.role = 'lead')`,
    [account, lead],
  );
  return Number(row!.n);
}
/** Each once, with the role in the demo's own project, which was their first. */
export function listDemoAccounts(sql: Sql): Promise<(Account & { role: Role })[]> {
  return sql.rows(
    `SELECT a.id, a.sign_in, a.name, a.demo, a.makes_projects, m.role FROM account a JOIN member m ON m.account_id = a.id
     WHERE a.demo AND m.project_id = (SELECT MIN(f.project_id) FROM member f WHERE f.account_id = a.id) ORDER BY a.id`,
  );
}
/** How many accounts are the demo's. */
export async function countDemoAccounts(sql: Sql): Promise<number> {
  const row = await sql.one<{ n: number }>('SELECT COUNT(*) AS n FROM account WHERE demo');
  return Number(row!.n);
}
/** What somebody is in a project; null: no member. */
export async function findRole(sql: Sql, project: number, account: number): Promise<Role | null> {
  const row = await sql.one<{ role: Role }>(
    'SELECT role FROM member WHERE project_id = ? AND account_id = ?',
    [project, account],
  );
  return row?.role ?? null;
}
/** The members of a project, by name. */
export function listMembers(sql: Sql, project: number): Promise<Member[]> {
  return sql.rows(
    'SELECT a.id, a.sign_in, a.name, a.demo, a.makes_projects, m.role FROM member m JOIN account a ON a.id = m.account_id WHERE m.project_id = ? ORDER BY a.name',
    [project],
  );
}
/** Into the project, or another role in it. */
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
/** That try was right: it counts no more. */
export async function forgetTry(sql: Sql, id: number): Promise<void> {
  await sql.run('DELETE FROM sign_in_try WHERE id = ?', [id]);
}
/** All tries of somebody count no more. */
export async function forgetTries(sql: Sql, who: string): Promise<void> {
  await sql.run('DELETE FROM sign_in_try WHERE who = ?', [who.slice(0, 200)]);
}

/** Days that an address counts as one that somebody signs in from. */
const knownDays = 90;
/** Somebody signed in from there. */
export async function rememberAddress(sql: Sql, account: number, address: string): Promise<void> {
  await sql.run(
    `INSERT INTO known_address (account_id, address, seen_at) VALUES (?, ?, UTC_TIMESTAMP(3)) ON DUPLICATE KEY UPDATE seen_at = VALUES(seen_at)`,
    [account, address.slice(0, 60)],
  );
  await sql.run(
    'DELETE FROM known_address WHERE account_id = ? AND seen_at < UTC_TIMESTAMP(3) - INTERVAL ? DAY',
    [account, knownDays],
  );
}
/** Whether the owner of a sign-in name signed in from there before. */
export async function isKnownAddress(sql: Sql, signIn: string, address: string): Promise<boolean> {
  const row = await sql.one(
    `SELECT 1 AS known FROM known_address k JOIN account a ON a.id = k.account_id
     WHERE a.sign_in = ? AND k.address = ? AND k.seen_at > UTC_TIMESTAMP(3) - INTERVAL ? DAY`,
    [signIn, address.slice(0, 60), knownDays],
  );
  return row !== null;
}
