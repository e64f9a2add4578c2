import { endpoints } from '@renquil/api';
import { listSessions } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const listMySessions = defineRoute(endpoints.listMySessions, {
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
