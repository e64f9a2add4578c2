import { endpoints } from '@renquil/api';
import { endSessions } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const endOtherSessions = defineRoute(endpoints.endOtherSessions, {
  async handle({ account, token }, { database }) {
    return { json: { ended: await endSessions(database, account.id, hashToken(token!)) } };
  },
});
