import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { takeOutOfBin } from '../../db/bin.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const restoreScene = defineRoute(endpoints.restoreScene, {
  async handle({ project, account, params }, { database, refresher }) {
    const id = toId(params.binned);
    await database.transaction(async (sql) => {
      if (!(await takeOutOfBin(sql, project.id, id)))
        throw new RenquilError('not-found', { what: 'scene in the bin' });
      await recordAudit(sql, { project: project.id, account: account.id }, 'took a scene out of the bin', {
        scene: id,
      });
    });
    refresher.soon(id);
    return { json: { restored: true } };
  },
});
