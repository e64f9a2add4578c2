import { listBin } from '../../db/bin.js';
import { defineRoute } from '../../http/route.js';

export const listProjectBin = defineRoute({
  method: 'get',
  path: '/api/projects/:project/bin',
  needs: 'viewer',
  says: 'The scenes in the bin of a project, who put them there and when.',
  async handle({ project }, { database }) {
    const rows = await listBin(database, project.id);
    return {
      json: {
        scenes: rows.map((row) => ({
          id: row.id,
          name: row.name,
          objects: row.objects,
          at: row.binned_at,
          by: row.binned_by_name,
        })),
      },
    };
  },
});
