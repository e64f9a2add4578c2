import type { Database } from '../db/database.js';
import type { EventHub } from '../live/event-hub.js';
import type { TaskPool } from '../tasks/pool.js';
import type { LibraryWords } from './library-words.js';
import type { CommitQueue } from '../scenes/commit-queue.js';
import type { SceneKeeper } from '../scenes/scene-keeper.js';
import type { Refresher } from './refresher.js';

/** What routes and jobs may use. Passed in, never imported: a test brings its own. */
export interface Services {
  readonly database: Database;
  readonly pool: TaskPool;
  readonly scenes: SceneKeeper;
  readonly commits: CommitQueue;
  readonly refresher: Refresher;
  readonly words: LibraryWords;
  readonly events: EventHub;
  readonly demo: boolean;
  /** Largest file taken, in bytes. */
  readonly uploadLimit: number;
  /** Milliseconds between two signs of life of a stream of events, at each of which its reader's access is asked again. */
  readonly beatEvery: number;
  /** A job was just put in: whoever runs jobs in this process may look now. */
  wakeJobs(): void;
  log(message: string, error?: unknown): void;
}
