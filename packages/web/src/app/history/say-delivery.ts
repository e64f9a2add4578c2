import type { DeliveryInfo } from '@renquil/api';

/** Where a package stands on its way, in a line. */
export function sayDelivery({ state, answer, said }: DeliveryInfo): string {
  if (state === 'refused') return `refused, ${said || 'without a reason'}`;
  if (answer) {
    const arrived = `${answer.arrived} of ${answer.objects} objects arrived`;
    return answer.changed ? `${arrived}, ${answer.changed} not as sent` : `${arrived}, all as sent`;
  }
  if (state === 'unanswered') return 'unanswered';
  return state === 'sent' ? 'sent, not answered yet' : 'on its way';
}
