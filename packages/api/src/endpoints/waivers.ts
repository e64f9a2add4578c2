import { optional, nullable } from '../shape.js';
import { list, object } from '../objects.js';
import { count, flag, id, integer, oneOf, requestId, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';

const until = object({
  /** Until that version is saved. */
  version: optional(integer(1, 1_000_000)),
  /** That day is the last, in UTC: `2026-12-24`. */
  date: optional(text({ min: 10, max: 10 })),
});
const scope = object({
  of: oneOf('finding', 'branch', 'query'),
  check: text({ min: 1, max: 100 }),
  /** Of a finding or a branch: the object, and its path as it was. */
  object: optional(nullable(id())),
  path: optional(text({ max: 20_000 })),
  /** Of a query: the filter. */
  where: optional(text({ min: 1, max: 1000 })),
});
export const waiverInfo = object({
  id: id(),
  scene: object({ id: id(), name: text() }),
  scope,
  reason: text(),
  until,
  state: oneOf('asked', 'granted', 'refused', 'cleared'),
  askedBy: text(),
  /** Whether whoever asks for the list asked for it. */
  mine: flag(),
  askedAt: time(),
  decidedBy: nullable(text()),
  decidedAt: nullable(time()),
  note: text(),
});

export const listSceneWaivers = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/waivers',
  needs: 'viewer',
  says: 'What is let pass in a scene, and what is asked to be. `version` and `day` are what holds now is measured by.',
  reply: object({ waivers: list(waiverInfo), version: count(), day: text() }),
});

export const createWaiver = endpoint({
  method: 'post',
  path: '/api/scenes/:scene/waivers',
  needs: 'artist',
  says: 'Lets findings pass, with a reason: of a lead at once, of an artist it is asked for. The same `id` twice is one waiver.',
  body: object({ id: requestId(), scope, reason: text({ min: 1, max: 1000, trim: true }), until }),
  reply: object({ waiver: id(), state: oneOf('asked', 'granted') }),
});

export const decideSceneWaiver = endpoint({
  method: 'put',
  path: '/api/scenes/:scene/waivers/:waiver',
  needs: 'artist',
  says: 'Grants or refuses what is asked for (a lead), or clears a waiver: a lead any, others what they asked for themselves.',
  body: object({
    state: oneOf('granted', 'refused', 'cleared'),
    note: optional(text({ max: 1000 })),
    until: optional(until),
  }),
  reply: object({ state: oneOf('granted', 'refused', 'cleared') }),
});

export const listProjectWaivers = endpoint({
  method: 'get',
  path: '/api/projects/:project/waivers',
  needs: 'viewer',
  says: 'What is let pass over all scenes of a project, and what is asked to be: the newest 1,000 of each, and the last 200 refused or cleared.',
  reply: object({ waivers: list(waiverInfo) }),
});
