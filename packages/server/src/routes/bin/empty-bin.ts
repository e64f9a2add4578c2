import { deleteForGood, listBin } from '../../db/bin.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const emptyBin = defineRoute({
  method: 'delete',
  path: '/api/projects/:project/bin',
  needs: 'lead',
  says: 'Empties the bin: its scenes go for good, with their history, their packages and the files that nothing else needs.',
  async handle({ project, account }, { database }) {
    let deleted = 0;
    for (const { id, name } of await listBin(database, project.id)) {
      if (!(await deleteForGood(database, project.id, id))) continue;
      deleted++;
      await recordAudit(database, project.id, account.id, `deleted ${name} for good`, null);
    }
    return { json: { deleted } };
  },
});
