import { endpoints } from '@renquil/api';
import { listChanges } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';
import { changesText } from '../../http/changes-text.js';

export const listSceneChanges = defineRoute(endpoints.listSceneChanges, {
  async handle({ scene, query }, { database }) {
    const rows = await listChanges(database, scene.id, query.after, scene.revision);
    return { jsonText: `{"revision":${scene.revision},"changes":${changesText(rows)}}` };
  },
});
