import { listHandoffFiles, listHandoffs } from '../../db/handoffs.js';
import { defineRoute } from '../../http/route.js';

export const listSceneHandoffs = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/handoffs',
  needs: 'viewer',
  says: 'The last 20 packages of a scene with their gate, read-back and files.',
  async handle({ scene }, { database }) {
    const rows = await listHandoffs(database, scene.id);
    const handoffs = await Promise.all(
      rows.map(async (row) => ({
        id: row.id,
        revision: row.revision,
        author: row.author_name,
        reason: row.reason,
        at: row.created_at,
        gate: JSON.parse(row.gate) as unknown,
        readBack: JSON.parse(row.read_back) as unknown,
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
