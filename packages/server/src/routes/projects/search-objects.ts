import { endpoints } from '@renquil/api';
import { searchObjects } from '../../db/object-index.js';
import { defineRoute } from '../../http/route.js';

export const searchProject = defineRoute(endpoints.searchProject, {
  async handle({ project, query }, { database }) {
    const rows = await searchObjects(database, project.id, query.text, 100);
    return {
      json: {
        objects: rows.map((row) => ({
          scene: row.scene_id,
          sceneName: row.scene,
          object: row.object_id,
          name: row.name,
          kind: row.kind,
        })),
      },
    };
  },
});
