import { endpoints } from '@renquil/api';
import { listOwnChanges } from '../../db/scenes.js';
import { changesText } from '../../http/changes-text.js';
import { defineRoute } from '../../http/route.js';

export const listMyChanges = defineRoute(endpoints.listMyChanges, {
  async handle({ scene, account, query }, { database }) {
    const rows = await listOwnChanges(database, scene.id, account.id, query.before);
    return { jsonText: `{"changes":${changesText(rows)}}` };
  },
});
