import type { Sql } from '../db/database.js';
import type { JobRow } from '../db/jobs.js';
import type { Services } from '../services/services.js';

/** Says how far it is: what is being done, so much of so much. */
export type Report = (stage: string, done: number, total: number) => void;
/** What a job works with. */
export interface JobWork {
  readonly services: Services;
  readonly job: JobRow;
  /** Aborted: the job was cancelled, taken over, or the server ends. Stop and throw. */
  readonly signal: AbortSignal;
  readonly report: Report;
  /** Stores a file that the job made; it goes with the job unless something points to it by then. */
  keep(bytes: Uint8Array): Promise<number>;
}
/** Does the work of one kind of job and returns what is left to write: done in the transaction that ends the job. */
export type JobHandler = (work: JobWork) => Promise<(sql: Sql) => Promise<unknown>>;
