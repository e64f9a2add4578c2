import { endpoints } from '@renquil/api';
import { defineRoute } from '../../http/route.js';
import { deleteSession } from '../../db/sessions.js';
import { hashToken, signIn } from '../../services/sessions.js';

export const createSession = defineRoute(endpoints.createSession, {
  async handle({ body, address, agent, token: before }, { database }) {
    const { account, token } = await signIn(database, body.signIn, body.password, { address, agent });
    // The one that this browser had is of no use to anybody any more.
    if (before) await deleteSession(database, hashToken(before));
    return { json: { account: { id: account.id, name: account.name } }, session: token };
  },
});
