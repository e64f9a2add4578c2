import type { Database } from '../db/database.js';
import type { EventHub } from '../live/event-hub.js';
import type { TaskPool } from '../tasks/pool.js';
import type { LibraryWords } from './library-words.js';
import type { Committed, Posted } from '../scenes/posted.js';
import type { KnownReceiver } from '../sending/receiver-line.js';
import type { SceneKeeper } from '../scenes/scene-keeper.js';

/** What routes and jobs may use. Passed in, never imported: a test brings its own. */
export interface Services {
  readonly database: Database;
  readonly pool: TaskPool;
  readonly scenes: SceneKeeper;
  /** Commits the changes of a scene one after another, all that wait together. */
  readonly commits: {
    commit(services: Services, scene: number, posted: Posted): Promise<Committed>;
  };
  /** Judges scenes that changed, once they rest (milliseconds; left out: its own). */
  readonly refresher: { soon(scene: number, delay?: number): void; close(): void };
  readonly words: LibraryWords;
  readonly events: EventHub;
  readonly demo: boolean;
  /** Who packages can be sent to. */
  readonly receivers: readonly KnownReceiver[];
  /** Milliseconds between the first two tries to reach a receiver; the waits double. */
  readonly pace: number;
  /** Largest file taken, in bytes. */
  readonly uploadLimit: number;
  /** Milliseconds between two signs of life of a stream of events, at each of which its reader's access is asked again. */
  readonly beatEvery: number;
  /** A job was just put in: whoever runs jobs in this process may look now. */
  wakeJobs(): void;
  log(message: string, error?: unknown): void;
}
