import type { Order, OrderLine } from '@tienda/core/orders/order';
import type { customerOrder, operation } from '../../platform/db/schema';

/** An order as core knows it, from its rows. */
export function orderOf(
  { terms, payment, told }: Pick<typeof customerOrder.$inferSelect, 'terms' | 'payment' | 'told'>,
  operations: readonly Pick<typeof operation.$inferSelect, 'line' | 'state'>[],
): Order {
  const lines = operations.flatMap(({ line, state }): Order['lines'] =>
    line ? [{ ...(line satisfies OrderLine), state }] : [],
  );
  return { ...terms, payment, told, lines };
}
