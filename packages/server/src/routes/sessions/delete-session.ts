import { endpoints } from '@renquil/api';
import { deleteSession } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const endSession = defineRoute(endpoints.endSession, {
  async handle({ token }, { database }) {
    if (token) await deleteSession(database, hashToken(token));
    return { session: null };
  },
});
