import type { Language } from '../accounts/language';
import type { Contact } from '../contacts/contact';
import type { IsoDate } from '../time/isoDate';
import { portion, type Currency, type Minor } from '../money/money';
import type { Tax } from '../pricing/tax';
import type { LineAmounts, Order, OrderLine } from './order';
import type { PaymentMethod } from './payment';

/** One name on an invoice. */
export interface InvoiceLine extends LineAmounts {
  /** What was done to it; registered where left out. */
  readonly kind?: OrderLine['kind'];
  readonly name: string;
  readonly unicode: string;
  readonly years: number;
  /** True where it was bought of its holder. */
  readonly isBought?: true;
}

/** Who is billed, as the address stood on the day. */
export type Buyer = Pick<
  Contact,
  'name' | 'organisation' | 'vatId' | 'street' | 'city' | 'region' | 'postalCode' | 'country' | 'email'
>;

/** An invoice, or a credit note that takes part of one back. All amounts are positive. */
export interface Invoice {
  readonly kind: 'invoice' | 'creditNote';
  /** `2026-000123`; without gaps within a kind and a year. */
  readonly number: string;
  readonly issuedOn: IsoDate;
  /** The invoice that a credit note takes back from. */
  readonly refersTo?: string;
  /** Why a credit note takes back; what could not be done, where left out. */
  readonly because?: 'givenBack';
  readonly orderNumber: number;
  /** That it is written in; English where left out. */
  readonly language?: Language;
  readonly currency: Currency;
  readonly buyer: Buyer;
  readonly lines: readonly InvoiceLine[];
  readonly subtotal: Minor;
  readonly discount: Minor;
  readonly fees: Minor;
  readonly privacy: Minor;
  readonly net: Minor;
  readonly tax: Tax;
  readonly total: Minor;
  /** How it was paid, or given back. */
  readonly paid: readonly { readonly method: PaymentMethod; readonly amount: Minor }[];
}

/** What an invoice says before it has a number and a day. */
export type InvoiceContent = Omit<Invoice, 'number' | 'issuedOn' | 'orderNumber' | 'buyer' | 'language' | 'refersTo'>;

/** That a number has at least, after its year. */
export const invoiceDigits = 6;

/** What is printed: of an invoice, also that it was paid. */
export type PaperKind = Invoice['kind'] | 'receipt';

/** The number printed on a document: the year, then its place among those of its kind. */
export function invoiceNumber(year: number, sequence: number): string {
  return `${year}-${String(sequence).padStart(invoiceDigits, '0')}`;
}

/**
 * What is charged for: all names of an order paid beforehand, else those that were bought.
 *
 * @returns undefined where nothing is charged
 */
export function invoiceOf(order: Order): InvoiceContent | undefined {
  const { payment, funding, total } = order;
  if (payment.at === 'paid')
    return content(order, 'invoice', order.lines, order.total, [
      { method: funding.method, amount: total - funding.balance },
      { method: 'balance', amount: funding.balance },
    ]);
  if (payment.at !== 'captured') return undefined;
  const { amount, balance } = payment;
  return content(order, 'invoice', bought(order), amount + balance, [
    { method: funding.method, amount },
    { method: 'balance', amount: balance },
  ]);
}

/**
 * What is taken back of an order paid beforehand: what could not be done. Its amounts and those
 * that remain add up to the invoice to the last unit.
 *
 * @returns undefined where everything was done
 */
export function creditNoteOf(order: Order): InvoiceContent | undefined {
  const { payment, funding } = order;
  const failed = order.lines.filter(({ state }) => state.at === 'refused' || state.at === 'givenUp');
  if (failed.length === 0) return undefined;
  if (payment.at === 'refunded')
    return content(order, 'creditNote', failed, order.total, [
      { method: funding.method, amount: payment.amount },
      { method: 'balance', amount: funding.balance },
    ]);
  if (payment.at !== 'captured') return undefined;
  const { amount, balance, refunded } = payment;
  return content(order, 'creditNote', failed, order.total - amount - balance, [
    { method: funding.method, amount: refunded },
    { method: 'balance', amount: funding.balance - balance },
  ]);
}

/** What is taken back for names that were bought and are given back. @param total with tax, as it goes back */
export function creditNoteFor(
  order: Order,
  lines: readonly OrderLine[],
  total: Minor,
  paid: Invoice['paid'],
): InvoiceContent {
  return { ...content(order, 'creditNote', lines, total, paid), because: 'givenBack' };
}

function bought({ lines }: Order): Order['lines'] {
  return lines.filter(({ state }) => state.at === 'done');
}

function content(
  { currency, taxRate: rate, taxBasis: basis }: Order,
  kind: Invoice['kind'],
  lines: readonly OrderLine[],
  total: Minor,
  paid: Invoice['paid'],
): InvoiceContent {
  const sum = (of: (line: OrderLine) => Minor) => lines.reduce((whole, line) => whole + of(line), 0);
  const net = sum((line) => line.net);
  return {
    kind,
    currency,
    lines: lines.map(
      ({ kind: done, name, unicode, years, charge, discount, fee, privacyPrice, net: lineNet, offer }) => ({
        kind: done,
        ...(offer === undefined ? {} : { isBought: true as const }),
        name,
        unicode,
        years,
        charge,
        discount,
        fee,
        privacyPrice,
        net: lineNet,
      }),
    ),
    subtotal: sum((line) => line.charge),
    discount: sum((line) => line.discount),
    fees: sum((line) => line.fee),
    privacy: sum((line) => line.privacyPrice),
    net,
    // Of a credit note: what the invoice's tax has too much, which rounding can set a unit apart from the rate.
    tax: { rate, basis, amount: kind === 'invoice' ? portion(net, rate) : total - net },
    total,
    paid: paid.filter(({ amount }) => amount > 0),
  };
}
