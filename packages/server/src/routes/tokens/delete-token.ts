import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { deleteToken } from '../../db/api-tokens.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const deleteProjectToken = defineRoute(endpoints.deleteProjectToken, {
  async handle({ project, account, params }, { database }) {
    await database.transaction(async (sql) => {
      const name = await deleteToken(sql, project.id, toId(params.token));
      if (name === null) throw new RenquilError('not-found', { what: 'token' });
      await recordAudit(sql, { project: project.id, account: account.id }, `ended the token ${name}`, {
        kind: 'people',
      });
    });
    return {};
  },
});
