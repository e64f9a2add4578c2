import type { Decision, DeliveryInfo, Receipt } from '@renquil/api';
import type { Heard } from '@renquil/core/targets';
import { readOwn } from '@renquil/core/own-json';
import type { Sql } from './database.js';

type DeliveryState = DeliveryInfo['state'];
/** What somebody makes of a difference. */
type Decided = Decision['what'];
/** A package on its way. */
export interface DeliveryRow {
  readonly id: number;
  readonly handoff_id: number;
  readonly receiver: string;
  readonly package_id: string;
  readonly state: DeliveryState;
  /** What the line, or the receiver, last said. */
  readonly said: string;
  /** Tries since something of it last arrived. */
  readonly tries: number;
  /** Bytes that are there. */
  readonly received: number | string;
  /** Null: no job is at it. */
  readonly job: number | null;
  readonly author_name: string;
  readonly created_at: Date;
  /** Of the newest receipt; null: none. */
  readonly objects: number | null;
  readonly arrived: number | null;
  readonly changed: number | null;
  readonly reason: string | null;
  readonly receipts: number;
  readonly decided: number;
}
const columns = `SELECT d.id, d.handoff_id, d.receiver, d.package_id, d.state, d.said, d.tries, d.received, a.name AS author_name, d.created_at,
    (SELECT j.id FROM job j WHERE j.id = d.job_id AND j.state IN ('waiting', 'running')) AS job,
    n.objects, n.arrived, n.changed, n.reason, (SELECT COUNT(*) FROM receipt r WHERE r.delivery_id = d.id) AS receipts,
    (SELECT COUNT(*) FROM receipt_decision c WHERE c.delivery_id = d.id) AS decided
  FROM delivery d JOIN account a ON a.id = d.author
  LEFT JOIN receipt n ON n.id = (SELECT MAX(r.id) FROM receipt r WHERE r.delivery_id = d.id)`;

/** The deliveries of a package, by receiver. */
export function listDeliveries(sql: Sql, handoff: number): Promise<DeliveryRow[]> {
  return sql.rows(`${columns} WHERE d.handoff_id = ? ORDER BY d.receiver`, [handoff]);
}
/** One by its id. */
export function findDelivery(sql: Sql, delivery: number): Promise<DeliveryRow | null> {
  return sql.one(`${columns} WHERE d.id = ?`, [delivery]);
}
/** The one of a package to a receiver, if it was ever asked for. */
export function deliveryTo(sql: Sql, handoff: number, receiver: string): Promise<DeliveryRow | null> {
  return sql.one(`${columns} WHERE d.handoff_id = ? AND d.receiver = ?`, [handoff, receiver]);
}
/** One for each package and receiver, whoever asks how often. Returns its id; it is locked until the transaction ends. */
export async function ensureDelivery(
  sql: Sql,
  made: {
    readonly handoff: number;
    readonly receiver: string;
    readonly packageId: string;
    readonly author: number;
  },
): Promise<number> {
  await sql.run(
    `INSERT INTO delivery (handoff_id, receiver, package_id, author, created_at) VALUES (?, ?, ?, ?, UTC_TIMESTAMP(3))
     ON DUPLICATE KEY UPDATE id = id`,
    [made.handoff, made.receiver, made.packageId, made.author],
  );
  const row = await sql.one<{ id: number }>(
    'SELECT id FROM delivery WHERE handoff_id = ? AND receiver = ? FOR UPDATE',
    [made.handoff, made.receiver],
  );
  return row!.id;
}
/** A job is at it now, and its tries begin anew. */
export async function beginDelivery(sql: Sql, delivery: number, job: number): Promise<void> {
  await sql.run(
    `UPDATE delivery SET job_id = ?, tries = 0, said = '', state = IF(state = 'unanswered', 'sending', state) WHERE id = ?`,
    [job, delivery],
  );
}
/** How far it is, by the last try. */
export async function saveTry(
  sql: Sql,
  delivery: number,
  now: Pick<DeliveryRow, 'state' | 'said' | 'tries'> & { readonly received: number },
): Promise<void> {
  await sql.run('UPDATE delivery SET state = ?, said = ?, tries = ?, received = ? WHERE id = ?', [
    now.state,
    now.said.slice(0, 1000),
    now.tries,
    now.received,
    delivery,
  ]);
}
/** Keeps receipts, each number once; the last one says where the delivery stands. Returns those that are new. */
export async function keepReceipts(
  sql: Sql,
  delivery: number,
  receipts: readonly Receipt[],
): Promise<Receipt[]> {
  const known = await sql.rows<{ number: string }>('SELECT number FROM receipt WHERE delivery_id = ?', [
    delivery,
  ]);
  const numbers = new Set(known.map(({ number }) => number));
  const fresh = receipts.filter(({ number }) => !numbers.has(number) && numbers.add(number));
  for (const receipt of fresh) {
    const { number, state, reason, objects, arrived } = receipt;
    await sql.run(
      'INSERT IGNORE INTO receipt (delivery_id, number, state, reason, objects, arrived, changed, body, received_at) VALUES (?, ?, ?, ?, ?, ?, ?, ?, UTC_TIMESTAMP(3))',
      [delivery, number, state, reason, objects, arrived, changedIn(receipt), JSON.stringify(receipt)],
    );
  }
  const last = fresh.at(-1);
  if (last)
    await sql.run('UPDATE delivery SET state = ?, said = ?, tries = 0 WHERE id = ?', [
      last.state,
      last.reason ?? '',
      delivery,
    ]);
  return fresh;
}
/** Objects that did not arrive as they were sent, listed or not. */
export function changedIn({ differences, more }: Receipt): number {
  return differences.length + more;
}
/** What the receiver said last, with when it came; null: nothing yet. The differences of a large scene make it long. */
export async function lastReceipt(
  sql: Sql,
  delivery: number,
): Promise<{ readonly receipt: Receipt; readonly at: Date } | null> {
  const row = await sql.one<{ body: string; received_at: Date }>(
    'SELECT body, received_at FROM receipt WHERE delivery_id = ? ORDER BY id DESC LIMIT 1',
    [delivery],
  );
  return row && { receipt: readOwn<Receipt>(row.body), at: row.received_at };
}
/** What people made of differences, by object. */
export async function listDecisions(
  sql: Sql,
  delivery: number,
): Promise<{ object: number; what: Decided; by: string }[]> {
  return sql.rows(
    'SELECT c.object_id AS object, c.what, a.name AS `by` FROM receipt_decision c JOIN account a ON a.id = c.account_id WHERE c.delivery_id = ? ORDER BY c.object_id',
    [delivery],
  );
}
/** What somebody makes of differences; what was made of them before no longer counts. */
export async function decide(
  sql: Sql,
  delivery: number,
  { objects, what, account }: { objects: readonly number[]; what: Decided; account: number },
): Promise<void> {
  const now = new Date();
  await sql.insertMany(
    'REPLACE INTO receipt_decision (delivery_id, object_id, what, account_id, decided_at) VALUES ?',
    objects.map((object) => [delivery, object, what, account, now]),
  );
}

/** What was answered to the newest package for a target that was answered, but for what people said of it; null: nothing yet. A late answer to an older one is no news. */
export async function lastHeard(sql: Sql, scene: number, targetKey: string): Promise<Heard | null> {
  const row = await sql.one<{ id: number; receiver: string; body: string }>(
    `SELECT d.id, d.receiver, r.body FROM receipt r JOIN delivery d ON d.id = r.delivery_id JOIN handoff h ON h.id = d.handoff_id
     WHERE h.scene_id = ? AND h.target_key = ? ORDER BY h.id DESC, r.id DESC LIMIT 1`,
    [scene, targetKey],
  );
  if (!row) return null;
  const { state, reason, differences } = readOwn<Receipt>(row.body);
  // A name that was taken over goes under that name from now on: nothing need be kept in mind of it.
  const decisions = (await listDecisions(sql, row.id)).filter(({ what }) => what !== 'taken');
  const settled = new Set(decisions.map(({ object }) => object));
  return {
    receiver: row.receiver,
    refused: state === 'refused' ? (reason ?? 'no reason was given') : null,
    changed: differences.filter(({ object }) => !settled.has(object)),
  };
}
