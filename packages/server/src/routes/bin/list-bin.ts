import { endpoints } from '@renquil/api';
import { listBin } from '../../db/bin.js';
import { defineRoute } from '../../http/route.js';

export const listProjectBin = defineRoute(endpoints.listProjectBin, {
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
