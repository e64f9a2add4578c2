import { endpoints } from '@renquil/api';
import { randomBytes } from 'node:crypto';
import { RenquilError } from '@renquil/core/errors';
import { insertToken } from '../../db/api-tokens.js';
import { insertAccount } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { findScene } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';
import { hashPassword, hashToken, newToken } from '../../services/sessions.js';

export const createToken = defineRoute(endpoints.createToken, {
  async handle({ project, account, body }, { database }) {
    const { name, role, scene, days } = body;
    const found = scene === null ? null : await findScene(database, scene);
    if (scene !== null && (found?.project_id !== project.id || found.binned_at))
      throw new RenquilError('not-found', { what: 'scene' });
    const token = newToken();
    // Nobody knows this password: the account is there so that what a token did has a name.
    const hash = await hashPassword(randomBytes(24).toString('hex'));
    const id = await database.transaction(async (sql) => {
      const signIn = `token ${randomBytes(12).toString('hex')}`;
      const own = await insertAccount(sql, { signIn, name: `${name} (token)`, hash }, { isToken: true });
      const made = { project: project.id, scene, account: own, name, role, madeBy: account.id, days };
      const token_ = await insertToken(sql, hashToken(token), made);
      const where = found ? ` for ${found.name}` : '';
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `made the token ${name} as ${role}${where}`,
        { scene, kind: 'people' },
      );
      return token_;
    });
    return { json: { id, token } };
  },
});
