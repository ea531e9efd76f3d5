import type { Order, OrderEvent, OrderStatus } from './order';

/** An order as its holder sees it: where it stands, and how it came there. */
export interface ShownOrder extends Pick<Order, 'currency' | 'total' | 'payment' | 'lines' | 'funding'> {
  readonly id: string;
  readonly number: number;
  /** ISO 8601 instant. */
  readonly placedAt: string;
  readonly status: OrderStatus;
  /** True once nothing more will happen. */
  readonly ended: boolean;
  /** Numbers of its invoice and credit note, the oldest first. */
  readonly documents: readonly { readonly number: string; readonly kind: 'invoice' | 'creditNote' }[];
  readonly events: readonly {
    readonly sequence: number;
    readonly type: OrderEvent['type'];
    readonly name?: string;
    readonly at: string;
  }[];
}
