import { readOwn } from '@renquil/core/own-json';
import { spawn, type ChildProcess } from 'node:child_process';
import { readdirSync, readFileSync, readlinkSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import { connectionOptions, type DatabaseAddress } from '../address.js';
import { SetUpError } from '../set-up-error.js';
import { asRoot, temporary } from './install.js';

/** Where Debian's package puts the server. */
export const program = '/usr/sbin/mariadbd';
/** A MariaDB that somebody started on a data folder. */
export interface Running {
  readonly pid: number;
  readonly port: number;
}
const runningFile = (folder: string): string => join(folder, 'mariadb.running.json');

/** Starts the server on loopback, as a process of its own group that outlives this one's signals. */
export function launch(
  folder: string,
  data: string,
  { port, password, database }: DatabaseAddress,
): ChildProcess {
  const init = join(folder, 'mariadb.init.sql');
  const user = `'renquil'@'127.0.0.1'`;
  // renquil% lets the tests keep one database each on one server.
  const script = [
    `CREATE OR REPLACE USER ${user} IDENTIFIED BY '${password}';`,
    `GRANT ALL ON \`renquil%\`.* TO ${user};`,
    `CREATE DATABASE IF NOT EXISTS \`${database}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin;`,
  ];
  writeFileSync(init, `${script.join('\n')}\n`, { mode: 0o600 });
  const args = [
    '--no-defaults',
    ...asRoot(),
    `--datadir=${data}`,
    `--tmpdir=${temporary(folder)}`,
    `--port=${port}`,
    '--bind-address=127.0.0.1',
    `--socket=${socketPath(folder)}`,
    `--pid-file=${join(data, 'renquil.pid')}`,
    `--init-file=${init}`,
    '--innodb-flush-log-at-trx-commit=1',
    '--innodb-buffer-pool-size=256M',
    '--innodb-log-file-size=16M',
    '--max-allowed-packet=64M',
    '--character-set-server=utf8mb4',
    '--collation-server=utf8mb4_nopad_bin',
    '--transaction-isolation=READ-COMMITTED',
    '--default-time-zone=+00:00',
    '--skip-name-resolve',
    '--skip-log-bin',
    '--performance-schema=OFF',
    '--idle-transaction-timeout=30',
    '--innodb-lock-wait-timeout=10',
    '--lock-wait-timeout=30',
    '--local-infile=0',
    '--sql-mode=STRICT_TRANS_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION',
  ];
  // setpriv makes the kernel stop MariaDB when this process dies, even by kill -9. `detached` keeps Ctrl C from it.
  const child = spawn('setpriv', ['--pdeathsig', 'TERM', program, ...args], {
    stdio: ['ignore', 'ignore', 'pipe'],
    detached: true,
  });
  child.on('error', () => undefined);
  child.unref();
  return child;
}

/** A socket path may be 107 bytes at most, so it does not live in the data folder. */
function socketPath(folder: string): string {
  return join(tmpdir(), `renquil-${Buffer.from(folder).toString('hex').slice(-24)}-${process.pid}.sock`);
}
/** Sockets that processes left behind which ended without a word. */
export function clearSockets(): void {
  for (const name of readdirSync(tmpdir())) {
    const pid = /^renquil-[0-9a-f]+-(\d+)\.sock(\.lock)?$/.exec(name)?.[1];
    if (pid && exeOf(Number(pid)) === null) rmSync(join(tmpdir(), name), { force: true });
  }
}
/** The program of a process; null: it has ended, a zombie too. */
function exeOf(pid: number): string | null {
  try {
    return readlinkSync(`/proc/${pid}/exe`);
  } catch {
    return null;
  }
}

/** A MariaDB of this number is there. */
export const isRunning = (pid: number): boolean => exeOf(pid)?.includes('mariadbd') ?? false;

/** The port that is written down, whether or not anything runs there: tried again first, so that others find it. */
export function lastKnown(folder: string): Running | null {
  try {
    return readOwn<Running>(readFileSync(runningFile(folder), 'utf8'));
  } catch {
    return null;
  }
}
/** Says for others which process runs on the folder. */
export function writeRunning(folder: string, running: Running): void {
  writeFileSync(runningFile(folder), JSON.stringify(running));
}
/**
 * The MariaDB that works on a data folder, whoever started it and whether or not that could be written down: two on one
 * folder must never be.
 */
export function findRunning(data: string): Running | null {
  for (const name of readdirSync('/proc')) {
    const pid = Number(name);
    // A zombie has no program any more; a stranger another one.
    if (
      !pid ||
      !exeOf(pid)
        ?.replace(/ \(deleted\)$/, '')
        .endsWith('mariadbd')
    )
      continue;
    try {
      const words = readFileSync(`/proc/${pid}/cmdline`, 'utf8').split('\0');
      const port = words.find((word) => word.startsWith('--port='));
      if (words.includes(`--datadir=${data}`) && port) return { pid, port: Number(port.slice(7)) };
    } catch {
      // It has ended meanwhile.
    }
  }
  return null;
}

/** How waiting for a start ended. */
export type Readiness = 'ready' | 'gone' | 'stuck';
const mostWait = 60_000;
/** It took the call, or the question, and said nothing. */
const silent: ReadonlySet<string> = new Set(['ETIMEDOUT', 'PROTOCOL_SEQUENCE_TIMEOUT']);

/**
 * Waits for a MariaDB that is coming up or on its way out.
 * @param silence How long it may take calls and not say a word, milliseconds: one that was told to stop while it was
 * starting can stay like that for ever.
 * @returns `gone` when it ended before it answered.
 */
export async function untilReady(
  address: DatabaseAddress,
  data: string,
  isAlive: () => boolean,
  silence: number,
): Promise<Readiness> {
  const start = Date.now();
  let spoke = start;
  for (;;) {
    if (!isAlive()) return 'gone';
    const asked = Date.now();
    const patience = Math.min(2000, silence);
    let connection: mysql.Connection | null = null;
    try {
      connection = await mysql.createConnection({ ...connectionOptions(address), connectTimeout: patience });
      const [rows] = await connection.query({ sql: 'SELECT @@datadir AS datadir', timeout: patience });
      const seen = (rows as { datadir: string }[])[0]?.datadir.replace(/\/$/, '');
      if (seen === data) return 'ready';
      throw new SetUpError(`port ${address.port} is answered by another MariaDB (${seen})`);
    } catch (error) {
      if (error instanceof SetUpError) throw error;
      const now = Date.now();
      // A call that was refused was answered: nobody listens yet, or any more.
      if (!silent.has((error as { code?: string }).code ?? '')) spoke = now;
      else if (spoke < asked - silence) return 'stuck';
      if (now - start > mostWait) {
        // What it says itself, as that a password is wrong, is for people to hear, and no reason to end it.
        if (saysNo(error)) throw error;
        return 'stuck';
      }
      await new Promise((done) => setTimeout(done, 20));
    } finally {
      connection?.destroy();
    }
  }
}

/** A number is MariaDB's own word, as in "too many connections". */
const saysNo = (error: unknown): boolean => ((error as { errno?: number }).errno ?? 0) > 0;
/** Whether it answers at all, be it with a no. */
export async function answers(address: DatabaseAddress, timeout: number): Promise<boolean> {
  let connection: mysql.Connection | null = null;
  try {
    connection = await mysql.createConnection({ ...connectionOptions(address), connectTimeout: timeout });
    return true;
  } catch (error) {
    return saysNo(error);
  } finally {
    connection?.destroy();
  }
}

/** Ends the process and waits until it is gone. One that is no MariaDB any more is left alone. */
export async function stopProcess(pid: number, signal: 'SIGTERM' | 'SIGKILL' = 'SIGTERM'): Promise<void> {
  if (exeOf(pid) === null) return;
  process.kill(pid, signal);
  for (let i = 0; i < 1000 && exeOf(pid) !== null; i++) await new Promise((done) => setTimeout(done, 10));
}

/** The wanted port when nobody has it, else any. */
export function freePort(wanted = 0): Promise<number> {
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', (error) => {
      if (wanted) freePort().then(done, fail);
      else fail(error);
    });
    probe.listen(wanted, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });
}
