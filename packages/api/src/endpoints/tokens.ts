import { filled, nullable } from '../shape.js';
import { list, object } from '../objects.js';
import { flag, id, integer, oneOf, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';

export const tokenRoles = ['viewer', 'artist'] as const;
export type TokenRole = (typeof tokenRoles)[number];
export const tokenInfo = object({
  id: id(),
  name: text(),
  role: oneOf(...tokenRoles),
  /** The one scene it is for; null: any of the project. */
  scene: nullable(text()),
  by: text(),
  made: time(),
  seen: nullable(time()),
  until: time(),
  isOver: flag(),
});
export const aboutToken = object({
  name: text(),
  role: oneOf(...tokenRoles),
  project: object({ slug: text(), name: text() }),
  scene: nullable(id()),
  until: time(),
});

export const createToken = endpoint({
  method: 'post',
  path: '/api/projects/:project/tokens',
  needs: 'lead',
  says: 'Makes a token for a pipeline, for the project or one scene of it, as viewer or artist, for up to 400 days. The answer holds it, once; it is sent as `Authorization: Bearer`.',
  body: object({
    name: text({ min: 1, max: 80, trim: true }),
    role: oneOf(...tokenRoles),
    scene: filled(nullable(id()), null),
    days: filled(integer(1, 400), 90),
  }),
  status: 201,
  reply: object({ id: id(), token: text() }),
});

export const deleteProjectToken = endpoint({
  method: 'delete',
  path: '/api/projects/:project/tokens/:token',
  needs: 'lead',
  says: 'Ends a token: whatever still has it is refused from now on.',
});

export const getToken = endpoint({
  method: 'get',
  path: '/api/token',
  needs: 'anyone',
  says: 'What the token that is sent along may do: its project, its scene if it is for one, its role and its last day.',
  reply: aboutToken,
});

export const listProjectTokens = endpoint({
  method: 'get',
  path: '/api/projects/:project/tokens',
  needs: 'lead',
  says: 'Tokens of the project: what for, as what, by whom, when used last, until when. Not the tokens themselves.',
  reply: object({ tokens: list(tokenInfo) }),
});
