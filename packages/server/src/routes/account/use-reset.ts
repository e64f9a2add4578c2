import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { deleteResets, findLink } from '../../db/links.js';
import { savePasswordHash } from '../../db/people.js';
import { recordInAll } from '../../db/projects.js';
import { endSessions } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { checkPassword } from '../../services/password-rule.js';
import { hashPassword, hashToken } from '../../services/sessions.js';

export const useReset = defineRoute(endpoints.useReset, {
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
