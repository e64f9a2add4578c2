import { spawn } from 'node:child_process';
import { createInterface } from 'node:readline';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Flags } from './flags.js';
import type { KnownReceiver } from './sending/receiver-line.js';

/** What it is called, on pages and in the database. */
const practiceTitle = 'Practice receiver';
/** Milliseconds that it may take to start. */
const patience = 15_000;
const program = fileURLToPath(new URL('../../receiver/dist/main.js', import.meta.url));

/** The practice receiver, as a process of its own; the server goes on without it when it ends. */
export interface Practice {
  readonly receiver: KnownReceiver;
  stop(): void;
}

/** Starts the stand-in for the next department. Null: it is not there, or does not start. */
export async function startPractice(flags: Flags, say: (line: string) => void): Promise<Practice | null> {
  if (!existsSync(program)) return null;
  const port = flags.practicePort ?? (flags.port ? flags.port + 1 : 0);
  const args = [program, '--data', join(flags.data, 'receiver'), '--port', String(port)];
  // It ends by itself when its standard input does, however this process ends.
  const child = spawn(process.execPath, args, { stdio: ['pipe', 'pipe', 'inherit'] });
  child.on('error', (error) => say(`The practice receiver did not start: ${error.message}`));
  const lines = createInterface({ input: child.stdout });
  const url = await new Promise<string | null>((done) => {
    lines.once('line', done);
    child.once('exit', () => done(null));
    // The server does not wait for it for ever.
    setTimeout(() => done(null), patience).unref();
    child.once('error', () => done(null));
  });
  if (url === null) {
    child.kill();
    say('The practice receiver did not start; packages can be downloaded.');
    return null;
  }
  return { receiver: { title: practiceTitle, url, isPractice: true }, stop: () => void child.kill() };
}
