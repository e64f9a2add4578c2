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
        at: row.created_at,
        gate: JSON.parse(row.gate) as HandoffInfo['gate'],
        readBack: JSON.parse(row.read_back) as HandoffInfo['readBack'],
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
