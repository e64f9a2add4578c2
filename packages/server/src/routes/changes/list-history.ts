import { endpoints } from '@renquil/api';
import { listHistory } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const listSceneHistory = defineRoute(endpoints.listSceneHistory, {
  async handle({ scene, query }, { database }) {
    const rows = await listHistory(database, scene.id, query.before, 100);
    return {
      json: {
        changes: rows.map((row) => ({
          revision: row.revision,
          author: row.author_name,
          label: row.label,
          at: row.created_at,
        })),
      },
    };
  },
});
