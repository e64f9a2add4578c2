import { RenquilError } from '@renquil/core';
import { deleteLink } from '../../db/links.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const deleteInvitation = defineRoute({
  method: 'delete',
  path: '/api/projects/:project/invitations/:link',
  needs: 'lead',
  says: 'Takes an invitation back: its link does nothing any more.',
  async handle({ project, account, params }, { database }) {
    await database.transaction(async (sql) => {
      if (!(await deleteLink(sql, project.id, toId(params['link'] ?? ''))))
        throw new RenquilError('not-found', { what: 'invitation' });
      await recordAudit(sql, project.id, account.id, 'took an invitation back', null, 'people');
    });
    return {};
  },
});
