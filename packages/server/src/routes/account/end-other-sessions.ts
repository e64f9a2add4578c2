import { endSessions } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const endOtherSessions = defineRoute({
  method: 'delete',
  path: '/api/account/sessions',
  needs: 'signed-in',
  says: 'Signs you out everywhere else: all your sessions end but this one.',
  async handle({ account, token }, { database }) {
    return { json: { ended: await endSessions(database, account.id, hashToken(token!)) } };
  },
});
