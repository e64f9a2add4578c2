import pino from 'pino';
import { Database, type DatabaseAddress } from '../db/database.js';
import { migrate } from '../db/migrate.js';
import { EventHub } from '../live/event-hub.js';
import { JobRunner } from '../jobs/job-runner.js';
import { TaskPool } from '../tasks/pool.js';
import { LibraryWords } from './library-words.js';
import { CommitQueue } from '../scenes/commit-queue.js';
import { SceneKeeper } from '../scenes/scene-keeper.js';
import { Refresher } from './refresher.js';
import type { Services } from './services.js';

export interface OpenOptions {
  readonly demo: boolean;
  /** Run jobs in this process. */
  readonly jobs: boolean;
  readonly uploadLimit?: number;
  /** Silent in tests. */
  readonly quiet?: boolean;
}
export interface Opened {
  readonly services: Services;
  close(): Promise<void>;
}

/** Everything a process needs over one database: schema brought up to date, threads, caches, jobs. */
export async function openServices(address: DatabaseAddress, options: OpenOptions): Promise<Opened> {
  await migrate(address);
  const database = new Database(address);
  // Uploads that broke off with the process that took them.
  await database.run(
    'DELETE FROM file WHERE NOT complete AND created_at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY',
  );
  const logger = pino({ level: options.quiet ? 'silent' : 'info', base: null });
  let runner: JobRunner | null = null;
  const services: Services = {
    database,
    pool: new TaskPool(),
    scenes: new SceneKeeper(),
    commits: new CommitQueue(),
    refresher: new Refresher(() => services),
    words: new LibraryWords(),
    events: await EventHub.open(database),
    demo: options.demo,
    uploadLimit: options.uploadLimit ?? 1_000_000_000,
    wakeJobs: () => runner?.wake(),
    log: (message, error) => logger.error({ err: error }, message),
  };
  if (options.jobs) {
    runner = new JobRunner(services);
    runner.start();
  }
  return {
    services,
    async close() {
      services.refresher.close();
      await runner?.stop();
      services.events.close();
      await services.pool.close();
      await services.scenes.close();
      await database.close();
    },
  };
}
