import type { Invoice } from '@tienda/core/orders/invoice';
import { amountByMethod, statusOf, type Order } from '@tienda/core/orders/order';
import { decimalAmount, type Minor } from '@tienda/core/pricing/money';
import type { Mail } from '../gateways/mail/mailGateway';

/** What was ordered, and what happens next. */
export function receivedMail(to: string, number: number, order: Order): Mail {
  const { payment, lines } = order;
  const next =
    payment.at === 'waiting' && payment.action.type === 'transfer'
      ? [
          `Send ${amountText(amountByMethod(order), order)} by bank transfer:`,
          '',
          `  to: ${payment.action.payee}`,
          `  IBAN: ${payment.action.iban}`,
          `  reference: ${payment.action.reference}`,
          '',
          `It has to arrive by ${payment.until.slice(0, 10)}. The names are registered once it is here. No registry`,
          'holds them until then: someone else can register one first, and then you get its price back.',
        ]
      : ['The names are sent to their registries now. You are charged only for those that get registered.'];
  return {
    to,
    subject: `Order ${number}: received`,
    text: [
      'Your order is here:',
      '',
      ...lines.map(({ unicode, years, net }) => `  ${unicode}, ${yearsText(years)}: ${amountText(net, order)}`),
      '',
      `Total with tax: ${amountText(order.total, order)}`,
      '',
      ...next,
      '',
    ].join('\n'),
  };
}

/** One name is registered. */
export function registeredMail(to: string, number: number, line: Order['lines'][number], expiresOn: string): Mail {
  const renewal = line.autoRenew
    ? 'Auto-renew is on: its renewal falls due then. You can switch it off at any time.'
    : 'Auto-renew is off: it ends that day unless it is renewed.';
  return {
    to,
    subject: `${line.unicode} is registered`,
    text: [
      `${line.unicode} of order ${number} is registered for ${yearsText(line.years)}, until ${expiresOn}.`,
      renewal,
      '',
    ].join('\n'),
  };
}

/** How an order ended, name by name, with what was taken and what was not. */
export function endedMail(to: string, number: number, order: Order): Mail {
  const { payment } = order;
  const lines = order.lines.map(({ unicode, years, state }) => {
    if (state.at === 'registered') return `  ${unicode}: registered for ${yearsText(years)}, until ${state.expiresOn}`;
    return `  ${unicode}: not registered${state.at === 'notRegistered' ? `. ${state.reason}` : ''}`;
  });
  const opening =
    payment.at === 'declined'
      ? `${payment.reason} Nothing was registered and nothing was taken. The names are back in your basket, not reserved.`
      : 'This is what came of your order.';
  return {
    to,
    subject: `Order ${number}: ${subject(order)}`,
    text: [opening, '', ...lines, '', ...moneyLines(order), ''].join('\n'),
  };
}

/** An invoice or credit note, which goes along as a file. */
export function documentMail(to: string, { kind, number, orderNumber, total, currency }: Invoice): Mail {
  const what = kind === 'invoice' ? 'Invoice' : 'Credit note';
  return {
    to,
    subject: `${what} ${number}`,
    text: `${what} ${number} for order ${orderNumber} over ${decimalAmount(total, currency)} ${currency} comes with this mail.\n`,
    document: { kind, number },
  };
}

function moneyLines(order: Order): string[] {
  const { payment, funding } = order;
  switch (payment.at) {
    case 'captured':
      return [
        `Taken: ${amountText(payment.amount + payment.balance, order)}, tax included`,
        ...(payment.balance > 0 ? [`Of that from your balance: ${amountText(payment.balance, order)}`] : []),
        ...(payment.refunded > 0 ? [`Given back: ${amountText(payment.refunded, order)}`] : []),
        ...(payment.balance < funding.balance
          ? [`Back on your balance: ${amountText(funding.balance - payment.balance, order)}`]
          : []),
      ];
    case 'refunded':
      return [`Given back: ${amountText(payment.amount, order)}`];
    default:
      return [`Taken: ${amountText(0, order)}`];
  }
}

function subject(order: Order): string {
  const registered = order.lines.filter(({ state }) => state.at === 'registered');
  if (order.payment.at === 'refunded' && statusOf(order) === 'declined') return 'your money is on its way back';
  if (order.payment.at === 'declined') return 'not paid';
  if (registered.length === 0) return 'nothing could be registered';
  if (registered.length === 1) return `${registered[0]?.unicode} is registered`;
  return `${registered.length} of ${order.lines.length} names are registered`;
}

function amountText(amount: Minor, { currency }: Order): string {
  return `${decimalAmount(amount, currency)} ${currency}`;
}

function yearsText(years: number): string {
  return years === 1 ? '1 year' : `${years} years`;
}
