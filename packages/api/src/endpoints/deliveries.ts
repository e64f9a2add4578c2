import type { Heard } from '@renquil/core/targets';
import { difference, receipt } from '../receiver/receiver-shapes.js';
import { filled, nullable, type Shape } from '../shape.js';
import { list, object } from '../objects.js';
import { count, flag, id, oneOf, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';

/** A package on its way to a receiver. */
export const deliveryInfo = object({
  receiver: text(),
  state: oneOf('sending', 'sent', 'arrived', 'changed', 'refused', 'unanswered'),
  /** What the line or the receiver last said; empty: nothing. */
  said: text(),
  /** Tries since something of it last arrived. */
  tries: count(),
  /** Null: no job is at it. */
  job: nullable(id()),
  author: text(),
  at: time(),
  /** Of the newest receipt; null: there is none. */
  answer: nullable(
    object({ objects: count(), arrived: count(), changed: count(), reason: nullable(text()) }),
  ),
  /** How often it answered, and how many differences somebody has settled. */
  receipts: count(),
  settled: count(),
});
export const keptReceipt = object({ receipt, at: time() });
export const decision = object({ object: count(), what: oneOf('kept', 'taken', 'told'), by: text() });
/** Of core; held to its type. */
export const heard: Shape<Heard> = object({
  receiver: text(),
  refused: nullable(text()),
  changed: list(difference),
});

export const createDelivery = endpoint({
  method: 'post',
  path: '/api/handoffs/:handoff/deliveries',
  needs: 'artist',
  says: 'Starts the job that sends a package to a receiver, once, however often it is asked; of one that was answered, asks whether there is more to say.',
  body: object({ receiver: text({ min: 1, max: 120 }) }),
  status: 202,
  reply: object({ job: id() }),
});

export const decideDifferences = endpoint({
  method: 'post',
  path: '/api/handoffs/:handoff/decisions',
  needs: 'artist',
  says: 'Says of objects that did not arrive as they were sent what was made of it: our name is kept, theirs was taken over, or the target was told.',
  body: object({
    receiver: text({ min: 1, max: 120 }),
    objects: list(count(), { min: 1, max: 20_000 }),
    what: oneOf('kept', 'taken', 'told'),
  }),
  reply: object({ settled: flag() }),
});

export const getHeard = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/heard',
  needs: 'viewer',
  says: 'What the last receipt for a target changed, but for what people said of it. An empty key is no target.',
  query: { target: filled(text({ max: 40 }), '') },
  reply: object({ heard: nullable(heard) }),
});

export const listHandoffReceipts = endpoint({
  method: 'get',
  path: '/api/handoffs/:handoff/receipts/:receiver',
  needs: 'viewer',
  says: 'What a receiver last answered to a package, null: nothing yet, and what people made of it.',
  reply: object({ last: nullable(keptReceipt), decisions: list(decision) }),
});

export const listProjectReceivers = endpoint({
  method: 'get',
  path: '/api/projects/:project/receivers',
  needs: 'viewer',
  says: 'The receivers that this server was started with. Of the practice receiver the address of its page.',
  reply: object({ receivers: list(object({ title: text(), page: nullable(text()) })) }),
});
