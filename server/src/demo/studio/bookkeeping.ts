import { randomUUID } from 'node:crypto';
import type { Contact } from '@tienda/core/contacts/contact';
import type { NameContacts } from '@tienda/core/contacts/roles';
import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { nextOperation, type OperationEvent, type OperationState } from '@tienda/core/operations/operations';
import { next, placed, type Order, type OrderEvent, type OrderLine } from '@tienda/core/orders/order';
import { quote } from '@tienda/core/pricing/quote';
import { grouped } from '@tienda/core/text/grouped';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { rates } from '../../find/catalogue/rates';
import type { StudioName, StudioPayment } from './story';

/** What the studio is charged in. */
export const studioCurrency = 'EUR';

/** Something that was done to a name and paid for, as it is kept. */
export interface BookedOperation {
  readonly id: string;
  readonly name: string;
  readonly payment: StudioPayment;
  readonly registry: string;
  readonly line: OrderLine;
  readonly state: OperationState;
}

/** An order of the past, with all that came of it. */
export interface BookedOrder {
  readonly id: string;
  readonly on: IsoDate;
  /** True where it fell due by itself. */
  readonly isByClock: boolean;
  readonly order: Order;
  readonly operations: readonly BookedOperation[];
  readonly events: readonly OrderEvent[];
}

type Happened = Exclude<OrderEvent, { type: 'placed' }>;
interface Paid {
  readonly of: StudioName;
  readonly payment: StudioPayment;
}

/** The orders in which the payments for names were made, the oldest first: all of a client's of one day are one order. */
export function bookOrders(names: readonly StudioName[], buyer: Contact): BookedOrder[] {
  const paid = names.flatMap((of) => of.payments.map((payment): Paid => ({ of, payment })));
  const isByClock = ({ of, payment }: Paid) => payment.kind === 'renew' && of.autoRenew;
  const together = grouped(paid, (one) => `${one.payment.on} ${one.of.client} ${isByClock(one)}`);
  return [...together.values()]
    .map((some) => bookOrder(some, some.some(isByClock), buyer))
    .sort((a, b) => (a.on < b.on ? -1 : a.on > b.on ? 1 : 0));
}

function bookOrder(paid: readonly Paid[], isByClock: boolean, { country }: Contact): BookedOrder {
  const on = paid[0]?.payment.on ?? '';
  const byName = new Map(paid.map((one) => [one.of.name, one]));
  const { lines, tax, total } = quote(
    {
      currency: studioCurrency,
      items: paid.map(({ of, payment }) => ({
        name: of.name,
        action: payment.kind,
        years: payment.years,
        privacy: of.privacy,
        autoRenew: of.autoRenew,
      })),
      codes: [],
      use: null,
      customer: { country, kind: 'business', isNew: false },
    },
    {
      now: new Date(`${on}T10:00:00Z`),
      readName: (name) => nameIn(byName.get(name)?.of.extension, name),
      rates,
      answers: new Map(),
      heldUntil: new Map(paid.flatMap(({ of, payment }) => (payment.from ? [[of.name, payment.from]] : []))),
      isValidVatNumber: () => false,
    },
  );
  const operations = lines.map((line): BookedOperation => {
    const one = byName.get(line.name);
    if (!one) throw new Error(`${line.name} is in an order that nobody placed`);
    const { of, payment } = one;
    const { name, unicode, years, charge, discount, fee, privacy: privacyPrice, net } = line;
    const { kind } = payment;
    const { privacy, autoRenew } = of;
    const amounts = { charge, discount, fee, privacyPrice, net };
    const orderLine: OrderLine = { kind, name, unicode, years, privacy, autoRenew, ...amounts };
    const state = eventsOf(payment).reduce<OperationState>((before, event) => nextOperation(kind, before, event), {
      at: 'ready',
    });
    return { id: randomUUID(), name, payment, registry: of.extension.registry, line: orderLine, state };
  });
  const terms = {
    currency: studioCurrency,
    taxRate: tax.rate,
    taxBasis: tax.basis,
    total,
    funding: { method: 'card', balance: 0 },
    names: operations.length,
  } as const;
  const happened: Happened[] = [
    { type: 'authorised' },
    ...operations.flatMap(({ name, payment }) => eventsOf(payment).map((event): Happened => ({ ...event, name }))),
    { type: 'captured', amount: total, balance: 0, refunded: 0 },
    { type: 'told' },
  ];
  const order = happened.reduce<Order>(
    next,
    placed(
      terms,
      operations.map(({ line }) => line),
    ),
  );
  return { id: randomUUID(), on, isByClock, order, operations, events: [{ type: 'placed' }, ...happened] };
}

function eventsOf({ kind, from, until }: StudioPayment): OperationEvent[] {
  const sent: OperationEvent = kind === 'renew' && from ? { type: 'sent', from } : { type: 'sent' };
  return [sent, { type: 'done', expiresOn: until }];
}

function nameIn(extension: WholeExtension | undefined, name: string) {
  if (!extension) throw new Error(`${name} is in no extension`);
  return { kind: 'name', name, unicode: name, label: name.slice(0, name.indexOf('.')), extension } as const;
}

/** The contacts of a name: its client holds it, the studio does the rest. */
export function contactsOf(client: string, studio: string): NameContacts {
  return { registrant: client, admin: studio, tech: studio, billing: studio };
}
