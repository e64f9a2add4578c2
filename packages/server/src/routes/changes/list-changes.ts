import Joi from 'joi';
import { listChanges } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';
import { changesText } from '../../http/changes-text.js';

export const listSceneChanges = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/changes',
  needs: 'viewer',
  says: 'The changes after revision `after`, with their edits, oldest first.',
  query: Joi.object({ after: Joi.number().integer().min(0).required() }),
  async handle({ scene, query }, { database }) {
    const rows = await listChanges(database, scene.id, Number(query['after']), scene.revision);
    return { jsonText: `{"revision":${scene.revision},"changes":${changesText(rows)}}` };
  },
});
