import { spawn, type ChildProcess } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { sleep } from './clock.js';

const dist = fileURLToPath(new URL('../../packages/server/dist/', import.meta.url));

export function freePort(): Promise<number> {
  return new Promise((done) => {
    const probe = createServer().listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });
}

/** A server or worker as it is shipped, on a data folder or a `--database`. */
export class Program {
  #child: ChildProcess | null = null;
  output = '';
  constructor(
    readonly kind: 'server' | 'worker',
    readonly data: string,
    readonly port = 0,
    readonly more: readonly string[] = [],
    readonly environment: Readonly<Record<string, string>> = {},
  ) {}
  get url(): string {
    return `http://127.0.0.1:${this.port}`;
  }
  start(): void {
    const file = this.kind === 'server' ? 'main.js' : 'worker-main.js';
    // Many people's work from one hand: none of it is refused for being much.
    const port = this.kind === 'server' ? ['--port', String(this.port), '--request-limit', '0'] : [];
    const child = spawn(
      process.execPath,
      ['--enable-source-maps', join(dist, file), '--data', this.data, ...port, ...this.more],
      {
        stdio: ['ignore', 'pipe', 'pipe'],
        env: { ...process.env, ...this.environment },
      },
    );
    const take = (part: Buffer): void => void (this.output = (this.output + part.toString()).slice(-20_000));
    child.stdout.on('data', take);
    child.stderr.on('data', take);
    this.#child = child;
  }
  async untilUp(seconds = 60): Promise<void> {
    let last = 'nothing';
    for (let i = 0; i < seconds * 20; i++) {
      if (this.#child?.exitCode !== null)
        throw new Error(`the ${this.kind} ended: ${this.output.slice(-2000)}`);
      try {
        const answer = await fetch(`${this.url}/api/health`, { signal: AbortSignal.timeout(2000) });
        if (answer.ok) return;
        last = `${answer.status} ${await answer.text()}`;
      } catch (error) {
        last = String((error as Error).cause ?? error);
      }
      await sleep(50);
    }
    throw new Error(`the ${this.kind} did not answer in ${seconds} s (${last}): ${this.output.slice(-2000)}`);
  }
  /** kill -9. */
  async kill(): Promise<void> {
    await this.#end('SIGKILL');
  }
  async stop(): Promise<void> {
    await this.#end('SIGTERM');
  }
  async #end(signal: NodeJS.Signals): Promise<void> {
    const child = this.#child;
    this.#child = null;
    if (!child || child.exitCode !== null || child.signalCode !== null) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill(signal);
    await Promise.race([gone, sleep(15_000)]);
  }
}

/** The private MariaDB of a data folder. */
export function runningMariaDb(data: string): { pid: number; port: number; password: string } | null {
  const file = join(data, 'mariadb.running.json');
  if (!existsSync(file)) return null;
  const running = JSON.parse(readFileSync(file, 'utf8')) as { pid: number; port: number };
  return { ...running, password: readFileSync(join(data, 'mariadb.password'), 'utf8').trim() };
}
export function killMariaDb(data: string): void {
  const running = runningMariaDb(data);
  try {
    if (running) process.kill(running.pid, 'SIGKILL');
  } catch {
    // It has ended by itself meanwhile.
  }
}
