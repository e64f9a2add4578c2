import { parseArgs } from 'node:util';
import { isAbsolute, join } from 'node:path';
import { SetUpError } from './db/set-up-error.js';
import type { KnownReceiver } from './sending/receiver-line.js';

/** What the server is started with. */
export interface Flags {
  readonly port: number;
  readonly host: string;
  /** Folder of the database and everything stored. */
  readonly data: string;
  readonly resetDemo: boolean;
  readonly demo: boolean;
  /** Sign-in name of the first lead, for a server without the demo. */
  readonly firstLead: string | null;
  readonly uploadLimitMb: number;
  /** Address of a MariaDB that is not ours to start; null: a private one in the data folder. */
  readonly database: string | null;
  /** Where people reach it, when that is a name; null: by address or as localhost. */
  readonly publicUrl: string | null;
  /** Proxies whose word on who asks is taken. */
  readonly trustProxy: string | null;
  /** Times the usual limit of requests a second; 0: none. */
  readonly requestLimit: number;
  /** Who packages can be sent to, as `TITLE=URL`. */
  readonly receivers: readonly KnownReceiver[];
  /** Port of the practice receiver; null: the next one after the server's own. */
  readonly practicePort: number | null;
  readonly help: boolean;
}

/** What `--help` prints. */
export const usage = `npm start -- [flags]
  --port N          port on 127.0.0.1 (8420)
  --data FOLDER     where everything is kept (.renquil)
  --reset-demo      throw the demo away and put it in anew; asks for a --data folder that holds nothing else
  --no-demo         start without the demo people and scenes
  --first-lead NAME with --no-demo: make the first project and its lead, and print the password once
  --host ADDRESS    listen elsewhere than 127.0.0.1; refused while demo accounts exist
  --public-url URL  where people reach it, as in https://renquil.studio; without it by address or as localhost only
  --trust-proxy A,B proxies, by address or network, that say who is asking (X-Forwarded-For)
  --request-limit N requests of one person, as times the usual 50 a second and 1,000 at once (1); 0 refuses none
  --receiver T=URL  somebody packages can be sent to, as in "Light team=https://light.studio/in"; as many as there are
  --practice-port N port of the practice receiver, which is started with the demo (the one after --port)
  --upload-limit MB largest file taken (1000)
  --database URL    work on this MariaDB, as in mariadb://renquil@db.studio:3306/renquil?ca=FILE, instead of a private
                    one; also RENQUIL_DATABASE, with the password in RENQUIL_DATABASE_PASSWORD or _PASSWORD_FILE`;

/** The flags as they were given. Throws SetUpError naming the one that cannot be read. */
export function readFlags(
  argv: readonly string[],
  cwd: string,
  environment: Readonly<Record<string, string | undefined>> = process.env,
): Flags {
  let values: Record<string, string | boolean | string[] | undefined>;
  try {
    ({ values } = parseArgs({
      args: [...argv],
      options: {
        port: { type: 'string' },
        host: { type: 'string' },
        data: { type: 'string' },
        'reset-demo': { type: 'boolean' },
        'no-demo': { type: 'boolean' },
        'first-lead': { type: 'string' },
        'public-url': { type: 'string' },
        'trust-proxy': { type: 'string' },
        'request-limit': { type: 'string' },
        'upload-limit': { type: 'string' },
        receiver: { type: 'string', multiple: true },
        'practice-port': { type: 'string' },
        database: { type: 'string' },
        help: { type: 'boolean' },
      },
    }));
  } catch (error) {
    throw new SetUpError(`${(error as Error).message.split('. ')[0]}.\n${usage}`);
  }
  const whole = (name: string, fallback: number, most: number): number => {
    const text = values[name];
    if (text === undefined) return fallback;
    const n = Number(text);
    if (!Number.isInteger(n) || n < 0 || n > most)
      throw new SetUpError(`--${name} takes a whole number up to ${most}, not "${String(text)}".`);
    return n;
  };
  const data = (values['data'] as string | undefined) ?? '.renquil';
  return {
    port: whole('port', 8420, 65_535),
    host: (values['host'] as string | undefined) ?? '127.0.0.1',
    data: isAbsolute(data) ? data : join(cwd, data),
    resetDemo: values['reset-demo'] === true,
    demo: values['no-demo'] !== true,
    firstLead: (values['first-lead'] as string | undefined) ?? null,
    uploadLimitMb: whole('upload-limit', 1000, 100_000),
    database: (values['database'] as string | undefined) ?? environment['RENQUIL_DATABASE'] ?? null,
    publicUrl: publicUrlOf(values['public-url'] as string | undefined),
    trustProxy: (values['trust-proxy'] as string | undefined) ?? null,
    requestLimit: whole('request-limit', 1, 10_000),
    receivers: ((values['receiver'] as string[] | undefined) ?? []).map(receiverOf),
    practicePort: values['practice-port'] === undefined ? null : whole('practice-port', 0, 65_535),
    help: values['help'] === true,
  };
}

function receiverOf(text: string): KnownReceiver {
  const at = text.indexOf('=');
  const [title, address] = [text.slice(0, at).trim(), text.slice(at + 1).trim()];
  const url = URL.canParse(address) ? new URL(address) : null;
  if (at < 1 || !title || title.length > 120 || !url || !/^https?:$/.test(url.protocol) || isOdd(url))
    throw new SetUpError(
      `--receiver takes a title and an address, as in "Light team=https://light.studio/in", not "${text}".`,
    );
  return { title, url: url.href };
}

/** A name or password that is no text in percent signs (RFC 3986, section 2.1). */
function isOdd({ username, password }: URL): boolean {
  try {
    decodeURIComponent(username + password);
    return false;
  } catch {
    return true;
  }
}

function publicUrlOf(text: string | undefined): string | null {
  if (text === undefined) return null;
  const url = URL.canParse(text) ? new URL(text) : null;
  if (!url || !/^https?:$/.test(url.protocol) || url.pathname !== '/')
    throw new SetUpError(`--public-url takes an address such as https://renquil.studio, not "${text}".`);
  return url.origin;
}
