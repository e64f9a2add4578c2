import type { ReadBack } from '@renquil/core/targets';
import type { Gate } from '@renquil/core/workbench';
import { filled, nullable, optional, type Shape } from '../shape.js';
import { list, object, record } from '../objects.js';
import { count, flag, id, oneOf, requestId, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';
import { deliveryInfo } from './deliveries.js';
import { startedJob } from './jobs.js';

const gateLine = object({
  check: text(),
  title: text(),
  severity: oneOf('blocker', 'warning', 'note'),
  asked: count(),
  wrong: count(),
  waived: optional(count()),
  first: optional(list(id())),
  because: optional(text()),
});
/** Of core; held to its type. */
export const gate: Shape<Gate> = object({
  passes: flag(),
  blockers: count(),
  warnings: count(),
  waived: optional(count()),
  lines: list(gateLine),
  target: optional(text()),
  goes: object({ objects: count(), faces: count(), materials: count(), bytes: optional(count()) }),
  stays: object({ objects: count(), byWhy: record(count()), takenAlong: count() }),
});
/** What a second reader found in the file that was written. */
export const readBack: Shape<ReadBack> = object({
  objects: count(),
  arrived: count(),
  /** What differs, in words; empty when all arrived as it was sent. */
  problems: list(text()),
  /** False when the geometry is compressed and only the tree could be opened by the second reader. */
  geometry: flag(),
});
export const handoffInfo = object({
  id: id(),
  revision: count(),
  author: text(),
  reason: nullable(text()),
  at: time(),
  /** What it was for, and the key by which it was chosen. */
  target: text(),
  targetKey: text(),
  gate,
  /** Null: no scene file went. */
  readBack: nullable(readBack),
  files: list(object({ name: text(), bytes: count(), sha256: text() })),
  deliveries: list(deliveryInfo),
});

export const createHandoff = endpoint({
  method: 'post',
  path: '/api/scenes/:scene/handoffs',
  needs: 'artist',
  says: 'Starts the job that builds, reads back and stores a package. With open blockers it needs a lead and a reason. The same `id` twice is one package.',
  body: object({
    revision: count(),
    reason: filled(nullable(text({ min: 3, max: 1000, trim: true })), null),
    /** The key of a target; left out: the scene as it is, without what stays home. */
    target: filled(text({ max: 40 }), ''),
    id: optional(requestId()),
  }),
  status: 202,
  reply: startedJob,
});

const named = object({ object: count(), name: text() });
/** What of a package is other than in the one before it. */
export const packageChanges = object({
  renamed: list(object({ object: count(), from: text(), to: text() })),
  moved: list(named),
  added: list(named),
  gone: list(named),
});
export const handoffChanges = object({
  /** The package before for the same target; null: there is none. */
  before: nullable(object({ id: id(), revision: count(), at: time() })),
  counts: optional(object({ renamed: count(), moved: count(), added: count(), gone: count() })),
  /** The first 200 of each. */
  first: optional(packageChanges),
});

export const getHandoffChanges = endpoint({
  method: 'get',
  path: '/api/handoffs/:handoff/changes',
  needs: 'viewer',
  says: 'What of a package is other than in the one before it for the same target: names, places, objects.',
  reply: handoffChanges,
});

export const getHandoffFile = endpoint({
  method: 'get',
  path: '/api/handoffs/:handoff/files/:name',
  needs: 'viewer',
  says: 'One file of a package.',
  bytes: '*/*',
});

export const getHandoffPackage = endpoint({
  method: 'get',
  path: '/api/handoffs/:handoff/package',
  needs: 'viewer',
  says: 'The whole package as a zip.',
  bytes: 'application/zip',
});

export const listSceneHandoffs = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/handoffs',
  needs: 'viewer',
  says: 'The last 20 packages of a scene with their gate, read-back and files.',
  reply: object({ handoffs: list(handoffInfo) }),
});
