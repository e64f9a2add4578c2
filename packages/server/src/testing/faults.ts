import { Sql, type Database } from '../db/database.js';

/** A lost race, as MariaDB says it. */
export const deadlock = (): Error =>
  Object.assign(new Error('Deadlock found when trying to get lock'), { errno: 1213 });

/**
 * Makes the n-th statement of the next transaction fail, once; a number beyond the last fails at its end, before it is
 * committed. `statements` counts those of the last attempt. Only transactions whose first statement is about what is
 * watched count: those of other workers go on beside.
 */
export class Faults {
  failAt = 0;
  statements = 0;
  attempts = 0;
  make = deadlock;
  constructor(
    database: Database,
    readonly about: RegExp,
  ) {
    const transaction = database.transaction.bind(database);
    database.transaction = <T>(work: (sql: Sql) => Promise<T>) =>
      transaction(async (sql) => {
        const watch = { on: false, n: 0 };
        const result = await work(this.#watch(sql, watch));
        if (watch.on && this.failAt > watch.n) this.#fail();
        return result;
      });
  }
  #watch(sql: Sql, watch: { on: boolean; n: number }): Sql {
    const step = (text: string): void => {
      if (!watch.n && this.about.test(text)) {
        watch.on = true;
        this.attempts++;
      }
      watch.n++;
      if (!watch.on) return;
      this.statements = watch.n;
      if (watch.n === this.failAt) this.#fail();
    };
    const connection = new Proxy(sql.connection, {
      get(target, key: 'query' | 'execute') {
        const value: unknown = target[key];
        if (typeof value !== 'function') return value;
        return (...args: unknown[]): unknown => {
          if (key === 'query' || key === 'execute') step(String(args[0]));
          return (value as (...given: unknown[]) => unknown).apply(target, args);
        };
      },
    });
    return new Sql(connection);
  }
  #fail(): never {
    const { make } = this;
    [this.failAt, this.make] = [0, deadlock];
    throw make();
  }
}
