import type { Before, DeliveryInfo, Receipt } from '@renquil/api';
import { readOwn } from '@renquil/core/own-json';
import type { DeliveryRow } from '../db/deliveries.js';

/** A delivery as pages see it. One that nobody is at, and that has no receipt, is unanswered. */
export function deliveryJson(row: DeliveryRow): Before<DeliveryInfo> {
  const receipt = row.receipt === null ? null : readOwn<Receipt>(row.receipt);
  const isStopped = row.job === null && !receipt;
  return {
    receiver: row.receiver,
    state: isStopped ? 'unanswered' : row.state,
    said: row.said,
    tries: row.tries,
    job: row.job,
    author: row.author_name,
    at: row.created_at,
    answer: receipt && {
      objects: receipt.objects,
      arrived: receipt.arrived,
      changed: receipt.differences.length + receipt.more,
      reason: receipt.reason,
    },
    receipts: row.receipts,
    settled: row.decided,
  };
}
