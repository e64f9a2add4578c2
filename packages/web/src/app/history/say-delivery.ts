import type { DeliveryInfo } from '@renquil/api';
import { sayArrived } from '@renquil/api/say-arrived';

/** Where a package stands on its way, in a line. */
export function sayDelivery({ state, answer, said }: DeliveryInfo): string {
  if (state === 'refused') return `refused, ${said || 'without a reason'}`;
  if (answer) return sayArrived(answer);
  if (state === 'unanswered') return 'unanswered';
  return state === 'sent' ? 'sent, not answered yet' : 'on its way';
}
