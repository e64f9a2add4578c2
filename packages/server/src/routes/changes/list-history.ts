import Joi from 'joi';
import { listHistory } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const listSceneHistory = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/history',
  needs: 'viewer',
  says: 'What was done to the scene, newest first, 100 at a time, before revision `before`.',
  query: Joi.object({
    before: Joi.number()
      .integer()
      .min(1)
      .default(2 ** 31),
  }),
  async handle({ scene, query }, { database }) {
    const rows = await listHistory(database, scene.id, Number(query['before']), 100);
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
