import { isEnded } from '@tienda/core/operations/operations';
import { kindsOf } from '@tienda/core/orders/kindsOf';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { texts } from '../../texts/texts';

/** Where an order stands, in words that say what was ordered. */
export function orderStatusWords({ status, lines }: Pick<ShownOrder, 'status' | 'lines'>): string {
  const words = texts.order.status;
  if (status === 'done' || status === 'partlyDone' || status === 'notDone') return words[status][kindsOf(lines)];
  const open = lines.filter(({ state }) => !isEnded(state));
  if (status === 'atRegistry' && open.every(({ state }) => state.at === 'withHolder')) return words.withHolder;
  return words[status];
}
