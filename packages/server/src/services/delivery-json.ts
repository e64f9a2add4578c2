import type { Before, DeliveryInfo } from '@renquil/api';
import type { DeliveryRow } from '../db/deliveries.js';

/** A delivery as pages see it. One that nobody is at, and that has no receipt, is unanswered. */
export function deliveryJson(row: DeliveryRow): Before<DeliveryInfo> {
  const { objects, arrived, changed, reason } = row;
  const answer = objects === null ? null : { objects, arrived: arrived!, changed: changed!, reason };
  return {
    receiver: row.receiver,
    state: row.job === null && !answer ? 'unanswered' : row.state,
    said: row.said,
    tries: row.tries,
    job: row.job,
    author: row.author_name,
    at: row.created_at,
    answer,
    receipts: row.receipts,
    settled: row.decided,
  };
}
