import type { ErrorCode } from '@renquil/core';
import type { Database, Sql } from './database.js';

export type JobState = 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
export interface JobRow {
  readonly id: number;
  readonly project_id: number;
  readonly kind: string;
  readonly state: JobState;
  readonly stage: string;
  readonly done: number;
  readonly total: number;
  readonly input: string;
  readonly result: string | null;
  readonly error: string | null;
  readonly cancel: number;
  readonly attempts: number;
  readonly author: number;
}
export interface JobError {
  readonly code: ErrorCode;
  readonly text: string;
}
const columns =
  'SELECT id, project_id, kind, state, stage, done, total, input, result, error, cancel, attempts, author FROM job';
/** A worker that falls silent this long has lost its job. */
export const leaseSeconds = 20;

export async function insertJob(
  sql: Sql,
  project: number,
  author: number,
  kind: string,
  input: unknown,
): Promise<number> {
  const made = await sql.run(
    'INSERT INTO job (project_id, author, kind, input, created_at) VALUES (?, ?, ?, ?, UTC_TIMESTAMP(3))',
    [project, author, kind, JSON.stringify(input)],
  );
  return made.insertId;
}
export function findJob(sql: Sql, job: number): Promise<JobRow | null> {
  return sql.one(`${columns} WHERE id = ?`, [job]);
}
export async function askToCancel(sql: Sql, job: number): Promise<void> {
  await sql.run("UPDATE job SET cancel = TRUE WHERE id = ? AND state IN ('waiting', 'running')", [job]);
}
/** Takes the oldest job whose worker died, else the oldest that waits. Many workers may ask at once. */
export function claimJob(database: Database): Promise<JobRow | null> {
  return database.transaction(async (sql) => {
    const lost = await sql.one<{ id: number }>(
      "SELECT id FROM job WHERE state = 'running' AND lease_until < UTC_TIMESTAMP(3) ORDER BY id LIMIT 1 FOR UPDATE SKIP LOCKED",
    );
    const next =
      lost ??
      (await sql.one<{ id: number }>(
        "SELECT id FROM job WHERE state = 'waiting' ORDER BY id LIMIT 1 FOR UPDATE SKIP LOCKED",
      ));
    if (!next) return null;
    await sql.run(
      "UPDATE job SET state = 'running', attempts = attempts + 1, lease_until = UTC_TIMESTAMP(3) + INTERVAL ? SECOND WHERE id = ?",
      [leaseSeconds, next.id],
    );
    return findJob(sql, next.id);
  });
}
/** Says the worker still lives; false when the job was taken over or is to be cancelled. */
export async function beat(
  sql: Sql,
  job: JobRow,
  stage: string,
  done: number,
  total: number,
): Promise<boolean> {
  const result = await sql.run(
    "UPDATE job SET stage = ?, done = ?, total = ?, lease_until = UTC_TIMESTAMP(3) + INTERVAL ? SECOND WHERE id = ? AND attempts = ? AND state = 'running' AND NOT cancel",
    [stage, done, total, leaseSeconds, job.id, job.attempts],
  );
  return result.affectedRows === 1;
}
/** Ends a job; false when another worker has taken it over, so that its outcome must not count. */
export async function endJob(
  sql: Sql,
  job: JobRow,
  state: 'done' | 'failed' | 'cancelled',
  outcome: unknown,
): Promise<boolean> {
  const column = state === 'done' ? 'result' : 'error';
  const result = await sql.run(
    `UPDATE job SET state = ?, ${column} = ?, lease_until = NULL WHERE id = ? AND attempts = ? AND state = 'running'`,
    [state, JSON.stringify(outcome), job.id, job.attempts],
  );
  return result.affectedRows === 1;
}
