import { endpoints } from '@renquil/api';
import { deleteForGood, listBin } from '../../db/bin.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const emptyBin = defineRoute(endpoints.emptyBin, {
  async handle({ project, account }, { database }) {
    let deleted = 0;
    for (const { id, name } of await listBin(database, project.id)) {
      if (!(await deleteForGood(database, project.id, id))) continue;
      deleted++;
      await recordAudit(database, { project: project.id, account: account.id }, `deleted ${name} for good`);
    }
    return { json: { deleted } };
  },
});
