import { statusOf } from '@tienda/core/orders/order';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { orderOf } from './orderOf';
import type { StoredEvent, WholeOrder } from './store';

/** An order as its buyer sees it. */
export function shownOrder({ head, operations, events, documents }: WholeOrder): ShownOrder {
  const order = orderOf(head, operations);
  return {
    id: head.id,
    number: head.number,
    placedAt: head.placedAt.toISOString(),
    status: statusOf(order),
    ended: order.told,
    currency: order.currency,
    total: order.total,
    funding: order.funding,
    documents,
    payment: order.payment,
    lines: order.lines,
    events: events.map(shownEvent),
  };
}

function shownEvent({ event, at }: StoredEvent, place: number): ShownOrder['events'][number] {
  return {
    sequence: place + 1,
    type: event.type,
    at: new Date(at).toISOString(),
    ...('name' in event ? { name: event.name } : {}),
  };
}
