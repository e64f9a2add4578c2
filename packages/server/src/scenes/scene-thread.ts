import type { Worker } from 'node:worker_threads';
import { RenquilError, type ErrorCode, type ErrorData } from '@renquil/core/errors';
import { startBeside } from '../tasks/beside.js';
import type { SceneDesk } from './scene-desk.js';

type Op = keyof SceneDesk;
/** A question to the thread that holds the scenes. */
export interface DeskCall {
  readonly n: number;
  readonly op: Op;
  readonly args: readonly unknown[];
}
/** Its answer, by the number of the question. */
export type DeskReply = { readonly n: number } & (
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly code: ErrorCode; readonly data: ErrorData }
  | { readonly ok: false; readonly code: null; readonly text: string }
);
interface Waiting {
  done(value: unknown): void;
  fail(error: Error): void;
}

/** A desk of scenes on a thread of its own, bounded in memory; one that dies is begun anew, and its copies with it. */
export class SceneThread {
  #worker: Worker | null = null;
  readonly #waiting = new Map<number, Waiting>();
  #next = 1;
  /** @param onLost the thread ended: every copy on it is gone */
  constructor(
    readonly megabytes: number,
    readonly onLost: () => void,
  ) {}

  call<O extends Op>(op: O, ...args: Parameters<SceneDesk[O]>): Promise<ReturnType<SceneDesk[O]>> {
    const worker = (this.#worker ??= this.#start());
    const n = this.#next++;
    worker.ref();
    return new Promise((done, fail) => {
      this.#waiting.set(n, { done: done, fail });
      worker.postMessage({ n, op, args } satisfies DeskCall);
    });
  }
  async close(): Promise<void> {
    await this.#worker?.terminate();
  }
  #start(): Worker {
    const worker = startBeside(import.meta.url, 'scene-desk.worker', {
      resourceLimits: { maxOldGenerationSizeMb: this.megabytes },
    });
    worker.unref();
    worker.on('message', (reply: DeskReply) => this.#hear(reply));
    let cause = 'it was ended';
    worker.on('error', (error) => (cause = error.message));
    worker.on('exit', () => this.#lost(worker, cause));
    return worker;
  }
  #hear(reply: DeskReply): void {
    const waiting = this.#waiting.get(reply.n)!;
    this.#waiting.delete(reply.n);
    if (!this.#waiting.size) this.#worker?.unref();
    if (reply.ok) waiting.done(reply.value);
    else if (reply.code !== null) waiting.fail(new RenquilError(reply.code, reply.data));
    else waiting.fail(new Error(reply.text));
  }
  #lost(worker: Worker, cause: string): void {
    if (this.#worker !== worker) return;
    this.#worker = null;
    const waiting = [...this.#waiting.values()];
    this.#waiting.clear();
    this.onLost();
    for (const one of waiting)
      one.fail(new RenquilError('server-busy', {}, { cause: new Error(`the scenes' thread: ${cause}`) }));
  }
}
