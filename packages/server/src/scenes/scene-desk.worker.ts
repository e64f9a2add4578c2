import { parentPort } from 'node:worker_threads';
import { RenquilError } from '@renquil/core/errors';
import { SceneDesk } from './scene-desk.js';
import type { DeskCall, DeskReply } from './scene-thread.js';

const desk = new SceneDesk();
parentPort!.on('message', ({ n, op, args }: DeskCall) => {
  let reply: DeskReply;
  try {
    reply = { n, ok: true, value: (desk[op] as (...given: unknown[]) => unknown)(...args) };
  } catch (error) {
    reply =
      error instanceof RenquilError
        ? { n, ok: false, code: error.code, data: error.data }
        : { n, ok: false, code: null, text: (error as Error).stack ?? String(error) };
  }
  parentPort!.postMessage(reply);
});
