import { MessageChannel } from 'node:worker_threads';
import { RenquilError, type ErrorCode, type ErrorData } from '@renquil/core/errors';
import { Piscina } from 'piscina';
import { beside } from './beside.js';
import type { TaskInput, TaskName, TaskOutput } from './tasks.js';

/** Ends a task, and hears how far it is. */
export interface RunOptions {
  readonly signal?: AbortSignal;
  readonly progress?: (stage: string, done: number, total: number) => void;
  /** Work on much: on threads of its own, so that small work never waits behind it. */
  readonly large?: boolean;
}
/** What a task may take before it is ended. */
export interface TaskLimits {
  readonly seconds: number;
  readonly megabytes: number;
  readonly threads: number;
}
/** No file and no query may take the threads away from others for longer than this. */
export const taskLimits: Readonly<Record<'small' | 'large', TaskLimits>> = {
  small: { seconds: 60, megabytes: 1536, threads: 2 },
  large: { seconds: 900, megabytes: 8192, threads: 1 },
};
const words: Readonly<Record<TaskName, string>> = {
  'build-handoff': 'Building this package',
  'check-version': 'Checking this version',
  'compare-packages': 'Comparing these packages',
  'try-target': 'Trying this target',
  'count-words': 'Counting the words of this scene',
  'fit-conventions': 'Reading these names by each convention',
  'learn-convention': 'Learning from these names',
  'plan-restore': 'Comparing with this version',
  'read-arrival': 'Reading this receipt',
  'read-scene': 'Reading this file',
  refresh: 'Judging this scene',
  'rename-word': 'Renaming in this scene',
  'try-convention': 'Trying this convention',
  'write-copy': 'Writing this file',
  'list-changes': 'Listing these changes',
};

/** Heavy work on worker threads, bounded in time and memory, so that requests are answered meanwhile. */
export class TaskPool {
  readonly #pools: Readonly<Record<'small' | 'large', Piscina>>;

  constructor(readonly limits = taskLimits) {
    const pool = ({ megabytes, threads }: TaskLimits): Piscina => {
      const made = new Piscina({
        // Piscina does not map .js to .ts when the sources run directly.
        filename: beside(import.meta.url, 'task.worker').href,
        minThreads: 0,
        maxThreads: threads,
        idleTimeout: 30_000,
        resourceLimits: { maxOldGenerationSizeMb: megabytes },
      });
      // A thread that dies before it is ready speaks here; unheard, it would end the process.
      made.on('error', () => undefined);
      return made;
    };
    this.#pools = { small: pool(limits.small), large: pool(limits.large) };
  }

  async run<N extends TaskName>(
    name: N,
    input: TaskInput<N>,
    options: RunOptions = {},
  ): Promise<TaskOutput<N>> {
    const lane = options.large ? 'large' : 'small';
    const { seconds, megabytes } = this.limits[lane];
    const { port1, port2 } = new MessageChannel();
    const overtime = new AbortController();
    let timer: NodeJS.Timeout | undefined;
    port1.on('message', (message: Told) => {
      // The clock runs from when a thread takes it up, not while it waits for one.
      if (message.began) timer = setTimeout(() => overtime.abort(), seconds * 1000);
      else options.progress?.(message.stage, message.done, message.total);
    });
    const signal = options.signal ? AbortSignal.any([overtime.signal, options.signal]) : overtime.signal;
    try {
      const reply = (await this.#pools[lane].run(
        { name, input, port: port2 },
        { transferList: [port2], signal },
      )) as { ok: true; output: TaskOutput<N> } | { ok: false; code: ErrorCode; data: ErrorData };
      if (!reply.ok) throw new RenquilError(reply.code, reply.data);
      return reply.output;
    } catch (error) {
      const over = (limit: string): RenquilError =>
        new RenquilError('task-over-limit', { what: words[name], limit }, { cause: error });
      if (overtime.signal.aborted) throw over(`${seconds} seconds`);
      if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
        throw over(`${megabytes} MB of memory`);
      throw error;
    } finally {
      clearTimeout(timer);
      port1.close();
    }
  }
  async close(): Promise<void> {
    await Promise.all([this.#pools.small.destroy(), this.#pools.large.destroy()]);
  }
}

/** What a worker thread says on its way. */
export interface Told {
  readonly began?: true;
  readonly stage: string;
  readonly done: number;
  readonly total: number;
}
