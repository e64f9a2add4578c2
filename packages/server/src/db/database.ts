import { RenquilError } from '@renquil/core';
import mysql, {
  type Pool,
  type PoolConnection,
  type ResultSetHeader,
  type RowDataPacket,
} from 'mysql2/promise';

export interface DatabaseAddress {
  readonly port: number;
  readonly user: string;
  readonly password: string;
  readonly database: string;
}
export type Value = string | number | boolean | null | Date | Buffer | Uint8Array;

/** Plain SQL over one connection or a pool. Texts compare byte for byte; dates are UTC; big numbers stay exact. */
export class Sql {
  constructor(readonly connection: Pool | PoolConnection) {}

  async rows<T>(text: string, values: readonly Value[] = []): Promise<T[]> {
    return (await this.#execute<RowDataPacket[]>(text, values)) as unknown as T[];
  }
  async one<T>(text: string, values: readonly Value[] = []): Promise<T | null> {
    return (await this.rows<T>(text, values))[0] ?? null;
  }
  async run(text: string, values: readonly Value[] = []): Promise<ResultSetHeader> {
    return this.#execute<ResultSetHeader>(text, values);
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
    const [result] = await this.connection.execute<T>(text, values as (string | number)[]);
    return result;
  }
}

/** Lost races that a whole transaction may simply try again: deadlock, lock wait, record changed. */
const again = new Set([1213, 1205, 1020]);

export class Database extends Sql {
  readonly #pool: Pool;
  constructor(readonly address: DatabaseAddress) {
    const pool = mysql.createPool({
      host: '127.0.0.1',
      port: address.port,
      user: address.user,
      password: address.password,
      database: address.database,
      connectionLimit: 12,
      timezone: 'Z',
      charset: 'utf8mb4_bin',
      jsonStrings: true,
      supportBigNumbers: true,
      flags: ['-IGNORE_SPACE'],
    });
    super(pool);
    this.#pool = pool;
  }
  /** Runs work in one transaction; on any error all of it is taken back. Retried whole when a race was lost. */
  async transaction<T>(work: (sql: Sql) => Promise<T>): Promise<T> {
    for (let attempt = 1; ; attempt++) {
      const connection = await this.#pool.getConnection();
      let broken = false;
      try {
        await connection.beginTransaction();
        const result = await work(new Sql(connection));
        await connection.commit();
        return result;
      } catch (error) {
        await connection.rollback().catch(() => (broken = true));
        if (attempt < 5 && again.has((error as { errno?: number }).errno ?? 0)) {
          await new Promise((done) => setTimeout(done, attempt * 10 + Math.random() * 20));
          continue;
        }
        throw error;
      } finally {
        if (broken) connection.destroy();
        else connection.release();
      }
    }
  }
  async close(): Promise<void> {
    await this.#pool.end();
  }
}

/** What a failing database means to a person; other errors come back as they are. */
export function explainDatabaseError(error: unknown): unknown {
  const { errno, code } = error as { errno?: number; code?: string };
  const lost = ['ECONNREFUSED', 'ECONNRESET', 'PROTOCOL_CONNECTION_LOST', 'ETIMEDOUT', 'EPIPE', 'ENOENT'];
  if (code !== undefined && lost.includes(code) && !(error instanceof RenquilError)) {
    return new RenquilError('database-unavailable', {}, { cause: error });
  }
  // 1021 disk full, 1114 table full, 3 and 28 from the system (ENOSPC).
  if (errno === 1021 || errno === 1114 || code === 'ENOSPC')
    return new RenquilError('storage-full', {}, { cause: error });
  return error;
}
