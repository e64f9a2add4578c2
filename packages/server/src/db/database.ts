import { RenquilError } from '@renquil/core/errors';
import mysql, {
  type Pool,
  type PoolConnection,
  type ResultSetHeader,
  type RowDataPacket,
} from 'mysql2/promise';
import { connectionOptions, type DatabaseAddress } from './address.js';
import { prepare } from './session-settings.js';

export type { DatabaseAddress } from './address.js';
/** What can stand for a question mark in SQL. */
export type Value = string | number | boolean | null | Date | Buffer | Uint8Array;

/** Bytes of one statement's values: the 64 MB packet that every database here takes, less what goes around them. */
const mostSent = 63 * 2 ** 20;
function refuseTooLarge(values: readonly Value[]): void {
  let bytes = 0;
  for (const value of values)
    if (typeof value === 'string') bytes += value.length > 1000 ? Buffer.byteLength(value) : 1000;
    else if (value instanceof Uint8Array) bytes += value.length;
  if (bytes > mostSent)
    throw new RenquilError('value-too-large', {
      size: Math.ceil(bytes / 2 ** 20),
      limit: Math.floor(mostSent / 2 ** 20),
    });
}

/** For `IN (...)`: so many question marks. */
export const placeholders = (n: number): string => Array(n).fill('?').join(', ');

/** Plain SQL over one connection or a pool. Texts compare byte for byte; dates are UTC; big numbers stay exact. */
export class Sql {
  constructor(
    readonly connection: Pool | PoolConnection,
    /** Each statement is a transaction of its own, so one that lost a race may be run again by itself. */
    readonly alone = false,
  ) {}

  async rows<T>(text: string, values: readonly Value[] = []): Promise<T[]> {
    return (await this.#execute<RowDataPacket[]>(text, values)) as unknown as T[];
  }
  async one<T>(text: string, values: readonly Value[] = []): Promise<T | null> {
    return (await this.rows<T>(text, values))[0] ?? null;
  }
  async run(text: string, values: readonly Value[] = []): Promise<ResultSetHeader> {
    return this.#execute<ResultSetHeader>(text, values);
  }
  /** A text that is not the same each time (a list of any length): not prepared, since prepared texts are kept. */
  async rowsOnce<T>(text: string, values: (number | string | (number | string)[])[] = []): Promise<T[]> {
    const [rows] = await this.connection.query<RowDataPacket[]>(text, values);
    return rows as unknown as T[];
  }
  /** Many rows in one statement, for `INSERT ... VALUES ?`; text protocol, batches of 2,000. */
  async insertMany(text: string, rows: readonly (readonly Value[])[]): Promise<void> {
    for (let at = 0; at < rows.length; at += 2000) {
      await this.connection.query(text, [rows.slice(at, at + 2000)]);
    }
  }
  async #execute<T extends RowDataPacket[] | ResultSetHeader>(
    text: string,
    values: readonly Value[],
  ): Promise<T> {
    // mysql2 corrupts values silently when there are more of them than placeholders.
    const wanted = text.split('?').length - 1;
    if (wanted !== values.length)
      throw new Error(`${values.length} values for ${wanted} placeholders: ${text}`);
    refuseTooLarge(values);
    for (let attempt = 1; ; attempt++) {
      try {
        const [result] = await this.connection.execute<T>(text, values as (string | number)[]);
        return result;
      } catch (error) {
        if (!this.alone || !lostRace(error) || attempt === mostAttempts) throw error;
        await pause(attempt);
      }
    }
  }
}

/** Lost races that a whole transaction may simply try again: deadlock (in a cluster: another node was first), lock wait, record changed. */
const again = new Set([1213, 1205, 1020]);
const mostAttempts = 8;
const lostRace = (error: unknown): boolean => again.has((error as { errno?: number }).errno ?? 0);
const pause = (attempt: number): Promise<void> =>
  new Promise((done) => setTimeout(done, attempt * 10 * (0.5 + Math.random())));
/** How long one waits for a free connection before the database counts as not answering, in milliseconds. */
const patience = 15_000;

/** A pool of connections to one database, with transactions that run again when they lost a race. */
export class Database extends Sql {
  readonly #pool: Pool;
  /** Whether there is room for more; a database on a disk of ours is asked nothing that could fill it to the brim. */
  hasRoom: () => boolean = () => true;
  constructor(
    readonly address: DatabaseAddress,
    connections = 12,
  ) {
    const pool = mysql.createPool({ ...connectionOptions(address), connectionLimit: connections });
    super(pool, true);
    this.#pool = pool;
    pool.pool.on('connection', (connection) => prepare(connection));
  }
  /**
   * Runs work in one transaction; on any error all of it is taken back. Run again whole, from its first read, when a
   * race was lost: the work must not lean on anything it left behind in memory.
   */
  async transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T> {
    for (let attempt = 1; ; attempt++) {
      const connection = await this.#connection();
      let broken = false;
      try {
        await connection.beginTransaction();
        const result = await work(new Sql(connection));
        await connection.commit();
        return result;
      } catch (error) {
        await connection.rollback().catch(() => (broken = true));
        if (attempt === mostAttempts || !lostRace(error)) throw error;
        await pause(attempt);
      } finally {
        if (broken) connection.destroy();
        else connection.release();
      }
    }
  }
  /** The same database answers elsewhere now: new connections go there. */
  moveTo({ host, port }: DatabaseAddress): void {
    const { connectionConfig } = (
      this.#pool.pool as unknown as { config: { connectionConfig: { host: string; port: number } } }
    ).config;
    Object.assign(connectionConfig, { host, port });
  }
  async close(): Promise<void> {
    await this.#pool.end();
  }
  /** mysql2 waits for ever when all connections are taken. */
  async #connection(): Promise<PoolConnection> {
    let late = false;
    let timer: NodeJS.Timeout | undefined;
    const asked = this.#pool.getConnection().then((connection) => {
      if (late) connection.release();
      return connection;
    });
    const waited = new Promise<never>((_, fail) => {
      timer = setTimeout(() => {
        late = true;
        fail(new RenquilError('database-unavailable'));
      }, patience);
    });
    try {
      return await Promise.race([asked, waited]);
    } finally {
      clearTimeout(timer);
    }
  }
}

const lostCodes = [
  'ECONNREFUSED',
  'ECONNRESET',
  'PROTOCOL_CONNECTION_LOST',
  'PROTOCOL_SEQUENCE_TIMEOUT',
  'ETIMEDOUT',
  'EPIPE',
  'ENOENT',
  'EHOSTUNREACH',
];
/** 1040 too many connections, 1047 a node that left its cluster, 1053 and 1927 shutting down, 1317 query killed. */
const lostErrnos = new Set([1040, 1047, 1053, 1317, 1927]);
/** 1021 disk full, 1114 table full, 1026 and 3 writing failed, 1030 error of the engine, 28 from the system. */
const fullErrnos = new Set([3, 28, 1021, 1026, 1114]);

/** What a failing database means to a person; other errors come back as they are. */
export function explainDatabaseError(error: unknown): unknown {
  if (error instanceof RenquilError) return error;
  const { errno, code, message } = error as { errno?: number; code?: string; message?: string };
  const full =
    fullErrnos.has(errno ?? 0) ||
    code === 'ENOSPC' ||
    /No space left on device|disk (is )?full|errno: 28/i.test(message ?? '');
  if (full && (errno !== undefined || code !== undefined))
    return new RenquilError('storage-full', {}, { cause: error });
  const lost =
    lostErrnos.has(errno ?? 0) ||
    (code !== undefined && lostCodes.includes(code)) ||
    /closed state|Pool is closed|WSREP has not yet prepared node/i.test(message ?? '');
  if (lost) return new RenquilError('database-unavailable', {}, { cause: error });
  // The race was lost too often: nothing was done.
  if (lostRace(error)) return new RenquilError('server-busy', {}, { cause: error });
  return error;
}
