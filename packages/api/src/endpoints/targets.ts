import type { Target } from '@renquil/core/targets';
import { about, nullable } from '../shape.js';
import { list, object } from '../objects.js';
import { anyObject, count, flag, id, text, time, unchecked } from '../values.js';
import { endpoint } from '../endpoint.js';
import { gate } from './handoffs.js';

const body = () => about('What a receiver needs: docs/targets.md.', anyObject<Target>());
export const targetInfo = object({
  /** What a hand-off is asked with: the number of one of the project, the name of one that comes with Renquil. */
  key: text(),
  /** Null: it comes with Renquil. */
  id: nullable(id()),
  /** 0: it comes with Renquil. */
  revision: count(),
  target: body(),
  author: nullable(text()),
  at: nullable(time()),
});

export const deleteProjectTarget = endpoint({
  method: 'delete',
  path: '/api/projects/:project/targets/:target',
  needs: 'lead',
  says: 'Takes a target off the list. What was handed off to it stays as it was.',
  reply: object({ deleted: flag() }),
});

export const listProjectTargets = endpoint({
  method: 'get',
  path: '/api/projects/:project/targets',
  needs: 'viewer',
  says: 'The targets of a project in their newest revisions, and those that come with Renquil which it has not changed.',
  reply: object({ targets: list(targetInfo) }),
});

export const listTargetRevisions = endpoint({
  method: 'get',
  path: '/api/projects/:project/targets/:target/revisions',
  needs: 'viewer',
  says: 'The revisions of a target, newest first, each with what it was.',
  reply: object({
    revisions: list(object({ revision: id(), note: text(), author: text(), at: time(), target: body() })),
  }),
});

export const tryProjectTarget = endpoint({
  method: 'post',
  path: '/api/projects/:project/targets/try',
  needs: 'viewer',
  says: 'What the gate says of a scene as it is now for a target that need not be kept. Changes nothing.',
  body: object({
    target: about('What a receiver needs: docs/targets.md.', unchecked<Target>()),
    scene: id(),
  }),
  reply: object({ gate, names: list(object({ from: text(), to: text() })) }),
});

export const saveProjectTarget = endpoint({
  method: 'put',
  path: '/api/projects/:project/targets',
  needs: 'lead',
  says: 'A new target, or a new revision of the one of that title. `base` is the revision that was changed, 0 for a new one; another than the newest is refused.',
  body: object({
    target: about('What a receiver needs: docs/targets.md.', unchecked<Target>()),
    base: count(),
    note: text({ max: 1000, trim: true }),
  }),
  reply: object({ id: id(), revision: id() }),
});
