import Joi from 'joi';
import { searchObjects } from '../../db/object-index.js';
import { defineRoute } from '../../http/route.js';

export const searchProject = defineRoute({
  method: 'get',
  path: '/api/projects/:project/search',
  needs: 'viewer',
  says: 'Objects of any scene whose name holds `text`; `*` and `?` are wildcards. At most 100.',
  query: Joi.object({ text: Joi.string().min(1).max(200).required() }),
  async handle({ project, query }, { database }) {
    const rows = await searchObjects(database, project.id, query['text']!, 100);
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
