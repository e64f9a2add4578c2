import type { Edit } from '@renquil/core/edits';
import { editsSchema } from '@renquil/formats/schemas';
import { filled, given, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { count, id, integer, requestId, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';

/** A list of edits, as core makes them; each carries what it found (`from`) and what it leaves (`to`). */
export const edits = given<readonly Edit[]>(editsSchema);
/** What a page sends: `base` is the revision that it was made on, `id` makes the same thing sent twice one change. */
export const newChange = object({ id: requestId(), base: count(), label: text({ min: 1, max: 300 }), edits });
export const loggedChange = object({
  revision: count(),
  id: text(),
  author: text(),
  authorId: id(),
  label: text(),
  at: optional(time()),
  edits,
});
export const historyLine = object({ revision: count(), author: text(), label: text(), at: time() });

export const createChange = endpoint({
  method: 'post',
  path: '/api/scenes/:scene/changes',
  needs: 'artist',
  says: 'Puts a change (id, base revision, label, edits) on top of the newest revision, or refuses it and names the object. The same id twice is one change; the same id for another one is refused.',
  body: newChange,
  reply: object({ revision: count(), missed: list(loggedChange) }),
});

export const listSceneChanges = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/changes',
  needs: 'viewer',
  says: 'The changes after revision `after`, with their edits, oldest first.',
  query: { after: count() },
  reply: object({ revision: count(), changes: list(loggedChange) }),
});

export const listSceneHistory = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/history',
  needs: 'viewer',
  says: 'What was done to the scene, newest first, 100 at a time, before revision `before`.',
  query: { before: filled(integer(1), 2 ** 31) },
  reply: object({ changes: list(historyLine) }),
});

export const listMyChanges = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/changes/mine',
  needs: 'viewer',
  says: 'What one has done oneself before revision `before`, newest first: what undo reaches back to. At most 100 changes and about 8 MB.',
  query: { before: count() },
  reply: object({ changes: list(loggedChange) }),
});
