import { createHash, randomBytes } from 'node:crypto';
import { RenquilError } from '@renquil/core';
import { hash, verify } from '@node-rs/argon2';
import type { Sql } from '../db/database.js';
import {
  countTries,
  findAccountToSignIn,
  forgetTries,
  forgetTry,
  insertSession,
  recordTry,
  type Account,
} from '../db/people.js';

export const sessionDays = 14;
const tries = { account: 10, address: 60, minutes: 5 };
/** OWASP's floor for Argon2id: 19 MiB, two passes, one lane. */
const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export function hashPassword(password: string): Promise<string> {
  return hash(password, cost);
}
export function hashToken(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}
let decoy: Promise<string> | undefined;

/** Checks a name and password and opens a session. Takes as long for a name that does not exist. */
export async function signIn(
  sql: Sql,
  name: string,
  password: string,
  address: string,
): Promise<{ account: Account; token: string }> {
  const [byAccount, byAddress] = [`account ${name}`, `address ${address}`];
  // Counted before anything is looked at: of many guesses at once no more are tried than of as many one after another.
  const [ofAccount, ofAddress] = [await recordTry(sql, byAccount), await recordTry(sql, byAddress)];
  const slowed =
    (await countTries(sql, byAccount, tries.minutes)) > tries.account ||
    (await countTries(sql, byAddress, tries.minutes)) > tries.address;
  if (slowed) {
    // What was not tried counts for nothing: else anyone could keep another out for as long as they like.
    await forgetTry(sql, ofAccount);
    await forgetTry(sql, ofAddress);
    throw new RenquilError('sign-in-slowed', { seconds: tries.minutes * 60 });
  }
  const found = await findAccountToSignIn(sql, name);
  decoy ??= hashPassword(randomBytes(12).toString('hex'));
  const right = await verify(found?.password_hash ?? (await decoy), password);
  if (!found || !right) throw new RenquilError('sign-in-refused');
  await forgetTries(sql, byAccount);
  await forgetTry(sql, ofAddress);
  const { password_hash: _hash, ...account } = found;
  return { account, token: await openSession(sql, account.id) };
}

/** A new session; only the hash of its token is stored. */
export async function openSession(sql: Sql, account: number): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  await insertSession(sql, hashToken(token), account, sessionDays);
  return token;
}
