import { RenquilError } from '@renquil/core';
import { deleteToken } from '../../db/api-tokens.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const deleteProjectToken = defineRoute({
  method: 'delete',
  path: '/api/projects/:project/tokens/:token',
  needs: 'lead',
  says: 'Ends a token: whatever still has it is refused from now on.',
  async handle({ project, account, params }, { database }) {
    await database.transaction(async (sql) => {
      const name = await deleteToken(sql, project.id, toId(params['token'] ?? ''));
      if (name === null) throw new RenquilError('not-found', { what: 'token' });
      await recordAudit(sql, project.id, account.id, `ended the token ${name}`, null, 'people');
    });
    return {};
  },
});
