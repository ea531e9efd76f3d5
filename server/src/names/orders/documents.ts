import { creditNoteOf, invoiceOf, type InvoiceContent } from '@tienda/core/orders/invoice';
import type { Order } from '@tienda/core/orders/order';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { IssuedFor } from '../../money/invoices/store';
import type { TakenOrder } from './store';

/** What is issued with an event. @param order after it */
export function documentWith(order: Order, event: PaymentEvent): InvoiceContent | undefined {
  if (event.type === 'refunded') return creditNoteOf(order);
  if (event.type !== 'captured') return undefined;
  return order.funding.method === 'transfer' ? creditNoteOf(order) : invoiceOf(order);
}

/** For whom the documents of an order are. */
export function issuedFor({
  head,
  account: { language },
  buyer: contact,
}: Pick<TakenOrder, 'head' | 'account' | 'buyer'>): IssuedFor {
  const { name, organisation, vatId, street, city, region, postalCode, country, email } = contact;
  const buyer = {
    name,
    street,
    city,
    region,
    postalCode,
    country,
    email,
    ...(organisation ? { organisation } : {}),
    ...(vatId ? { vatId } : {}),
  };
  return { accountId: head.accountId, orderId: head.id, orderNumber: head.number, buyer, language };
}
