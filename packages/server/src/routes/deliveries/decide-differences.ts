import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { decide, deliveryTo, lastReceipt } from '../../db/deliveries.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';
import { insertEvent } from '../../live/event-hub.js';

const words = {
  kept: 'kept our names of what',
  taken: 'took over names that',
  told: 'told the target what',
} as const;

export const decideDifferences = defineRoute(endpoints.decideDifferences, {
  async handle({ scene, account, params, body }, { database, events }) {
    const delivery = await deliveryTo(database, toId(params.handoff), body.receiver);
    const last = delivery && (await lastReceipt(database, delivery.id));
    if (!last) throw new RenquilError('not-found', { what: 'receipt' });
    const { what, receiver } = body;
    const listed = new Set(last.receipt.differences.map(({ object }) => object));
    const objects = [...new Set(body.objects)];
    const other = objects.find((object) => !listed.has(object));
    if (other !== undefined)
      throw new RenquilError('request-invalid', {
        detail: `object ${other} is no difference of the last receipt`,
      });
    await database.transaction(async (sql) => {
      await decide(sql, delivery.id, { objects, what, account: account.id });
      await insertEvent(sql, scene.id, {
        type: 'receipt',
        revision: 0,
        author: account.name,
        label: receiver,
      });
      await recordAudit(
        sql,
        { project: scene.project_id, account: account.id },
        `${words[what]} ${receiver} changed, of ${objects.length} objects`,
        { scene: scene.id },
      );
    });
    events.wake();
    return { json: { settled: true } };
  },
});
