import { kindsOf } from '@tienda/core/orders/kindsOf';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { texts } from '../../texts/texts';

/** Where an order stands, in words that say what was ordered. */
export function orderStatusWords({ status, lines }: Pick<ShownOrder, 'status' | 'lines'>): string {
  const words = texts.order.status;
  if (status === 'done' || status === 'partlyDone' || status === 'notDone') return words[status][kindsOf(lines)];
  return words[status];
}
