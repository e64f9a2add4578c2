import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { deleteResets, findLink } from '../../db/links.js';
import { savePasswordHash } from '../../db/people.js';
import { recordInAll } from '../../db/projects.js';
import { endSessions } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { checkPassword } from '../../services/password-rule.js';
import { hashPassword, hashToken } from '../../services/sessions.js';

export const useReset = defineRoute<{ token: string; password: string }>({
  method: 'post',
  path: '/api/account/reset',
  needs: 'anyone',
  says: 'Sets a new password by the link a lead made, once. All sessions of its account end; signing in is the next step.',
  body: Joi.object({ token: Joi.string().max(200).required(), password: Joi.string().max(1000).required() }),
  async handle({ body }, { database }) {
    const found = await findLink(database, hashToken(body.token));
    if (!found?.account_id) throw new RenquilError('link-over');
    const row = await database.one<{ sign_in: string }>('SELECT sign_in FROM account WHERE id = ?', [
      found.account_id,
    ]);
    checkPassword(body.password, row!.sign_in);
    const hash = await hashPassword(body.password);
    await database.transaction(async (sql) => {
      const link = await findLink(sql, hashToken(body.token), true);
      if (!link?.account_id) throw new RenquilError('link-over');
      await savePasswordHash(sql, link.account_id, hash);
      await deleteResets(sql, link.account_id);
      await endSessions(sql, link.account_id, null);
      await recordInAll(sql, link.account_id, `set a new password by a link of ${link.made_by_name}`);
    });
    return { json: { signIn: row!.sign_in } };
  },
});
