import { listSessions } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const listMySessions = defineRoute({
  method: 'get',
  path: '/api/account/sessions',
  needs: 'signed-in',
  says: 'Where you are signed in: since when, last used, from which address, with which browser, and which of them this is.',
  async handle({ account, token }, { database }) {
    const own = hashToken(token!);
    const sessions = await listSessions(database, account.id);
    return {
      json: {
        sessions: sessions.map(({ id, created_at, seen_at, agent, address, token_hash }) => ({
          id,
          since: created_at,
          seen: seen_at,
          agent,
          address,
          isThis: token_hash.equals(own),
        })),
      },
    };
  },
});
