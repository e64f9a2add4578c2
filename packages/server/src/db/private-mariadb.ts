import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { randomBytes } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readFileSync,
  readlinkSync,
  renameSync,
  rmSync,
  statfsSync,
  writeFileSync,
} from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import type { DatabaseAddress } from './address.js';
import { SetUpError } from './set-up-error.js';

export interface PrivateMariaDb {
  readonly address: DatabaseAddress;
  /** True when a server that was still running from before was taken over. */
  readonly adopted: boolean;
  stop(): Promise<void>;
}

const program = '/usr/sbin/mariadbd';

/**
 * Starts MariaDB for this application alone: a data folder of its own, a free port on 127.0.0.1, no system settings
 * read. Survives kill -9 and stale files; takes over a server left running on the same folder.
 */
export async function startPrivateMariaDb(folder: string, database = 'renquil'): Promise<PrivateMariaDb> {
  if (!existsSync(program)) {
    throw new SetUpError(
      'MariaDB is not installed. Install it with:\n  sudo apt-get install mariadb-server-core mariadb-client-core',
    );
  }
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const data = join(folder, 'mariadb');
  const running = findRunning(folder, data);
  const password = readPassword(folder);
  if (running) {
    const address = { host: '127.0.0.1', port: running.port, user: 'renquil', password, database };
    // It may be on its way out (killed a moment ago): then another is started in its place.
    const isReady = await untilReady(address, data, () => findRunning(folder, data) !== null);
    if (isReady) return { address, adopted: true, stop: () => stopProcess(running.pid) };
  }
  if (!existsSync(data)) install(folder, data);
  for (let attempt = 1; ; attempt++) {
    const port = await freePort();
    const child = launch(folder, data, port, password, database);
    const tail = (): string => lastLines(join(folder, 'mariadb.log'));
    const address = { host: '127.0.0.1', port, user: 'renquil', password, database };
    try {
      if (!(await untilReady(address, data, () => child.exitCode === null && child.signalCode === null))) {
        const full = /No space left|errno: 28|Disk is full/i.test(tail()) ? 'The disk is full.\n' : '';
        throw new SetUpError(`${full}MariaDB stopped while starting. Its last words:\n${tail()}`);
      }
      writeFileSync(join(folder, 'mariadb.running.json'), JSON.stringify({ pid: child.pid, port }));
      return { address, adopted: false, stop: () => stopProcess(child.pid!) };
    } catch (error) {
      child.kill('SIGKILL');
      // Between asking for a free port and binding it, another program may have taken it.
      if (attempt < 3 && /Bind on TCP|Address already in use/i.test(tail())) continue;
      throw error;
    }
  }
}

/**
 * Its own folder for temporary tables: a MariaDB that starts deletes all of them in a shared one, another server's too.
 */
function temporary(folder: string): string {
  const path = join(folder, 'mariadb.tmp');
  mkdirSync(path, { recursive: true });
  return path;
}

function install(folder: string, data: string): void {
  const free = statfsSync(join(data, '..'));
  const megabytes = (free.bavail * free.bsize) / 1e6;
  if (megabytes < 250)
    throw new SetUpError(
      `The disk has only ${Math.floor(megabytes)} MB left; MariaDB needs 250 MB to start in ${data}.`,
    );
  // Installing is not atomic: a half made folder never starts. The rename makes it whole or absent.
  const half = `${data}.new`;
  rmSync(half, { recursive: true, force: true });
  const asRoot = process.getuid?.() === 0 ? ['--user=root'] : [];
  const made = spawnSync(
    'mariadb-install-db',
    [
      '--no-defaults',
      `--datadir=${half}`,
      ...asRoot,
      '--auth-root-authentication-method=socket',
      '--skip-test-db',
      '--skip-name-resolve',
      '--innodb-log-file-size=16M',
    ],
    { encoding: 'utf8', env: { ...process.env, TMPDIR: temporary(folder) } },
  );
  if (made.status !== 0) {
    throw new SetUpError(
      `MariaDB could not make its data folder ${data}:\n${(made.error?.message ?? made.stdout + made.stderr).slice(-2000)}`,
    );
  }
  renameSync(half, data);
}

function launch(
  folder: string,
  data: string,
  port: number,
  password: string,
  database: string,
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
  const log = join(folder, 'mariadb.log');
  rmSync(log, { force: true });
  const asRoot = process.getuid?.() === 0 ? ['--user=root'] : [];
  const args = [
    '--no-defaults',
    ...asRoot,
    `--datadir=${data}`,
    `--tmpdir=${temporary(folder)}`,
    `--port=${port}`,
    '--bind-address=127.0.0.1',
    `--socket=${socketPath(folder)}`,
    `--pid-file=${join(data, 'renquil.pid')}`,
    `--log-error=${log}`,
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
    stdio: 'ignore',
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

function findRunning(folder: string, data: string): { pid: number; port: number } | null {
  try {
    const { pid, port } = JSON.parse(readFileSync(join(folder, 'mariadb.running.json'), 'utf8')) as {
      pid: number;
      port: number;
    };
    // kill -0 also says yes to zombies and strangers: the program and its folder must match.
    const isOurs =
      readlinkSync(`/proc/${pid}/exe`).endsWith('mariadbd') &&
      readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes(`--datadir=${data}\0`);
    return isOurs ? { pid, port } : null;
  } catch {
    return null;
  }
}

function readPassword(folder: string): string {
  const file = join(folder, 'mariadb.password');
  if (!existsSync(file)) writeFileSync(file, randomBytes(24).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8').trim();
}

/** @returns false when the server went away before it answered. */
async function untilReady(address: DatabaseAddress, data: string, isAlive: () => boolean): Promise<boolean> {
  const deadline = Date.now() + 60_000;
  for (;;) {
    if (!isAlive()) return false;
    try {
      const connection = await mysql.createConnection({
        ...address,
        connectTimeout: 2000,
      });
      const [rows] = await connection.query('SELECT @@datadir AS datadir');
      await connection.end();
      const seen = (rows as { datadir: string }[])[0]?.datadir.replace(/\/$/, '');
      if (seen === data) return true;
      throw new SetUpError(`port ${address.port} is answered by another MariaDB (${seen})`);
    } catch (error) {
      if (error instanceof SetUpError || Date.now() > deadline) throw error;
      await new Promise((done) => setTimeout(done, 20));
    }
  }
}

async function stopProcess(pid: number): Promise<void> {
  const gone = (): boolean => {
    try {
      readlinkSync(`/proc/${pid}/exe`);
      return false;
    } catch {
      return true;
    }
  };
  if (gone()) return;
  process.kill(pid, 'SIGTERM');
  for (let i = 0; i < 1000 && !gone(); i++) await new Promise((done) => setTimeout(done, 10));
}

async function freePort(): Promise<number> {
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once('error', fail);
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => done(port));
    });
  });
}

function lastLines(file: string): string {
  return existsSync(file) ? readFileSync(file, 'utf8').split('\n').slice(-12).join('\n') : '';
}
