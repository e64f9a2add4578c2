import type { ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { DatabaseAddress } from '../address.js';
import { SetUpError } from '../set-up-error.js';
import { DatabaseLog } from './database-log.js';
import { withFolderLock } from './folder-lock.js';
import { install } from './install.js';
import {
  answers,
  clearSockets,
  findRunning,
  freePort,
  isRunning,
  lastKnown,
  launch,
  program,
  stopProcess,
  untilReady,
  writeRunning,
} from './mariadb-process.js';

/** Which database, and who hears of it. */
export interface PrivateOptions {
  readonly database?: string;
  /** Hears what happened to the database, for people. */
  readonly say?: (line: string) => void;
  /** How often it is asked whether it answers, how long it may take, and how many times it may fail to; milliseconds. */
  readonly probe?: { readonly every: number; readonly timeout: number; readonly most: number };
}
const usualProbe = { every: 3000, timeout: 4000, most: 4 };

/**
 * MariaDB for this application alone: a data folder of its own, a free port on 127.0.0.1, no system settings read. Any
 * number of processes may use one folder: the first starts MariaDB, the others find it; when it ends for whatever reason
 * (killed, or stopped by the one who started it), one of those who are still there starts it again, on the same port
 * when that is free. Only who started it stops it.
 */
export class PrivateMariaDb {
  address: DatabaseAddress;
  /** True when one that was running already is used. */
  adopted = false;
  /** Told when MariaDB answers on another port than before. */
  onMoved: (address: DatabaseAddress) => void = () => undefined;
  #child: ChildProcess | null = null;
  #pid = 0;
  #stopping = false;
  #reviving: Promise<void> | null = null;
  #timer: NodeJS.Timeout | undefined;
  readonly #data: string;
  readonly #log: DatabaseLog;
  readonly #say: (line: string) => void;
  readonly #probe: NonNullable<PrivateOptions['probe']>;
  #probeTimer: NodeJS.Timeout | undefined;
  #silent = 0;

  private constructor(
    readonly folder: string,
    { database = 'renquil', say = () => undefined, probe = usualProbe }: PrivateOptions,
  ) {
    this.#probe = probe;
    this.#data = join(folder, 'mariadb');
    this.#say = say;
    this.#log = new DatabaseLog(join(folder, 'mariadb.log'), say);
    const password = readPassword(folder);
    this.address = { host: '127.0.0.1', port: 0, user: 'renquil', password, database };
  }
  static async start(folder: string, options: PrivateOptions = {}): Promise<PrivateMariaDb> {
    if (!existsSync(program))
      throw new SetUpError(
        'MariaDB is not installed. Install it with:\n  sudo apt-get install mariadb-server-core mariadb-client-core',
      );
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    clearSockets();
    const made = new PrivateMariaDb(folder, options);
    await made.#findOrStart();
    made.#timer = setInterval(() => made.#look(), 250);
    made.#timer.unref();
    made.#askLater();
    return made;
  }
  async stop(): Promise<void> {
    this.#stopping = true;
    clearInterval(this.#timer);
    clearTimeout(this.#probeTimer);
    await this.#reviving?.catch(() => undefined);
    if (!this.adopted && this.#pid) await stopProcess(this.#pid);
  }

  get #mostSilence(): number {
    return this.#probe.timeout * this.#probe.most;
  }
  async #findOrStart(): Promise<void> {
    await withFolderLock(join(this.folder, 'mariadb.lock'), async () => {
      // One that is on its way out (its starter was killed a moment ago) is waited for: it holds the files until it is gone.
      for (;;) {
        const running = findRunning(this.#data);
        if (!running) break;
        const address = { ...this.address, port: running.port };
        const isThere = (): boolean => findRunning(this.#data)?.pid === running.pid;
        const readiness = await untilReady(address, this.#data, isThere, this.#mostSilence);
        if (readiness === 'ready') return this.#use(address, running.pid, null);
        if (readiness === 'stuck') {
          this.#say('A MariaDB is there and does not answer; it is ended.');
          await stopProcess(running.pid, 'SIGKILL');
        }
      }
      if (!existsSync(this.#data)) install(this.folder, this.#data);
      await this.#startIt();
    });
  }
  async #startIt(): Promise<void> {
    for (let attempt = 1; ; attempt++) {
      const port = await freePort(attempt === 1 ? (lastKnown(this.folder)?.port ?? 0) : 0);
      const address = { ...this.address, port };
      const child = launch(this.folder, this.#data, address);
      child.stderr!.on('data', (part: Buffer) => this.#log.take(part));
      (child.stderr as { unref?(): void }).unref?.();
      const isAlive = (): boolean => child.exitCode === null && child.signalCode === null;
      try {
        const readiness = await untilReady(address, this.#data, isAlive, this.#mostSilence);
        if (readiness === 'stuck') throw new SetUpError('MariaDB was started and does not answer.');
        if (readiness === 'gone') {
          const full = /No space left|errno: 28|Disk is full/i.test(this.#log.tail())
            ? 'The disk is full.\n'
            : '';
          throw new SetUpError(`${full}MariaDB stopped while starting. Its last words:\n${this.#log.tail()}`);
        }
        writeRunning(this.folder, { pid: child.pid!, port });
        return this.#use(address, child.pid!, child);
      } catch (error) {
        child.kill('SIGKILL');
        // Between asking for a free port and binding it, another program may have taken it.
        if (attempt < 3 && /Bind on TCP|Address already in use/i.test(this.#log.tail())) continue;
        throw error;
      }
    }
  }
  #use(address: DatabaseAddress, pid: number, child: ChildProcess | null): void {
    const moved = this.address.port !== 0 && this.address.port !== address.port;
    this.address = address;
    this.#pid = pid;
    this.#child = child;
    this.adopted = child === null;
    if (moved) this.onMoved(address);
  }
  /** Is it still there? */
  #look(): void {
    if (this.#stopping || this.#reviving) return;
    const isThere = this.#child
      ? this.#child.exitCode === null && this.#child.signalCode === null
      : isRunning(this.#pid);
    if (isThere) return;
    this.#say('MariaDB has ended; it is being started again.');
    this.#reviving = this.#revive().finally(() => (this.#reviving = null));
  }
  #askLater(): void {
    this.#probeTimer = setTimeout(() => void this.#ask(), this.#probe.every).unref();
  }
  /**
   * One that is there and does not answer any more (taken over while it was on its way out, or stuck) is ended, so that
   * another can be started; InnoDB recovers from that.
   */
  async #ask(): Promise<void> {
    const pid = this.#pid;
    const isFine = this.#reviving !== null || (await answers(this.address, this.#probe.timeout));
    if (this.#stopping) return;
    this.#silent = isFine || pid !== this.#pid ? 0 : this.#silent + 1;
    if (this.#silent >= this.#probe.most && isRunning(pid)) {
      this.#silent = 0;
      this.#say('MariaDB does not answer any more; it is ended.');
      process.kill(pid, 'SIGKILL');
    }
    this.#askLater();
  }
  async #revive(): Promise<void> {
    for (let pause = 200; !this.#stopping; pause = Math.min(pause * 2, 5000)) {
      try {
        await this.#findOrStart();
        this.#say(`MariaDB answers again on port ${this.address.port}.`);
        return;
      } catch (error) {
        this.#say(`MariaDB could not be started: ${(error as Error).message}`);
        await new Promise((done) => setTimeout(done, pause));
      }
    }
  }
}

function readPassword(folder: string): string {
  const file = join(folder, 'mariadb.password');
  try {
    // Whoever is first writes it; two who start at once agree on one.
    writeFileSync(file, randomBytes(24).toString('hex'), { mode: 0o600, flag: 'wx' });
  } catch (error) {
    if ((error as { code?: string }).code !== 'EEXIST') throw error;
  }
  return readFileSync(file, 'utf8').trim();
}
