import { either, list, object } from '../objects.js';
import { flag, id, nothing, oneOf, text } from '../values.js';
import { endpoint, roles } from '../endpoint.js';

export const accountName = object({ id: id(), name: text() });
export const sessionInfo = object({
  account: object({ id: id(), name: text(), makesProjects: flag() }),
  projects: list(object({ slug: text(), name: text(), role: oneOf(...roles), archived: flag() })),
  /** Whether this server shows the demo. */
  demo: flag(),
});
const noSession = object({ account: nothing(), projects: list(nothing(), { max: 0 }), demo: flag() });

export const createSession = endpoint({
  method: 'post',
  path: '/api/session',
  needs: 'anyone',
  says: 'Signs in and sets the session cookie. Ten wrong tries an account, or sixty an address, in five minutes slow it down.',
  body: object({ signIn: text({ min: 1, max: 120 }), password: text({ min: 1, max: 200 }) }),
  reply: object({ account: accountName }),
});

export const endSession = endpoint({
  method: 'delete',
  path: '/api/session',
  needs: 'anyone',
  says: 'Signs out: the session is forgotten and the cookie taken away.',
});

export const getSession = endpoint({
  method: 'get',
  path: '/api/session',
  needs: 'anyone',
  says: 'Who is signed in, and the projects they belong to with their role; `account` is null when nobody is.',
  reply: either(sessionInfo, noSession),
});
