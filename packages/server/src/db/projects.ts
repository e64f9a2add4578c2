import type { Role } from '@renquil/api';
import type { Sql } from './database.js';

/** A project. */
export interface ProjectRow {
  readonly id: number;
  readonly slug: string;
  readonly name: string;
  /** Since when nothing in it changes any more; null: it is at work. */
  readonly archived_at: Date | null;
}
/** A line of the audit. */
export interface AuditRow {
  readonly who: string;
  readonly what: string;
  readonly scene: string | null;
  readonly created_at: Date;
}
/** The project of that address. */
export function findProject(sql: Sql, slug: string): Promise<ProjectRow | null> {
  return sql.one('SELECT id, slug, name, archived_at FROM project WHERE slug = ?', [slug]);
}
/** A project and the role that somebody has in it; null: none, or they are no member. */
export async function findProjectFor(
  sql: Sql,
  project: number,
  account: number,
  /** That of a token, which is no member. */
  role?: Role,
): Promise<(ProjectRow & { role: Role }) | null> {
  const row = await sql.one<ProjectRow & { role: Role | null }>(
    `SELECT p.id, p.slug, p.name, p.archived_at, m.role FROM project p
     LEFT JOIN member m ON m.project_id = p.id AND m.account_id = ? WHERE p.id = ?`,
    [account, project],
  );
  const its = role ?? row?.role;
  return row && its ? { ...row, role: its } : null;
}
/** The projects somebody is a member of, with the role. */
export function listProjects(sql: Sql, account: number): Promise<(ProjectRow & { role: Role })[]> {
  return sql.rows(
    'SELECT p.id, p.slug, p.name, p.archived_at, m.role FROM project p JOIN member m ON m.project_id = p.id WHERE m.account_id = ? ORDER BY p.name',
    [account],
  );
}
/** A project under a free address. Returns its id. */
export async function insertProject(sql: Sql, slug: string, name: string): Promise<number> {
  return (await sql.run('INSERT INTO project (slug, name) VALUES (?, ?)', [slug, name])).insertId;
}
/** `people`: who may do what and who tried to get in, which leads alone read. */
export async function recordAudit(
  sql: Sql,
  { project, account }: { readonly project: number; readonly account: number },
  what: string,
  { scene = null, kind = 'work' }: { readonly scene?: number | null; readonly kind?: 'work' | 'people' } = {},
): Promise<void> {
  await sql.run(
    'INSERT INTO audit (project_id, account_id, what, scene_id, kind, created_at) VALUES (?, ?, ?, ?, ?, UTC_TIMESTAMP(3))',
    [project, account, what.slice(0, 300), scene, kind],
  );
}
/** A line about an account in every project that it is in. */
export async function recordInAll(sql: Sql, account: number, what: string): Promise<void> {
  await sql.run(
    `INSERT INTO audit (project_id, account_id, what, kind, created_at)
     SELECT project_id, account_id, ?, 'people', UTC_TIMESTAMP(3) FROM member WHERE account_id = ?`,
    [what.slice(0, 300), account],
  );
}
/** Several lines of one scene at once. */
export async function recordAudits(
  sql: Sql,
  project: number,
  scene: number,
  lines: readonly { readonly account: number; readonly what: string }[],
): Promise<void> {
  const row = '(?, ?, ?, ?, UTC_TIMESTAMP(3))';
  await sql.run(
    `INSERT INTO audit (project_id, account_id, what, scene_id, created_at) VALUES ${Array(lines.length).fill(row).join(', ')}`,
    lines.flatMap(({ account, what }) => [project, account, what.slice(0, 300), scene]),
  );
}
/** The newest lines about work in a project. */
export function listAudit(sql: Sql, project: number, limit: number): Promise<AuditRow[]> {
  return sql.rows(
    `SELECT a.name AS who, d.what, s.name AS scene, d.created_at FROM audit d JOIN account a ON a.id = d.account_id
     LEFT JOIN scene s ON s.id = d.scene_id WHERE d.project_id = ? AND d.kind = 'work' ORDER BY d.id DESC LIMIT ?`,
    [project, limit],
  );
}
/** A line of the audit as leads read it. */
export interface FullAuditRow extends AuditRow {
  readonly id: number;
  readonly kind: 'work' | 'people';
}
/** All that was recorded, newest first, before a line or from the newest. */
export function listFullAudit(
  sql: Sql,
  project: number,
  { before, kind, limit }: { readonly before: number; readonly kind: string | null; readonly limit: number },
): Promise<FullAuditRow[]> {
  return sql.rows(
    `SELECT d.id, d.kind, a.name AS who, d.what, s.name AS scene, d.created_at FROM audit d JOIN account a ON a.id = d.account_id
     LEFT JOIN scene s ON s.id = d.scene_id WHERE d.project_id = ? AND d.id < ? AND (? IS NULL OR d.kind = ?) ORDER BY d.id DESC LIMIT ?`,
    [project, before, kind, kind, limit],
  );
}
/** Another name, or archived or not; what is left out stays. */
export async function updateProject(
  sql: Sql,
  project: number,
  { name, archived }: { readonly name?: string; readonly archived?: boolean },
): Promise<void> {
  if (name !== undefined) await sql.run('UPDATE project SET name = ? WHERE id = ?', [name, project]);
  if (archived !== undefined)
    await sql.run(
      'UPDATE project SET archived_at = IF(?, COALESCE(archived_at, UTC_TIMESTAMP(3)), NULL) WHERE id = ?',
      [archived, project],
    );
}
/** Names and fitting names of the whole project, a row a day, oldest first. A scene's last known day counts on. */
export async function listTrend(
  sql: Sql,
  project: number,
  days: number,
): Promise<{ day: string; named: number; fitting: number }[]> {
  const rows = await sql.rows<{ scene_id: number; day: string; named: number; fitting: number }>(
    `SELECT d.scene_id, DATE_FORMAT(d.day, '%Y-%m-%d') AS day, d.named, d.fitting FROM standing_day d JOIN scene s ON s.id = d.scene_id
     WHERE s.project_id = ? AND s.binned_at IS NULL AND d.day > UTC_DATE() - INTERVAL ? DAY ORDER BY d.day`,
    [project, days],
  );
  const latest = new Map<number, { named: number; fitting: number }>();
  const byDay = new Map<string, { day: string; named: number; fitting: number }>();
  for (const row of rows) {
    latest.set(row.scene_id, row);
    const sum = [...latest.values()].reduce(
      (a, b) => ({ named: a.named + b.named, fitting: a.fitting + b.fitting }),
      { named: 0, fitting: 0 },
    );
    byDay.set(row.day, { day: row.day, ...sum });
  }
  return [...byDay.values()];
}
