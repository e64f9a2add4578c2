import { existsSync, readFileSync } from 'node:fs';
import type { ConnectionOptions } from 'mysql2/promise';
import { SetUpError } from './set-up-error.js';

/** Where the database is and who asks. */
export interface DatabaseAddress {
  readonly host: string;
  readonly port: number;
  readonly user: string;
  readonly password: string;
  readonly database: string;
  /** TLS, with the certificate authority that signed the server's certificate. */
  readonly tls?: { readonly ca?: string };
}
const form = 'mariadb://USER@HOST:PORT/DATABASE';

/**
 * Reads `mariadb://user@host:3306/database?ca=FILE`. The password comes from RENQUIL_DATABASE_PASSWORD, or from the file
 * that RENQUIL_DATABASE_PASSWORD_FILE or `?password-file=` names, so that it stands in no list of processes; one inside
 * the address is taken too.
 * @throws SetUpError in words
 */
export function readDatabaseUrl(
  text: string,
  environment: Readonly<Record<string, string | undefined>> = process.env,
): DatabaseAddress {
  let url: URL;
  try {
    url = new URL(text);
  } catch {
    throw new SetUpError(`The address of the database is written ${form}; this is "${hidePassword(text)}".`);
  }
  if (url.protocol !== 'mariadb:' && url.protocol !== 'mysql:')
    throw new SetUpError(`The address of the database begins with mariadb://, not ${url.protocol}//.`);
  const database = decodeURIComponent(url.pathname.slice(1));
  if (!url.hostname || !url.username || !/^[A-Za-z0-9_$-]{1,64}$/.test(database))
    throw new SetUpError(`The address of the database needs a user, a host and a database: ${form}.`);
  const known = ['ca', 'tls', 'password-file'];
  for (const key of url.searchParams.keys())
    if (!known.includes(key))
      throw new SetUpError(`The address of the database has "${key}"; it takes ${known.join(', ')}.`);
  const ca = url.searchParams.get('ca');
  const tls = url.searchParams.get('tls') ?? (ca === null ? 'off' : 'on');
  if (tls !== 'on' && tls !== 'off')
    throw new SetUpError('"tls" in the address of the database is on or off.');
  return {
    host: url.hostname.replace(/^\[|\]$/g, ''),
    port: url.port ? Number(url.port) : 3306,
    user: decodeURIComponent(url.username),
    password: passwordOf(url, environment),
    database,
    ...(tls === 'on' ? { tls: ca === null ? {} : { ca: readText(ca, 'certificate authority') } } : {}),
  };
}

function passwordOf(url: URL, environment: Readonly<Record<string, string | undefined>>): string {
  if (url.password) return decodeURIComponent(url.password);
  const file = url.searchParams.get('password-file') ?? environment['RENQUIL_DATABASE_PASSWORD_FILE'];
  if (file) return readText(file, 'password').replace(/\r?\n$/, '');
  return environment['RENQUIL_DATABASE_PASSWORD'] ?? '';
}
function readText(file: string, what: string): string {
  if (!existsSync(file)) throw new SetUpError(`The file with the database's ${what}, ${file}, is not there.`);
  return readFileSync(file, 'utf8');
}
const hidePassword = (text: string): string => text.replace(/:[^:@/]*@/, ':***@');

/** For mysql2: times are UTC, texts compare byte for byte, big numbers stay exact. */
export function connectionOptions(address: DatabaseAddress): ConnectionOptions {
  const { host, port, user, password, database, tls } = address;
  return {
    host,
    port,
    user,
    password,
    database,
    connectTimeout: 10_000,
    timezone: 'Z',
    charset: 'utf8mb4_bin',
    jsonStrings: true,
    // The server's limit of prepared statements is for all who share it.
    maxPreparedStatements: 150,
    supportBigNumbers: true,
    flags: ['-IGNORE_SPACE'],
    ...(tls ? { ssl: { minVersion: 'TLSv1.2', ...(tls.ca === undefined ? {} : { ca: tls.ca }) } } : {}),
  };
}
