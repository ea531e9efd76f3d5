import { failureWords } from '@tienda/core/orders/failureWords';
import type { Invoice } from '@tienda/core/orders/invoice';
import { kindsOf } from '@tienda/core/orders/kindsOf';
import { amountByMethod, statusOf, type Order, type OrderLine } from '@tienda/core/orders/order';
import type { PaymentState } from '@tienda/core/orders/paymentState';
import type { Minor } from '@tienda/core/money/money';
import type { Mail } from '../../platform/outbox/mail';
import type { Texts } from '../../platform/texts/en';
import { amountText, textsIn, type Reader } from '../../platform/texts/texts';

type Words = Texts['orders'];

/** What was ordered, and what happens next. */
export function receivedMail({ email, language }: Reader, number: number, order: Order): Mail {
  const words = textsIn(language).orders;
  const { payment, lines, currency } = order;
  const next =
    payment.at === 'waiting' && payment.action.type === 'transfer'
      ? [
          words.send(amountText(amountByMethod(order), currency)),
          '',
          `  ${words.payee(payment.action.payee)}`,
          `  ${words.iban(payment.action.iban)}`,
          `  ${words.reference(payment.action.reference)}`,
          '',
          words.arrive(payment.until.slice(0, 10)),
        ]
      : [words.sentNow];
  const line = ({ kind, offer, unicode, years, net }: OrderLine) =>
    `  ${words.line[offer ? 'bought' : kind](unicode, words.years(years), amountText(net, currency))}`;
  return {
    to: email,
    subject: words.received(number),
    text: textOf(words.here, '', ...lines.map(line), '', words.total(amountText(order.total, currency)), '', ...next),
  };
}

/** The bank would not hold the money anew: another card is asked for. @param until when it is let go, ISO 8601 instant */
export function holdMail({ email, language }: Reader, number: number, order: Order, until: string, url: string): Mail {
  const words = textsIn(language).orders.hold;
  const amount = amountText(amountByMethod(order), order.currency);
  const lines = [words.text(amount, until.slice(0, 10)), words.next(url), words.else];
  return { to: email, subject: words.subject(number), text: textOf(...lines) };
}

/** One name is registered, or renewed. */
export function doneMail(
  { email, language }: Reader,
  number: number,
  { kind, unicode, years }: OrderLine,
  { expiresOn, autoRenew }: { readonly expiresOn: string; readonly autoRenew: boolean },
): Mail {
  const words = textsIn(language).orders;
  const { subject, text } = words.done[kind];
  return {
    to: email,
    subject: subject(unicode),
    text: textOf(
      text(unicode, number, words.years(years), expiresOn),
      autoRenew ? words.autoRenewOn : words.autoRenewOff,
    ),
  };
}

/** How an order ended, name by name, with what was taken and what was not. */
export function endedMail({ email, language }: Reader, number: number, order: Order): Mail {
  const words = textsIn(language).orders;
  const { payment, lines } = order;
  const opening = payment.at === 'declined' ? `${declinedWords(payment, words)} ${words.nothingTaken}` : words.came;
  const line = ({ kind, unicode, years, state }: Order['lines'][number]) => {
    if (state.at === 'done')
      return words.lineDone[kind](unicode, words.years(years), 'expiresOn' in state ? state.expiresOn : '');
    const failed = state.at === 'refused' || state.at === 'givenUp';
    const why = failed ? failureWords(state, language, (cents) => amountText(cents, 'USD')) : '';
    return words.lineNot[kind](unicode, why).trim();
  };
  return {
    to: email,
    subject: words.ended(number, outcomeOf(order, words)),
    text: textOf(opening, '', ...lines.map((one) => `  ${line(one)}`), '', ...moneyLines(order, words)),
  };
}

/** An invoice or credit note, which is written below. */
export function documentMail(
  { email, language }: Reader,
  { kind, number, orderNumber, total, currency }: Invoice,
): Mail {
  const words = textsIn(language).orders;
  const paper = words.paper[kind](number);
  return {
    to: email,
    subject: paper,
    text: textOf(words.paperText(paper, orderNumber, amountText(total, currency))),
    document: { kind, number },
  };
}

function declinedWords({ cause, reason }: Extract<PaymentState, { at: 'declined' }>, { declined }: Words): string {
  return cause === 'refused' ? declined.refused(reason) : declined[cause];
}

function moneyLines({ payment, funding, currency }: Order, words: Words): string[] {
  const text = (amount: Minor) => amountText(amount, currency);
  switch (payment.at) {
    case 'captured':
      return [
        words.taken(text(payment.amount + payment.balance)),
        ...(payment.balance > 0 ? [words.fromBalance(text(payment.balance))] : []),
        ...(payment.refunded > 0 ? [words.givenBack(text(payment.refunded))] : []),
        ...(payment.balance < funding.balance ? [words.backOnBalance(text(funding.balance - payment.balance))] : []),
      ];
    case 'lost':
      return [words.lost];
    case 'refunded':
      return [words.givenBack(text(payment.amount))];
    default:
      return [words.takenNothing(text(0))];
  }
}

function outcomeOf(order: Order, { outcome }: Words): string {
  const done = order.lines.filter(({ state }) => state.at === 'done');
  const { one, partly, nothing } = outcome[kindsOf(order.lines)];
  if (order.payment.at === 'refunded' && statusOf(order) === 'declined') return outcome.returned;
  if (order.payment.at === 'declined') return outcome.notPaid;
  const [first] = done;
  if (!first) return nothing;
  return done.length === 1 ? one(first.unicode) : partly(done.length, order.lines.length);
}

const textOf = (...lines: readonly string[]) => `${lines.join('\n')}\n`;
