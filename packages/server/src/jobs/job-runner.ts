import { RenquilError } from '@renquil/core';
import { explainDatabaseError } from '../db/database.js';
import { beat, claimJob, endJob, leaseSeconds, type JobRow } from '../db/jobs.js';
import type { Services } from '../services/services.js';
import { jobRegistry } from './registry.js';

export type Report = (stage: string, done: number, total: number) => void;
/** Runs one kind of job; its result becomes the job's. Aborted: clean up and throw. */
export type JobHandler = (
  services: Services,
  job: JobRow,
  signal: AbortSignal,
  report: Report,
) => Promise<unknown>;

/** Takes jobs one after another. Any number of these may run, in any number of processes. */
export class JobRunner {
  #stopped = false;
  #idle: (() => void) | null = null;
  #loop: Promise<void> | null = null;

  constructor(readonly services: Services) {}

  start(): void {
    this.#loop ??= this.#run();
  }
  /** There may be something to do. */
  wake(): void {
    this.#idle?.();
  }
  async stop(): Promise<void> {
    this.#stopped = true;
    this.wake();
    await this.#loop;
  }
  async #run(): Promise<void> {
    while (!this.#stopped) {
      let job: JobRow | null = null;
      try {
        job = await claimJob(this.services.database);
      } catch (error) {
        if (!this.#stopped) this.services.log('jobs cannot be claimed', error);
      }
      if (job) await this.#work(job);
      else await this.#rest();
    }
  }
  async #rest(): Promise<void> {
    await new Promise<void>((done) => {
      const timer = setTimeout(done, 500);
      this.#idle = () => {
        clearTimeout(timer);
        done();
      };
    });
    this.#idle = null;
  }
  async #work(job: JobRow): Promise<void> {
    const { database } = this.services;
    const abort = new AbortController();
    let now: [string, number, number] = ['Starting', 0, 0];
    const pulse = async (): Promise<void> => {
      if (!(await beat(database, job, ...now).catch(() => true))) abort.abort();
    };
    const timer = setInterval(() => void pulse(), Math.min(400, (leaseSeconds * 1000) / 4));
    try {
      await pulse();
      const result = await jobRegistry[job.kind as keyof typeof jobRegistry](
        this.services,
        job,
        abort.signal,
        (...report) => (now = report),
      );
      await endJob(database, job, 'done', result);
    } catch (raw) {
      const error = explainDatabaseError(raw);
      if (abort.signal.aborted) await endJob(database, job, 'cancelled', null).catch(() => undefined);
      else {
        const known =
          error instanceof RenquilError ? error : new RenquilError('internal', { id: `job ${job.id}` });
        if (known !== error) this.services.log(`job ${job.id} (${job.kind}) failed`, error);
        await endJob(database, job, 'failed', { code: known.code, text: known.message }).catch((e: unknown) =>
          this.services.log('a job could not be ended', e),
        );
      }
    } finally {
      clearInterval(timer);
    }
  }
}
