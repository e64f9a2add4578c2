import Joi from 'joi';
import { listOwnChanges } from '../../db/scenes.js';
import { changesText } from '../../http/changes-text.js';
import { defineRoute } from '../../http/route.js';

export const listMyChanges = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/changes/mine',
  needs: 'viewer',
  says: 'What one has done oneself before revision `before`, newest first: what undo reaches back to. At most 100 changes and about 8 MB.',
  query: Joi.object({ before: Joi.number().integer().min(0).required() }),
  async handle({ scene, account, query }, { database }) {
    const rows = await listOwnChanges(database, scene.id, account.id, Number(query['before']));
    return { jsonText: `{"changes":${changesText(rows)}}` };
  },
});
