import { readOwn } from '@renquil/core/own-json';
import { endpoints, type HandoffInfo } from '@renquil/api';
import { listHandoffFiles, listHandoffs } from '../../db/handoffs.js';
import { defineRoute } from '../../http/route.js';

export const listSceneHandoffs = defineRoute(endpoints.listSceneHandoffs, {
  async handle({ scene }, { database }) {
    const rows = await listHandoffs(database, scene.id);
    const handoffs = await Promise.all(
      rows.map(async (row) => ({
        id: row.id,
        revision: row.revision,
        author: row.author_name,
        reason: row.reason,
        target: row.target,
        targetKey: row.target_key,
        at: row.created_at,
        gate: readOwn<HandoffInfo['gate']>(row.gate),
        readBack: readOwn<HandoffInfo['readBack']>(row.read_back),
        files: (await listHandoffFiles(database, row.id)).map(({ name, bytes, sha256 }) => ({
          name,
          bytes: Number(bytes),
          sha256,
        })),
      })),
    );
    return { json: { handoffs } };
  },
});
