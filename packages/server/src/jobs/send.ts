import { setTimeout as pause } from 'node:timers/promises';
import { sayArrived, type Arrival, type Offer, type Receipt } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { readOwn } from '@renquil/core/own-json';
import { changedIn, findDelivery, keepReceipts, saveTry, type DeliveryRow } from '../db/deliveries.js';
import { readChunks } from '../db/files.js';
import { findHandoff, listHandoffFiles, type HandoffFileRow, type HandoffRow } from '../db/handoffs.js';
import { recordAudit } from '../db/projects.js';
import { findScene, type SceneRow } from '../db/scenes.js';
import { insertEvent } from '../live/event-hub.js';
import { LineBroken, LineRefused, ReceiverLine } from '../sending/receiver-line.js';
import { sendPackage } from '../sending/send-package.js';
import type { JobHandler, JobWork } from './job-work.js';
import { TryLater } from './try-later.js';

/** What a sending was asked with. */
export interface SendInput {
  readonly delivery: number;
}
/** Tries after which it is given up, as long as nothing more of it arrives; the waits between them double up to a minute. */
const mostTries = 12;
const waitOf = (tries: number): number => Math.min(60, 2 ** (tries - 1));

interface Sending {
  readonly delivery: DeliveryRow;
  readonly handoff: HandoffRow;
  readonly scene: SceneRow;
  readonly files: readonly HandoffFileRow[];
}

/**
 * Brings a package to a receiver and waits for its receipt. A line that breaks, and an answer that does not come, are tried
 * again later; what is there already is not sent twice. One that has answered is only asked whether it has more to say.
 */
export const sendJob: JobHandler = async (work) => {
  const { services, job, signal } = work;
  const { delivery, ...sending } = await loadSending(work);
  const receiver = services.receivers.find(({ title }) => title === delivery.receiver);
  const later = laterFor(work, delivery);
  if (!receiver) throw await later('this server was started without it', 0);
  const line = new ReceiverLine(receiver, { signal, pool: services.pool });
  let here = Number(delivery.received);
  let arrival: Arrival | null;
  try {
    if (delivery.receipts) arrival = await line.status(delivery.package_id);
    else arrival = await send(work, line, { delivery, ...sending }, (bytes) => (here = bytes));
    if (arrival?.receipts.length) {
      // One that answers twice does so soon.
      await pause(services.pace, undefined, { signal });
      arrival = (await line.status(delivery.package_id).catch(() => null)) ?? arrival;
    }
  } catch (error) {
    signal.throwIfAborted();
    if (!(error instanceof LineRefused || error instanceof LineBroken)) throw error;
    // What it answered before stands, whatever becomes of asking once more.
    if (delivery.receipts) throw unanswered(delivery, 1, error.message);
    if (error instanceof LineRefused) return refused(job.author, { delivery, ...sending }, error.message);
    throw await later(error.message, here);
  }
  const receipts = arrival?.receipts ?? [];
  if (!receipts.length && !delivery.receipts) throw await later('', here);
  return keep(job.author, { delivery, ...sending }, receipts);
};

async function loadSending({ services: { database }, job }: JobWork): Promise<Sending> {
  const delivery = await findDelivery(database, readOwn<SendInput>(job.input).delivery);
  const handoff = delivery && (await findHandoff(database, delivery.handoff_id));
  const scene = handoff && (await findScene(database, handoff.scene_id));
  // What was put into the bin meanwhile goes nowhere.
  if (!scene || scene.binned_at) throw new RenquilError('not-found', { what: 'package' });
  return { delivery, handoff, scene, files: await listHandoffFiles(database, handoff.id) };
}
async function send(
  { services: { database }, report }: JobWork,
  line: ReceiverLine,
  { delivery, handoff, scene, files }: Sending,
  tell: (bytes: number) => void,
): Promise<Arrival> {
  const all = files.reduce((sum, { bytes }) => sum + Number(bytes), 0);
  const offer: Offer = {
    id: delivery.package_id,
    from: delivery.author_name,
    scene: scene.name,
    version: labelOf(handoff, files),
    target: handoff.target,
    reason: handoff.reason,
    files: files.map(({ name, bytes, sha256 }) => ({ name, bytes: Number(bytes), sha256 })),
  };
  return sendPackage(
    line,
    offer,
    (n, from) => readChunks(database, files[n]!.file_id, from),
    (bytes) => {
      tell(bytes);
      report('Sending', bytes, all);
    },
  );
}
/** The version or revision as it stands in the names of the files. */
function labelOf({ revision }: HandoffRow, files: readonly HandoffFileRow[]): string {
  for (const { name } of files) {
    const found = /_([vr]\d+)\.(?:glb|gltf|bin)$/.exec(name)?.[1];
    if (found) return found;
  }
  return `r${revision}`;
}

/** Notes a try that came to nothing, and says when the next one is; or that it is given up. */
function laterFor(
  { services: { database, pace } }: JobWork,
  delivery: DeliveryRow,
): (said: string, received: number) => Promise<Error> {
  return async (said, received) => {
    // One that was given up and is asked again begins anew.
    const before = delivery.state === 'unanswered' ? 0 : delivery.tries;
    const tries = received > Number(delivery.received) ? 1 : before + 1;
    const isOver = tries >= mostTries;
    const isThere = said === '';
    const going = delivery.state === 'unanswered' ? 'sending' : delivery.state;
    const state = isOver ? 'unanswered' : isThere ? 'sent' : going;
    const says = said && `${delivery.receiver}: ${said}`;
    await saveTry(database, delivery.id, { state, said: says, tries, received });
    if (isOver) return unanswered(delivery, tries, said || 'no receipt came');
    const what = isThere ? 'Waiting for the receipt' : `Trying again, ${said}`;
    return new TryLater((waitOf(tries) * pace) / 1000, what);
  };
}

function unanswered({ receiver }: DeliveryRow, count: number, detail: string): RenquilError {
  return new RenquilError('receiver-unanswered', { receiver, count, detail });
}

type Finish = Awaited<ReturnType<JobHandler>>;
function keep(author: number, { delivery, handoff, scene }: Sending, receipts: readonly Receipt[]): Finish {
  return async (sql) => {
    for (const receipt of await keepReceipts(sql, delivery.id, receipts)) {
      await recordAudit(
        sql,
        { project: scene.project_id, account: author },
        `receipt from ${delivery.receiver} for ${handoff.target}, revision ${handoff.revision}: ${sayReceipt(receipt)}`,
        { scene: scene.id },
      );
    }
    await insertEvent(sql, scene.id, {
      type: 'receipt',
      revision: handoff.revision,
      author: '',
      label: delivery.receiver,
    });
    return { handoff: handoff.id };
  };
}
/** The line itself says no: nothing was opened there, so the receipt is ours. */
function refused(author: number, sending: Sending, reason: string): Finish {
  return keep(author, sending, [
    {
      ...{ number: sending.delivery.package_id, state: 'refused', at: new Date().toISOString() },
      ...{ reason, objects: 0, arrived: 0, differences: [], more: 0 },
    },
  ]);
}
function sayReceipt(receipt: Receipt): string {
  if (receipt.state === 'refused') return `refused, ${receipt.reason ?? 'no reason given'}`;
  return sayArrived({ ...receipt, changed: changedIn(receipt) });
}
