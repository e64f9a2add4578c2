import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { appendFileSync, chmodSync, existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import mysql from 'mysql2/promise';
import { sleep } from './clock.js';
import { freePort } from './processes.js';

export const password = 'torture';
const asMysql = ['--reuid=mysql', '--regid=mysql', '--clear-groups'];

/** A node of a Galera cluster on loopback. As the user mysql: the state transfer's daemon may not read what root owns. */
export class GaleraNode {
  #child: ChildProcess | null = null;
  #ports = { sql: 0, group: 0, ist: 0, sst: 0 };
  constructor(
    readonly folder: string,
    readonly name: string,
  ) {}
  get port(): number {
    return this.#ports.sql;
  }
  get url(): string {
    return `mariadb://renquil@127.0.0.1:${this.port}/renquil`;
  }
  async install(): Promise<void> {
    mkdirSync(this.folder, { recursive: true });
    chmodSync(this.folder, 0o777);
    const [sql, group, ist, sst] = [await freePort(), await freePort(), await freePort(), await freePort()];
    this.#ports = { sql, group, ist, sst };
    const made = spawnSync(
      'setpriv',
      [
        ...asMysql,
        'mariadb-install-db',
        '--no-defaults',
        `--datadir=${join(this.folder, 'data')}`,
        '--auth-root-authentication-method=normal',
        '--skip-test-db',
        '--skip-name-resolve',
        '--innodb-log-file-size=16M',
      ],
      { encoding: 'utf8' },
    );
    if (made.status !== 0) throw new Error(`${this.name} could not be made: ${made.stderr.slice(-1000)}`);
  }
  /** @param join a node that is up; null: this one is the first */
  start(joins: GaleraNode | null): void {
    const { sql, group, ist, sst } = this.#ports;
    const address = joins ? `gcomm://127.0.0.1:${joins.#ports.group}` : 'gcomm://';
    const child = spawn(
      'setpriv',
      [
        ...asMysql,
        '/usr/sbin/mariadbd',
        '--no-defaults',
        `--datadir=${join(this.folder, 'data')}`,
        `--socket=${join(this.folder, 'sock')}`,
        `--pid-file=${join(this.folder, 'pid')}`,
        `--port=${sql}`,
        '--bind-address=127.0.0.1',
        '--skip-name-resolve',
        '--max-allowed-packet=64M',
        '--innodb-log-file-size=16M',
        '--innodb-buffer-pool-size=128M',
        '--performance-schema=OFF',
        '--binlog-format=ROW',
        '--innodb-autoinc-lock-mode=2',
        '--wsrep-on=ON',
        '--wsrep-provider=/usr/lib/galera/libgalera_smm.so',
        `--wsrep-cluster-address=${address}`,
        ...(joins ? [] : ['--wsrep-new-cluster']),
        '--wsrep-sst-method=rsync',
        '--wsrep-node-address=127.0.0.1',
        `--wsrep-node-name=${this.name}`,
        `--wsrep-sst-receive-address=127.0.0.1:${sst}`,
        `--wsrep-provider-options=base_port=${group};gmcast.listen_addr=tcp://127.0.0.1:${group};ist.recv_addr=127.0.0.1:${ist}`,
      ],
      { stdio: ['ignore', 'ignore', 'pipe'] },
    );
    child.stderr.on('data', (part: Buffer) => appendFileSync(join(this.folder, 'log'), part));
    this.#child = child;
  }
  connect(user = 'root', database?: string): Promise<mysql.Connection> {
    return mysql.createConnection({
      host: '127.0.0.1',
      port: this.port,
      user,
      ...(user === 'root' ? {} : { password }),
      ...(database ? { database } : {}),
    });
  }
  async untilSynced(seconds = 60): Promise<void> {
    for (let i = 0; i < seconds * 5; i++) {
      try {
        const connection = await this.connect();
        const [rows] = await connection.query("SHOW STATUS LIKE 'wsrep_local_state_comment'");
        await connection.end();
        if ((rows as { Value: string }[])[0]?.Value === 'Synced') return;
      } catch {
        // Not up yet.
      }
      await sleep(200);
    }
    throw new Error(`${this.name} did not join in ${seconds} s`);
  }
  kill(): void {
    this.#child?.kill('SIGKILL');
    // setpriv becomes mariadbd; what it started for a transfer goes with it.
    this.#child = null;
  }
  async stop(): Promise<void> {
    const child = this.#child;
    if (!child || child.exitCode !== null || !existsSync(this.folder)) return;
    const gone = new Promise((done) => child.once('exit', done));
    child.kill('SIGTERM');
    await Promise.race([gone, sleep(20_000)]);
  }
}
