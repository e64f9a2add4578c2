import Joi from 'joi';
import { defineRoute } from '../../http/route.js';
import { deleteSession } from '../../db/sessions.js';
import { hashToken, signIn } from '../../services/sessions.js';

export const createSession = defineRoute<{ signIn: string; password: string }>({
  method: 'post',
  path: '/api/session',
  needs: 'anyone',
  says: 'Signs in and sets the session cookie. Ten wrong tries an account, or sixty an address, in five minutes slow it down.',
  body: Joi.object({ signIn: Joi.string().max(120).required(), password: Joi.string().max(200).required() }),
  async handle({ body, address, agent, token: before }, { database }) {
    const { account, token } = await signIn(database, body.signIn, body.password, { address, agent });
    // The one that this browser had is of no use to anybody any more.
    if (before) await deleteSession(database, hashToken(before));
    return { json: { account: { id: account.id, name: account.name } }, session: token };
  },
});
