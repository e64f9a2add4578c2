import type { JobInfo } from '@renquil/api';
import type { ErrorCode } from '@renquil/core/errors';
import type { Database, Sql } from './database.js';

/** Where a job stands; the last three are for good. */
export type JobState = 'waiting' | 'running' | 'done' | 'failed' | 'cancelled';
/** Small work never waits for large. */
export type Lane = 'small' | 'large';
/** A job of the queue. `input` and `result` are JSON. */
export interface JobRow {
  readonly id: number;
  readonly project_id: number;
  readonly kind: JobInfo['kind'];
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
  readonly author_name: string;
  readonly lane: Lane;
  readonly worker: string | null;
  readonly scene_id: number | null;
  /** It ended without success and may be asked again: what it needs is kept. */
  readonly again: number;
  readonly created_at: Date;
}
/** Why a job failed, in words. */
interface JobError {
  readonly code: ErrorCode;
  readonly text: string;
}
const columns = `SELECT j.id, j.project_id, j.kind, j.state, j.stage, j.done, j.total, j.input, j.result, j.error, j.cancel, j.attempts,
  j.author, a.name AS author_name, j.lane, j.worker, j.scene_id, j.again, j.created_at FROM job j JOIN account a ON a.id = j.author`;
/** A worker that falls silent this long has lost its job. */
export const leaseSeconds = 20;
/** A job is begun so often at most: one that ends its process would end the next as well. */
export const mostAttempts = 3;
/** Work on more than this many bytes or objects waits in a lane of its own. */
export const largeFrom = { bytes: 20_000_000, objects: 20_000 };

/** A job to be put in. */
export interface NewJob {
  readonly project: number;
  readonly author: number;
  readonly kind: JobInfo['kind'];
  readonly input: unknown;
  readonly lane: Lane;
  readonly request: string | null;
  readonly scene: number | null;
}
/** Puts a job in, waiting. Returns its id. */
export async function insertJob(sql: Sql, job: NewJob): Promise<number> {
  const made = await sql.run(
    'INSERT INTO job (project_id, author, kind, input, lane, request_id, scene_id, created_at) VALUES (?, ?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3))',
    [job.project, job.author, job.kind, JSON.stringify(job.input), job.lane, job.request, job.scene],
  );
  return made.insertId;
}
/** Under which name a job holds the files that it needs. */
export const holderOf = (job: number): string => `job ${job}`;

/** One job. */
export function findJob(sql: Sql, job: number): Promise<JobRow | null> {
  return sql.one(`${columns} WHERE j.id = ?`, [job]);
}
/** The job that somebody asked for by that id before. */
export function findJobByRequest(sql: Sql, author: number, request: string): Promise<JobRow | null> {
  return sql.one(`${columns} WHERE j.author = ? AND j.request_id = ?`, [author, request]);
}
/** The newest first; of one person, or of all. */
export function listJobs(sql: Sql, project: number, author: number | null, limit: number): Promise<JobRow[]> {
  return author === null
    ? sql.rows(`${columns} WHERE j.project_id = ? ORDER BY j.id DESC LIMIT ?`, [project, limit])
    : sql.rows(`${columns} WHERE j.project_id = ? AND j.author = ? ORDER BY j.id DESC LIMIT ?`, [
        project,
        author,
        limit,
      ]);
}
/** A waiting job ends at once; a running one is told at its next sign of life. */
export async function askToCancel(sql: Sql, job: number): Promise<void> {
  const outcome: JobError = { code: 'job-cancelled', text: 'It was cancelled. Nothing was stored.' };
  await sql.run(
    "UPDATE job SET state = 'cancelled', again = TRUE, ended_at = UTC_TIMESTAMP(3), error = ? WHERE id = ? AND state = 'waiting'",
    [JSON.stringify(outcome), job],
  );
  await sql.run("UPDATE job SET cancel = TRUE WHERE id = ? AND state = 'running'", [job]);
}
/** One that ended without success goes back into the queue, as if it were new. False: it is not one. */
export async function askAgain(sql: Sql, job: number): Promise<boolean> {
  const result = await sql.run(
    `UPDATE job SET state = 'waiting', again = FALSE, attempts = 0, cancel = FALSE, not_before = NULL, stage = '', done = 0, total = 0, error = NULL,
     ended_at = NULL, created_at = UTC_TIMESTAMP(3) WHERE id = ? AND again AND state IN ('failed', 'cancelled')`,
    [job],
  );
  return result.affectedRows === 1;
}

/**
 * Takes a job whose worker died, else one that waits in the lane. Between people it is fair: whoever has the fewest
 * running, and was served longest ago, comes first. Many workers may ask at once.
 */
export async function claimJob(database: Database, lane: Lane, worker: string): Promise<JobRow | null> {
  const lost = await database.rows<{ id: number }>(
    "SELECT id FROM job WHERE state = 'running' AND lane = ? AND lease_until < UTC_TIMESTAMP(3) ORDER BY id LIMIT 10",
    [lane],
  );
  const waiting = await database.rows<{ id: number }>(
    `SELECT w.id FROM (SELECT MIN(id) AS id, author FROM job WHERE state = 'waiting' AND lane = ? AND (not_before IS NULL OR not_before <= UTC_TIMESTAMP(3)) GROUP BY author) w
     LEFT JOIN (SELECT author, COUNT(*) AS running FROM job WHERE state = 'running' GROUP BY author) r ON r.author = w.author
     LEFT JOIN (SELECT author, MAX(claimed_at) AS served FROM job WHERE claimed_at > UTC_TIMESTAMP(3) - INTERVAL 10 MINUTE GROUP BY author) s
       ON s.author = w.author
     ORDER BY COALESCE(r.running, 0), s.served, w.id LIMIT 10`,
    [lane],
  );
  for (const { id } of [...lost, ...waiting]) {
    const job = await claimOne(database, id, worker);
    if (job) return job;
  }
  return null;
}

function claimOne(database: Database, id: number, worker: string): Promise<JobRow | null> {
  return database.transaction(async (sql) => {
    // Looked at again under the lock: others were asking too.
    const row = await sql.one<{ id: number }>(
      `SELECT id FROM job WHERE id = ? AND ((state = 'waiting' AND (not_before IS NULL OR not_before <= UTC_TIMESTAMP(3))) OR (state = 'running' AND lease_until < UTC_TIMESTAMP(3)))
       FOR UPDATE SKIP LOCKED`,
      [id],
    );
    if (!row) return null;
    await sql.run(
      "UPDATE job SET state = 'running', attempts = attempts + 1, worker = ?, claimed_at = UTC_TIMESTAMP(3), lease_until = UTC_TIMESTAMP(3) + INTERVAL ? SECOND WHERE id = ?",
      [worker, leaseSeconds, id],
    );
    return findJob(sql, id);
  });
}
/** Says the worker still lives, and hears whether the job is still its own and wanted. */
export async function renewLease(
  sql: Sql,
  job: JobRow,
  { stage, done, total }: { readonly stage: string; readonly done: number; readonly total: number },
): Promise<'ours' | 'cancel' | 'lost'> {
  const result = await sql.run(
    "UPDATE job SET stage = ?, done = ?, total = ?, lease_until = UTC_TIMESTAMP(3) + INTERVAL ? SECOND WHERE id = ? AND attempts = ? AND state = 'running' AND NOT cancel",
    [stage, done, total, leaseSeconds, job.id, job.attempts],
  );
  if (result.affectedRows === 1) return 'ours';
  const now = await findJob(sql, job.id);
  return now?.state === 'running' && now.attempts === job.attempts && now.cancel ? 'cancel' : 'lost';
}
/** Ends a job; false when another worker has taken it over, so that its outcome must not count. */
export async function endJob(
  sql: Sql,
  job: JobRow,
  state: 'done' | 'failed' | 'cancelled',
  again = false,
): Promise<boolean> {
  const result = await sql.run(
    "UPDATE job SET state = ?, again = ?, lease_until = NULL, ended_at = UTC_TIMESTAMP(3) WHERE id = ? AND attempts = ? AND state = 'running'",
    [state, again, job.id, job.attempts],
  );
  return result.affectedRows === 1;
}
/** What came of a job that has just ended: its result when it is done, else its error. */
export async function saveOutcome(sql: Sql, job: JobRow, outcome: unknown): Promise<void> {
  await sql.run(
    `UPDATE job SET result = IF(state = 'done', ?, NULL), error = IF(state = 'done', NULL, ?) WHERE id = ?`,
    [JSON.stringify(outcome), JSON.stringify(outcome), job.id],
  );
}
/** Back into the queue, as if it had not been begun: its worker ends in order. */
export async function giveBack(sql: Sql, job: JobRow): Promise<void> {
  await sql.run(
    "UPDATE job SET state = 'waiting', attempts = attempts - 1, lease_until = NULL WHERE id = ? AND attempts = ? AND state = 'running'",
    [job.id, job.attempts],
  );
}
/** Back into the queue, to be claimed again in so many seconds. It has not been begun in vain. */
export async function putOff(
  sql: Sql,
  job: JobRow,
  { seconds, stage }: { readonly seconds: number; readonly stage: string },
): Promise<void> {
  await sql.run(
    `UPDATE job SET state = 'waiting', attempts = attempts - 1, lease_until = NULL, stage = ?,
     not_before = UTC_TIMESTAMP(3) + INTERVAL ? MICROSECOND WHERE id = ? AND attempts = ? AND state = 'running'`,
    [stage.slice(0, 100), Math.round(seconds * 1e6), job.id, job.attempts],
  );
}
/** Workers that have running jobs. */
export async function busyWorkers(sql: Sql): Promise<string[]> {
  const rows = await sql.rows<{ worker: string }>(
    "SELECT DISTINCT worker FROM job WHERE state = 'running' AND worker IS NOT NULL",
  );
  return rows.map((row) => row.worker);
}
/** A worker is known to be gone: its jobs may be taken over at once. */
export async function endLeases(sql: Sql, worker: string): Promise<void> {
  await sql.run(
    "UPDATE job SET lease_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE state = 'running' AND worker = ?",
    [worker],
  );
}
