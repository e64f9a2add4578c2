import { list, object } from '../objects.js';
import { count, flag, id, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';

/** Where somebody is signed in. */
export const sessionOfMine = object({
  id: id(),
  since: time(),
  seen: time(),
  agent: text(),
  address: text(),
  isThis: flag(),
});

export const changePassword = endpoint({
  method: 'put',
  path: '/api/account/password',
  needs: 'signed-in',
  says: 'Gives yourself another password. Wrong tries at the one you have count as those of signing in; all your other sessions end.',
  body: object({ now: text({ min: 1, max: 200 }), next: text({ min: 1, max: 1000 }) }),
  reply: object({ ended: count() }),
});

export const endOtherSessions = endpoint({
  method: 'delete',
  path: '/api/account/sessions',
  needs: 'signed-in',
  says: 'Signs you out everywhere else: all your sessions end but this one.',
  reply: object({ ended: count() }),
});

export const endSessionOfMine = endpoint({
  method: 'delete',
  path: '/api/account/sessions/:session',
  needs: 'signed-in',
  says: 'Ends one of your sessions: that browser has to sign in again.',
});

export const listMySessions = endpoint({
  method: 'get',
  path: '/api/account/sessions',
  needs: 'signed-in',
  says: 'Where you are signed in: since when, last used, from which address, with which browser, and which of them this is.',
  reply: object({ sessions: list(sessionOfMine) }),
});

export const useReset = endpoint({
  method: 'post',
  path: '/api/account/reset',
  needs: 'anyone',
  says: 'Sets a new password by the link a lead made, once. All sessions of its account end; signing in is the next step.',
  body: object({ token: text({ min: 1, max: 200 }), password: text({ min: 1, max: 1000 }) }),
  reply: object({ signIn: text() }),
});
