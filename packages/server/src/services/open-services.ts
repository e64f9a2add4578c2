import pino from 'pino';
import { Database, type DatabaseAddress } from '../db/database.js';
import { migrate } from '../db/migrate.js';
import { EventHub } from '../live/event-hub.js';
import { JobRunner } from '../jobs/job-runner.js';
import { TaskPool } from '../tasks/pool.js';
import { Housekeeper } from './housekeeper.js';
import { LibraryWords } from './library-words.js';
import { CommitQueue } from '../scenes/commit-queue.js';
import { SceneKeeper } from '../scenes/scene-keeper.js';
import { Refresher } from './refresher.js';
import type { KnownReceiver } from '../sending/receiver-line.js';
import type { Services } from './services.js';

/** How the services are opened. */
export interface OpenOptions {
  readonly demo: boolean;
  /** Run jobs in this process. */
  readonly jobs: boolean;
  readonly uploadLimit?: number;
  readonly beatEvery?: number;
  readonly receivers?: readonly KnownReceiver[];
  readonly pace?: number;
  /** Silent in tests. */
  readonly quiet?: boolean;
}
/** The services, and their end. */
export interface Opened {
  readonly services: Services;
  close(): Promise<void>;
}

/** Everything a process needs over one database: schema brought up to date, threads, caches, jobs. */
export async function openServices(address: DatabaseAddress, options: OpenOptions): Promise<Opened> {
  await migrate(address);
  const database = new Database(address);
  const logger = pino({ level: options.quiet ? 'silent' : 'info', base: null });
  let runner: JobRunner | null = null;
  const refresher = new Refresher(() => services);
  const services: Services = {
    database,
    pool: new TaskPool(),
    scenes: new SceneKeeper(),
    commits: new CommitQueue(),
    refresher,
    words: new LibraryWords(),
    events: await EventHub.open(database),
    demo: options.demo,
    receivers: options.receivers ?? [],
    pace: options.pace ?? 1000,
    uploadLimit: options.uploadLimit ?? 1_000_000_000,
    beatEvery: options.beatEvery ?? 20_000,
    wakeJobs: () => runner?.wake(),
    log: (message, error) => logger.error({ err: error }, message),
  };
  const housekeeper = new Housekeeper();
  if (options.jobs) {
    runner = new JobRunner(services);
    runner.start();
    housekeeper.start(services);
    refresher.catchUp().catch((error: unknown) => services.log('what was left behind is not known', error));
  }
  return {
    services,
    async close() {
      services.refresher.close();
      const soon = (work: Promise<unknown>): Promise<unknown> =>
        Promise.race([work, new Promise((done) => setTimeout(done, 5000).unref())]);
      await soon(Promise.all([runner?.stop(), housekeeper.stop()]));
      services.events.close();
      // Ends the threads, whatever they are at.
      await soon(Promise.all([services.pool.close(), services.scenes.close()]));
      await soon(database.close().catch(() => undefined));
    },
  };
}
