import { nullable } from '../shape.js';
import { list, object } from '../objects.js';
import { count, flag, id, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';

export const binnedScene = object({
  id: id(),
  name: text(),
  objects: count(),
  at: time(),
  by: nullable(text()),
});

export const binScene = endpoint({
  method: 'delete',
  path: '/api/scenes/:scene',
  needs: 'artist',
  says: 'Puts a scene into the bin of its project. Nothing of it is lost until a lead empties the bin.',
  reply: object({ binned: flag() }),
});

export const emptyBin = endpoint({
  method: 'delete',
  path: '/api/projects/:project/bin',
  needs: 'lead',
  says: 'Empties the bin: its scenes go for good, with their history, their packages and the files that nothing else needs.',
  reply: object({ deleted: count() }),
});

export const listProjectBin = endpoint({
  method: 'get',
  path: '/api/projects/:project/bin',
  needs: 'viewer',
  says: 'The scenes in the bin of a project, who put them there and when.',
  reply: object({ scenes: list(binnedScene) }),
});

export const restoreScene = endpoint({
  method: 'post',
  path: '/api/projects/:project/bin/:binned/restore',
  needs: 'artist',
  says: 'Takes a scene out of the bin again, as it was.',
  reply: object({ restored: flag() }),
});
