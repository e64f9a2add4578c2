import { list, object } from '../objects.js';
import { flag, id, oneOf, text } from '../values.js';
import { endpoint, roles } from '../endpoint.js';

export const memberInfo = object({
  id: id(),
  signIn: text(),
  name: text(),
  role: oneOf(...roles),
  makesProjects: flag(),
});

export const createReset = endpoint({
  method: 'post',
  path: '/api/projects/:project/members/:account/reset',
  needs: 'lead',
  says: 'Makes a link by which a member sets a new password, once, within a day. Of somebody who is in other projects too, a lead of all of them can. The answer holds what is in the link, once.',
  status: 201,
  reply: object({ token: text() }),
});

export const letMemberMakeProjects = endpoint({
  method: 'put',
  path: '/api/projects/:project/members/:account/makes-projects',
  needs: 'lead',
  says: 'Lets a lead of the project make projects, or not any more; for whoever may themselves.',
  body: object({ may: flag() }),
  reply: object({ may: flag() }),
});

export const listProjectMembers = endpoint({
  method: 'get',
  path: '/api/projects/:project/members',
  needs: 'viewer',
  says: 'The people of a project, their roles and whether they make projects.',
  reply: object({ members: list(memberInfo) }),
});

export const removeProjectMember = endpoint({
  method: 'delete',
  path: '/api/projects/:project/members/:account',
  needs: 'lead',
  says: 'Takes somebody out of the project: what they did stays, what they see of it ends. The last lead stays.',
});

export const setMemberRole = endpoint({
  method: 'put',
  path: '/api/projects/:project/members/:account',
  needs: 'lead',
  says: 'Gives a member another role. The last lead stays one.',
  body: object({ role: oneOf(...roles) }),
  reply: object({ role: oneOf(...roles) }),
});
