import { createHash, randomBytes } from 'node:crypto';
import { RenquilError } from '@renquil/core/errors';
import { hash, verify } from '@node-rs/argon2';
import type { Sql } from '../db/database.js';
import {
  countTries,
  findAccountToSignIn,
  forgetTries,
  forgetTry,
  isKnownAddress,
  recordTry,
  rememberAddress,
  type Account,
} from '../db/people.js';
import { recordInAll } from '../db/projects.js';
import { insertSession, type From } from '../db/sessions.js';

/**
 * Wrong tries in so many minutes: at one account from one address, at one account from all addresses that it was never
 * signed in from, and from one address at all accounts. Whoever guesses elsewhere does not keep somebody out where they
 * are at home.
 */
const tries = { here: 10, account: 50, address: 60, minutes: 5 };
/** OWASP's floor for Argon2id: 19 MiB, two passes, one lane. */
const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** A password as it is kept: argon2id (RFC 9106). */
export function hashPassword(password: string): Promise<string> {
  return hash(password, cost);
}
/** A secret of ours as it is kept: SHA-256, since it is long and random. */
export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}
let decoy: Promise<string> | undefined;

/**
 * Runs one try at a password: counted before anything is looked at, so that of many guesses at once no more are tried
 * than of as many one after another. `attempt` gives null when it was wrong. Throws sign-in-slowed.
 */
export async function withTries<T>(
  sql: Sql,
  { account, address }: { readonly account: string; readonly address: string },
  attempt: () => Promise<T | null>,
): Promise<T | null> {
  const counted = [
    { who: `account ${account} from ${address}`, most: tries.here },
    { who: `address ${address}`, most: tries.address },
  ];
  if (!(await isKnownAddress(sql, account, address)))
    counted.push({ who: `account ${account}`, most: tries.account });
  const ids: number[] = [];
  for (const { who } of counted) ids.push(await recordTry(sql, who));
  let slowed = false;
  for (const { who, most } of counted) slowed ||= (await countTries(sql, who, tries.minutes)) > most;
  if (slowed) {
    // What was not tried counts for nothing: else anyone could keep another out for as long as they like.
    for (const id of ids) await forgetTry(sql, id);
    throw new RenquilError('sign-in-slowed', { seconds: tries.minutes * 60 });
  }
  const found = await attempt();
  if (found === null) return null;
  await forgetTries(sql, counted[0]!.who);
  // Of what is shared with others only this one try goes.
  for (const id of ids.slice(1)) await forgetTry(sql, id);
  return found;
}

/** Checks a name and password and opens a session. Takes as long for a name that does not exist. */
export async function signIn(
  sql: Sql,
  name: string,
  password: string,
  from: From,
): Promise<{ account: Account; token: string }> {
  const found = await withTries(sql, { account: name, address: from.address }, async () => {
    const known = await findAccountToSignIn(sql, name);
    decoy ??= hashPassword(randomBytes(12).toString('hex'));
    const right = await verify(known?.password_hash ?? (await decoy), password);
    if (known && !right) await recordInAll(sql, known.id, `could not sign in, from ${from.address}`);
    return known && right ? known : null;
  });
  if (!found) throw new RenquilError('sign-in-refused');
  const { password_hash: _hash, ...account } = found;
  await rememberAddress(sql, account.id, from.address);
  return { account, token: await openSession(sql, account.id, from) };
}

/** A new session; only the hash of its token is stored. */
export async function openSession(sql: Sql, account: number, from: From): Promise<string> {
  const token = newToken();
  await insertSession(sql, hashToken(token), account, from);
  return token;
}

/** 256 bits that nobody guesses, in letters that an address may hold (RFC 4648, section 5). */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}
