import { MessageChannel } from 'node:worker_threads';
import { RenquilError, type ErrorCode, type ErrorData } from '@renquil/core';
import { Piscina } from 'piscina';
import type { TaskInput, TaskName, TaskOutput } from './tasks.js';

export interface RunOptions {
  readonly signal?: AbortSignal;
  readonly progress?: (stage: string, done: number, total: number) => void;
}

/** Heavy work on worker threads, so that requests are answered meanwhile. */
export class TaskPool {
  readonly #pool = new Piscina({
    // Piscina does not map .js to .ts when the sources run directly.
    filename: new URL(
      import.meta.url.endsWith('.ts') ? './task.worker.ts' : './task.worker.js',
      import.meta.url,
    ).href,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
  });

  async run<N extends TaskName>(
    name: N,
    input: TaskInput<N>,
    options: RunOptions = {},
  ): Promise<TaskOutput<N>> {
    const { port1, port2 } = new MessageChannel();
    port1.on('message', (message: { stage: string; done: number; total: number }) =>
      options.progress?.(message.stage, message.done, message.total),
    );
    try {
      const reply = (await this.#pool.run(
        { name, input, port: port2 },
        {
          transferList: [port2],
          ...(options.signal ? { signal: options.signal } : {}),
        },
      )) as { ok: true; output: TaskOutput<N> } | { ok: false; code: ErrorCode; data: ErrorData };
      if (!reply.ok) throw new RenquilError(reply.code, reply.data);
      return reply.output;
    } finally {
      port1.close();
    }
  }
  async close(): Promise<void> {
    await this.#pool.destroy();
  }
}
