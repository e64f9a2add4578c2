import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { deleteLink } from '../../db/links.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const deleteInvitation = defineRoute(endpoints.deleteInvitation, {
  async handle({ project, account, params }, { database }) {
    await database.transaction(async (sql) => {
      if (!(await deleteLink(sql, project.id, toId(params.link))))
        throw new RenquilError('not-found', { what: 'invitation' });
      await recordAudit(sql, { project: project.id, account: account.id }, 'took an invitation back', {
        kind: 'people',
      });
    });
    return {};
  },
});
