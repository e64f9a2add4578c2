import type { MessagePort } from 'node:worker_threads';
import { RenquilError } from '@renquil/core/errors';
import { taskRegistry, type TaskName } from './tasks.js';

interface Call {
  readonly name: TaskName;
  readonly input: unknown;
  readonly port: MessagePort;
}

/** Runs one task. Errors that a person can understand cross the thread as data, since classes do not survive it. */
export default async function run({ name, input, port }: Call): Promise<unknown> {
  const tell = (stage: string, done: number, total: number): void => port.postMessage({ stage, done, total });
  port.postMessage({ began: true });
  try {
    return { ok: true, output: await taskRegistry[name](input as never, tell) };
  } catch (error) {
    if (error instanceof RenquilError) return { ok: false, code: error.code, data: error.data };
    throw error;
  }
}
