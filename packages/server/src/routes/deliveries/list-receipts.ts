import { endpoints } from '@renquil/api';
import { deliveryTo, lastReceipt, listDecisions } from '../../db/deliveries.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const listHandoffReceipts = defineRoute(endpoints.listHandoffReceipts, {
  async handle({ params }, { database }) {
    const delivery = await deliveryTo(database, toId(params.handoff), params.receiver);
    if (!delivery) return { json: { last: null, decisions: [] } };
    const [last, decisions] = await Promise.all([
      lastReceipt(database, delivery.id),
      listDecisions(database, delivery.id),
    ]);
    return { json: { last, decisions } };
  },
});
