import { readOwn } from '@renquil/core/own-json';
import { endpoints, type HandoffInfo } from '@renquil/api';
import { listDeliveries } from '../../db/deliveries.js';
import { listHandoffFiles, listHandoffs } from '../../db/handoffs.js';
import { defineRoute } from '../../http/route.js';
import { deliveryJson } from '../../services/delivery-json.js';

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
        deliveries: (await listDeliveries(database, row.id)).map(deliveryJson),
      })),
    );
    return { json: { handoffs } };
  },
});
