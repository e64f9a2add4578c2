import { endpoints } from '@renquil/api';
import { verify } from '@node-rs/argon2';
import { RenquilError } from '@renquil/core/errors';
import { readPasswordHash, savePasswordHash } from '../../db/people.js';
import { deleteResets } from '../../db/links.js';
import { recordInAll } from '../../db/projects.js';
import { endSessions } from '../../db/sessions.js';
import { defineRoute } from '../../http/route.js';
import { checkPassword } from '../../services/password-rule.js';
import { hashPassword, hashToken, withTries } from '../../services/sessions.js';

export const changePassword = defineRoute(endpoints.changePassword, {
  async handle({ account, body, address, token }, { database }) {
    if (account.demo)
      throw new RenquilError('request-invalid', { detail: "the demo's people keep their password" });
    const right = await withTries(database, { account: account.sign_in, address }, async () => {
      const hash = await readPasswordHash(database, account.id);
      return hash !== null && (await verify(hash, body.now)) ? true : null;
    });
    if (!right) throw new RenquilError('sign-in-refused');
    checkPassword(body.next, account.sign_in);
    const hash = await hashPassword(body.next);
    const ended = await database.transaction(async (sql) => {
      await savePasswordHash(sql, account.id, hash);
      await deleteResets(sql, account.id);
      await recordInAll(sql, account.id, 'changed the password');
      return endSessions(sql, account.id, hashToken(token!));
    });
    return { json: { ended } };
  },
});
