import { RenquilError } from '@renquil/core/errors';
import { explainDatabaseError, type Sql } from '../db/database.js';
import { releaseHolds, storeBytes } from '../db/files.js';
import {
  renewLease,
  busyWorkers,
  claimJob,
  endJob,
  endLeases,
  giveBack,
  holderOf,
  leaseSeconds,
  mostAttempts,
  putOff,
  saveOutcome,
  type JobRow,
  type Lane,
} from '../db/jobs.js';
import type { Services } from '../services/services.js';
import { mayAskAgain } from './may-ask-again.js';
import { jobRegistry } from './registry.js';
import { TryLater } from './try-later.js';
import { isGone, workerName } from './worker-name.js';

type Stop = 'cancel' | 'lost' | 'ending';

/**
 * Takes jobs, those of the small lane and those of the large one beside each other. Any number of these may run, in any
 * number of processes.
 */
export class JobRunner {
  readonly name = workerName();
  #stopped = false;
  readonly #idle = new Set<() => void>();
  readonly #running = new Set<AbortController>();
  #loops: Promise<unknown> | null = null;

  constructor(readonly services: Services) {}

  start(): void {
    this.#loops ??= Promise.all([this.#freeLost(), this.#run(['small']), this.#run(['large', 'small'])]);
  }
  /** There may be something to do. */
  wake(): void {
    for (const wake of this.#idle) wake();
  }
  /** Gives running jobs back to the queue. Resolves when they are, or after five seconds. */
  async stop(): Promise<void> {
    this.#stopped = true;
    this.wake();
    for (const abort of this.#running) abort.abort('ending' satisfies Stop);
    await Promise.race([this.#loops, new Promise((done) => setTimeout(done, 5000).unref())]);
  }
  /** Jobs of processes of this machine that have ended are free at once: nobody need wait for their leases. */
  async #freeLost(): Promise<void> {
    try {
      for (const worker of await busyWorkers(this.services.database))
        if (isGone(worker)) await endLeases(this.services.database, worker);
      this.wake();
    } catch (error) {
      this.services.log('jobs of workers that are gone could not be freed', error);
    }
  }
  async #run(lanes: readonly Lane[]): Promise<void> {
    while (!this.#stopped) {
      let job: JobRow | null = null;
      try {
        for (const lane of lanes) job ??= await claimJob(this.services.database, lane, this.name);
      } catch (error) {
        if (!this.#stopped) this.services.log('jobs cannot be claimed', error);
      }
      if (job) await this.#work(job);
      else await this.#rest();
    }
  }
  async #rest(): Promise<void> {
    if (this.#stopped) return;
    await new Promise<void>((done) => {
      const wake = (): void => {
        clearTimeout(timer);
        this.#idle.delete(wake);
        done();
      };
      const timer = setTimeout(wake, 500);
      this.#idle.add(wake);
    });
  }
  async #work(job: JobRow): Promise<void> {
    const { database } = this.services;
    const abort = new AbortController();
    let now = { stage: 'Starting', done: 0, total: 0 };
    const pulse = async (): Promise<void> => {
      const heard = await renewLease(database, job, now).catch(() => 'ours' as const);
      if (heard !== 'ours' && !abort.signal.aborted) abort.abort(heard satisfies Stop);
    };
    const timer = setInterval(() => void pulse(), Math.min(400, (leaseSeconds * 1000) / 4));
    this.#running.add(abort);
    try {
      await pulse();
      abort.signal.throwIfAborted();
      if (job.attempts > mostAttempts)
        throw new RenquilError('job-given-up', { what: `This ${job.kind}`, count: mostAttempts });
      const finish = await jobRegistry[job.kind]({
        services: this.services,
        job,
        signal: abort.signal,
        report: (stage, done, total) => (now = { stage, done, total }),
        keep: async (bytes) => {
          abort.signal.throwIfAborted();
          return (await storeBytes(database, bytes, holderOf(job.id))).file;
        },
      });
      abort.signal.throwIfAborted();
      await this.#end(job, 'done', false, finish);
    } catch (raw) {
      await this.#failed(job, raw, abort.signal.aborted ? (abort.signal.reason as Stop) : null);
    } finally {
      clearInterval(timer);
      this.#running.delete(abort);
    }
  }
  /** Its result and its end are one transaction; what it held and nothing uses by then goes after it. */
  async #end(
    job: JobRow,
    state: 'done' | 'failed' | 'cancelled',
    again: boolean,
    outcome: (sql: Sql) => Promise<unknown>,
  ): Promise<void> {
    const { database } = this.services;
    const ended = await database.transaction(async (sql) => {
      if (!(await endJob(sql, job, state, again))) return false;
      await saveOutcome(sql, job, await outcome(sql));
      return true;
    });
    // Taken over: whatever is held is held for the one who has it now.
    if (ended && !again) await releaseHolds(database, holderOf(job.id));
  }
  async #failed(job: JobRow, raw: unknown, stop: Stop | null): Promise<void> {
    const { database, log } = this.services;
    if (stop === 'lost') return;
    try {
      if (stop === 'ending') return await giveBack(database, job);
      if (raw instanceof TryLater && !stop) {
        await putOff(database, job, raw);
        setTimeout(() => this.wake(), raw.seconds * 1000 + 5).unref();
        return;
      }
      const error = explainDatabaseError(raw);
      const known =
        error instanceof RenquilError ? error : new RenquilError('internal', { id: `job ${job.id}` });
      if (stop === 'cancel') {
        const cancelled = new RenquilError('job-cancelled', { what: 'It' });
        return await this.#end(job, 'cancelled', true, () => Promise.resolve(said(cancelled)));
      }
      if (known !== error) log(`job ${job.id} (${job.kind}) failed`, error);
      await this.#end(job, 'failed', mayAskAgain(known.code), () => Promise.resolve(said(known)));
    } catch (error) {
      log(`job ${job.id} could not be ended; it is taken up again when its lease is over`, error);
    }
  }
}
const said = (error: RenquilError): { code: string; text: string } => ({
  code: error.code,
  text: error.message,
});
