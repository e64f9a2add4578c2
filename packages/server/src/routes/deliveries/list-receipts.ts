import { endpoints } from '@renquil/api';
import { deliveryTo, listDecisions, listReceipts } from '../../db/deliveries.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const listHandoffReceipts = defineRoute(endpoints.listHandoffReceipts, {
  async handle({ params }, { database }) {
    const delivery = await deliveryTo(database, toId(params.handoff), params.receiver);
    if (!delivery) return { json: { receipts: [], decisions: [] } };
    const [receipts, decisions] = await Promise.all([
      listReceipts(database, delivery.id),
      listDecisions(database, delivery.id),
    ]);
    return { json: { receipts, decisions } };
  },
});
