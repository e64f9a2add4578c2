import Joi from 'joi';
import type { Edit } from '@renquil/core';
import { listChanges, type ChangeRow } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export function changeJson(row: ChangeRow) {
  return {
    revision: row.revision,
    id: row.change_id,
    author: row.author_name,
    authorId: row.author,
    label: row.label,
    at: row.created_at,
    edits: JSON.parse(row.edits) as Edit[],
  };
}

export const listSceneChanges = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/changes',
  needs: 'viewer',
  says: 'The changes after revision `after`, with their edits, oldest first.',
  query: Joi.object({ after: Joi.number().integer().min(0).required() }),
  async handle({ scene, query }, { database }) {
    const rows = await listChanges(database, scene.id, Number(query['after']), scene.revision);
    return { json: { revision: scene.revision, changes: rows.map(changeJson) } };
  },
});
