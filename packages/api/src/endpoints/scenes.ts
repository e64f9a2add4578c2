import { facings } from '@renquil/core/frames';
import { filled, nullable, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { count, flag, integer, oneOf, text } from '../values.js';
import { endpoint, roles } from '../endpoint.js';
import { loggedChange } from './changes.js';
import { pinnedConvention } from './conventions.js';
import { projectName, sceneSummary } from './shared.js';

export const openedScene = object({
  project: projectName,
  role: oneOf(...roles),
  scene: sceneSummary,
  /** Revision of the newest snapshot; `changes` are those since. */
  snapshot: count(),
  changes: list(loggedChange),
  convention: pinnedConvention,
});
/** What the other scenes of a project say of one. */
export const toldElsewhere = object({
  shapes: list(object({ digest: text(), text: text(), count: count(), of: count(), scene: text() })),
  facing: nullable(object({ facing: oneOf(...facings), names: count(), scenes: count(), sure: flag() })),
});

export const getCopy = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/copy',
  needs: 'viewer',
  says: 'The whole scene as it is now, in the format it was brought in (glTF as one .glb), as a .glb, or as a scene listing: only what was changed differs from what was brought in. What the format has no word for is said in the header `Renquil-Left` (percent-encoded UTF-8). A .zip where files beside it were changed too.',
  query: { as: filled(oneOf('own', 'glb', 'listing'), 'own') },
  bytes: 'application/octet-stream',
});

export const getChangeList = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/change-list',
  needs: 'viewer',
  says: 'How one state of a scene becomes another, as a change list that can be run top to bottom: from a version (1: as it was brought in) to another; 0 is now.',
  query: {
    from: filled(integer(0, 1_000_000), 1),
    to: filled(integer(0, 1_000_000), 0),
    as: filled(oneOf('json', 'csv'), 'json'),
  },
  bytes: 'application/octet-stream',
});

export const getScene = endpoint({
  method: 'get',
  path: '/api/scenes/:scene',
  needs: 'viewer',
  says: 'What is needed to open a scene: its summary, the newest snapshot, the changes made since, the convention it is held to, and whether anybody has settled that.',
  reply: openedScene,
});

export const getSnapshot = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/snapshots/:revision',
  needs: 'viewer',
  says: 'A snapshot as gzipped JSON ("renquil":"scene/1").',
  bytes: 'application/json',
});

export const getSource = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/source',
  needs: 'viewer',
  says: 'The scene as it was brought in, as one .glb: what the viewport draws.',
  bytes: 'model/gltf-binary',
});

export const getThumbnail = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/thumbnail',
  needs: 'viewer',
  says: 'A small picture of the scene, as PNG.',
  bytes: 'image/png',
});

export const getKnownElsewhere = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/elsewhere',
  needs: 'viewer',
  says: 'What the other scenes of the project call things of the same shapes, by names that are right, and which way their assets face.',
  reply: toldElsewhere,
});

export const watchScene = endpoint({
  method: 'get',
  path: '/api/scenes/:scene/events',
  needs: 'viewer',
  says: 'Server-sent events: a line for each change and version of the scene, by anyone, as it happens. With `Last-Event-ID`, or `after`, those since that one come first.',
  query: { after: optional(count()) },
  bytes: 'text/event-stream',
});
