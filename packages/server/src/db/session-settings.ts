import type { Connection } from 'mysql2';

/** What every connection works under, whatever the server's own settings are; times in seconds. */
const settings: Readonly<Record<string, string>> = {
  sql_mode: "'STRICT_TRANS_TABLES,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION'",
  time_zone: "'+00:00'",
  tx_isolation: "'READ-COMMITTED'",
  innodb_lock_wait_timeout: '10',
  lock_wait_timeout: '30',
  idle_transaction_timeout: '30',
  default_storage_engine: "'InnoDB'",
  // On a node of a cluster, a read waits for what was acknowledged on another node. Says nothing elsewhere.
  wsrep_sync_wait: '1',
};
/** The statement that every new connection begins with. */
export const settingsSql = `SET SESSION ${Object.entries(settings)
  .map(([name, value]) => `${name} = ${value}`)
  .join(', ')}`;

/** Sets them on a new connection before anything else runs on it; one that does not take them is not used. */
export function prepare(connection: Connection): void {
  connection.query(settingsSql, (error) => {
    if (error) connection.destroy();
  });
}
