import { endpoints } from '@renquil/api';
import { listVersions } from '../../db/versions.js';
import { defineRoute } from '../../http/route.js';

export const listSceneVersions = defineRoute(endpoints.listSceneVersions, {
  async handle({ scene }, { database }) {
    const rows = await listVersions(database, scene.id);
    return {
      json: {
        versions: rows.map((row) => ({
          number: row.number,
          revision: row.revision,
          note: row.note,
          author: row.author_name,
          at: row.created_at,
        })),
      },
    };
  },
});
