import { deleteSession } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const endSession = defineRoute({
  method: 'delete',
  path: '/api/session',
  needs: 'anyone',
  says: 'Signs out: the session is forgotten and the cookie taken away.',
  async handle({ token }, { database }) {
    if (token) await deleteSession(database, hashToken(token));
    return { session: null };
  },
});
