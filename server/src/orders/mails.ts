import type { Order } from '@tienda/core/orders/order';
import { decimalAmount } from '@tienda/core/pricing/money';
import type { Mail } from '../gateways/mail/mailGateway';

/** How an order ended, name by name, with what was taken and what was not. */
export function orderMail(to: string, number: number, order: Order): Mail {
  const { payment, currency } = order;
  const lines = order.lines.map(({ unicode, years, state }) => {
    if (state.at === 'registered') return `  ${unicode}: registered for ${yearsText(years)}, until ${state.expiresOn}`;
    return `  ${unicode}: not registered${state.at === 'notRegistered' ? `. ${state.reason}` : ''}`;
  });
  const taken = payment.at === 'captured' ? payment.amount : 0;
  const money = [
    `Held on the card: ${payment.at === 'declined' ? '0' : decimalAmount(order.total, currency)} ${currency}`,
    `Taken: ${decimalAmount(taken, currency)} ${currency}, tax included`,
  ];
  const opening =
    payment.at === 'declined'
      ? `The card was not accepted: ${payment.reason} Nothing was registered and nothing was taken. The names are not reserved; try again with another card.`
      : 'This is what came of your order.';
  return {
    to,
    subject: `Order ${number}: ${subject(order)}`,
    text: [opening, '', ...lines, '', ...money, ''].join('\n'),
  };
}

function subject(order: Order): string {
  const registered = order.lines.filter(({ state }) => state.at === 'registered');
  if (order.payment.at === 'declined') return 'the card was not accepted';
  if (registered.length === 0) return 'nothing could be registered';
  if (registered.length === 1) return `${registered[0]?.unicode} is registered`;
  return `${registered.length} of ${order.lines.length} names are registered`;
}

function yearsText(years: number): string {
  return years === 1 ? '1 year' : `${years} years`;
}
