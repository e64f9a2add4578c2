import { list, object } from '../objects.js';
import { flag, oneOf, text } from '../values.js';
import { endpoint, roles } from '../endpoint.js';

export const demoPerson = object({ signIn: text(), name: text(), role: oneOf(...roles) });

export const getHealth = endpoint({
  method: 'get',
  path: '/api/health',
  needs: 'anyone',
  says: 'Whether the server and its database answer.',
  reply: object({ ok: flag() }),
});

export const listDemoPeople = endpoint({
  method: 'get',
  path: '/api/people/demo',
  needs: 'anyone',
  says: 'The demo people that the sign-in page offers; empty unless the server runs the demo.',
  reply: object({ people: list(demoPerson) }),
});
