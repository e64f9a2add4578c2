import { optional } from '../shape.js';
import { list, object, record } from '../objects.js';
import { count, id, requestId, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';
import { edits } from './changes.js';

export const versionInfo = object({
  number: id(),
  revision: count(),
  note: text(),
  author: text(),
  at: time(),
});

export const createVersion = endpoint({
  method: 'post',
  path: '/api/scenes/:scene/versions',
  needs: 'artist',
  says: 'Saves the newest revision as a numbered version with a note. The same `id` twice is one version.',
  body: object({ note: text({ max: 1000, trim: true }), id: optional(requestId()) }),
  status: 201,
  reply: object({ number: id(), revision: count() }),
});

export const getVersionFindings = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/versions/:version/findings',
  needs: 'viewer',
  says: 'What the checks of the convention that the scene is held to now find in it as it was at a version: by check, the ids of objects.',
  reply: object({ version: id(), found: record(list(id())) }),
});

export const listSceneVersions = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/versions',
  needs: 'viewer',
  says: 'The saved versions, newest first.',
  reply: object({ versions: list(versionInfo) }),
});

export const restoreVersion = endpoint({
  method: 'post',
  path: '/api/scenes/:scene/versions/:version/restore',
  needs: 'artist',
  says: 'Makes the scene what it was at a version, as a new change that can be undone like any other. The same `id` twice is one restore.',
  body: object({ id: requestId(), base: count() }),
  reply: object({ revision: count(), edits }),
});
