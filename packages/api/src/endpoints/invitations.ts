import { filled, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { id, oneOf, text, time } from '../values.js';
import { endpoint, roles } from '../endpoint.js';
import { accountName } from './sessions.js';

export const invitationInfo = object({
  id: id(),
  role: oneOf(...roles),
  note: text(),
  by: text(),
  until: time(),
});
/** What an invitation is to. */
export const invited = object({ project: text(), role: oneOf(...roles), by: text() });

export const acceptInvitation = endpoint({
  method: 'post',
  path: '/api/invitations/accept',
  needs: 'anyone',
  says: 'Joins a project by its link, once: as who is signed in, or with `signIn`, `name` and `password` as somebody new, who is signed in then.',
  body: object(
    {
      token: text({ min: 1, max: 200 }),
      signIn: optional(text({ min: 1, max: 120, trim: true })),
      name: optional(text({ min: 1, max: 120, trim: true })),
      password: optional(text({ min: 1, max: 1000 })),
    },
    (joi) => joi.and('signIn', 'name', 'password'),
  ),
  status: 201,
  reply: object({ account: accountName, project: text() }),
});

export const createInvitation = endpoint({
  method: 'post',
  path: '/api/projects/:project/invitations',
  needs: 'lead',
  says: 'Makes a link by which one person joins with a role, within seven days. The answer holds what is in the link, once.',
  body: object({ role: oneOf(...roles), note: filled(text({ max: 120, trim: true }), '') }),
  status: 201,
  reply: object({ id: id(), token: text() }),
});

export const deleteInvitation = endpoint({
  method: 'delete',
  path: '/api/projects/:project/invitations/:link',
  needs: 'lead',
  says: 'Takes an invitation back: its link does nothing any more.',
});

export const listProjectInvitations = endpoint({
  method: 'get',
  path: '/api/projects/:project/invitations',
  needs: 'lead',
  says: 'Invitations that nobody has used yet: for which role, by whom, until when. Not what is in them.',
  reply: object({ invitations: list(invitationInfo) }),
});

export const lookAtInvitation = endpoint({
  method: 'post',
  path: '/api/invitations/look',
  needs: 'anyone',
  says: 'What an invitation is to: the project, the role and who invites. For whoever holds the link.',
  body: object({ token: text({ min: 1, max: 200 }) }),
  reply: invited,
});
