import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import mysql, { type Connection } from 'mysql2/promise';
import { freePort, Program, runningMariaDb } from './processes.js';
import { Person } from './person.js';
import { bringIn } from './scenes.js';

/** A server with people on a data folder of its own. */
export class World {
  readonly people: Person[] = [];
  readonly extra: Program[] = [];
  private constructor(
    readonly data: string,
    readonly server: Program,
    readonly ownsData: boolean,
  ) {}
  static async make(data?: string): Promise<World> {
    const folder = data ?? mkdtempSync(join(tmpdir(), 'renquil-torture-'));
    const server = new Program('server', folder, await freePort());
    server.start();
    await server.untilUp();
    return new World(folder, server, data === undefined);
  }
  async person(who: 'mo' | 'ines' = 'mo'): Promise<Person> {
    const person = new Person(this.server.url, who);
    await person.signIn();
    this.people.push(person);
    return person;
  }
  async scene(name: string, nodes: number): Promise<number> {
    return bringIn(await this.person(), name, nodes, crypto.randomUUID(), Date.now() + 120_000);
  }
  /** Past the server: what is really there. */
  async database(): Promise<Connection> {
    const running = runningMariaDb(this.data)!;
    return mysql.createConnection({
      host: '127.0.0.1',
      port: running.port,
      user: 'renquil',
      password: running.password,
      database: 'renquil',
    });
  }
  async close(): Promise<void> {
    for (const program of this.extra) await program.stop();
    await this.server.stop();
    if (this.ownsData) rmSync(this.data, { recursive: true, force: true });
  }
}
