import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { recordAudit } from '../../db/projects.js';
import { dropTarget } from '../../db/targets.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const deleteProjectTarget = defineRoute(endpoints.deleteProjectTarget, {
  async handle({ project, account, params }, { database }) {
    await database.transaction(async (sql) => {
      const title = await dropTarget(sql, project.id, toId(params.target));
      if (title === null) throw new RenquilError('not-found', { what: 'target' });
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `took the target ${title} off the list`,
      );
    });
    return { json: { deleted: true } };
  },
});
