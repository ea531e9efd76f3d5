import { contactsOf } from '@tienda/core/contacts/roles';
import { isoDate } from '@tienda/core/time/isoDate';
import { creditNoteOf, invoiceOf, type Invoice, type InvoiceContent } from '@tienda/core/orders/invoice';
import type { Order, OrderEvent } from '@tienda/core/orders/order';
import type { AccountStore } from '../accounts/store';
import type { BalanceStore } from '../balance/store';
import type { BasketStore } from '../basket/store';
import type { Clock } from '../clock/clock';
import type { ContactStore } from '../contacts/store';
import type { Transaction } from '../db/database';
import type { HolderChecks } from '../holders/service';
import type { InvoiceStore } from '../invoices/store';
import type { Outbox } from '../mails/outbox';
import type { Mail } from '../gateways/mail/mailGateway';
import type { NameStore } from '../names/store';
import type { Reader } from '../texts/texts';
import { documentMail, endedMail, receivedMail, registeredMail } from './mails';
import type { OrderHead, OrderStore } from './store';

/** One order's event with everything that goes with it. */
interface Happening {
  readonly head: OrderHead;
  readonly event: OrderEvent;
  /** After the event. */
  readonly order: Order;
  readonly now: Date;
}

/** Events that somebody is told of by mail. */
const mailing: ReadonlySet<OrderEvent['type']> = new Set(['waiting', 'authorised', 'paid', 'registered', 'told']);

export interface OrderRecorderParts {
  readonly orders: OrderStore;
  readonly names: NameStore;
  readonly accounts: AccountStore;
  readonly contacts: ContactStore;
  readonly balances: BalanceStore;
  readonly basket: BasketStore;
  readonly invoices: InvoiceStore;
  readonly outbox: Outbox;
  readonly holders: HolderChecks;
  readonly clock: Clock;
  /** Called after every step; tests end the process here. */
  readonly afterwards?: (head: OrderHead) => void;
}

/**
 * Writes what happened to an order, together with all that must be true with it: the name held, the invoice, the
 * balance, the basket, the mail. One transaction: either all of it happened or nothing.
 */
export class OrderRecorder {
  constructor(private readonly parts: OrderRecorderParts) {}

  /** @throws OrderEventRefused where the event cannot follow */
  async record(head: OrderHead, event: OrderEvent): Promise<Order> {
    const now = this.parts.clock.now();
    const order = await this.parts.orders.append(head.id, event, now, (transaction, after) =>
      this.alongside(transaction, { head, event, order: after, now }),
    );
    this.parts.afterwards?.(head);
    if (mailing.has(event.type)) this.parts.outbox.soon();
    return order;
  }

  private async alongside(transaction: Transaction, happening: Happening): Promise<void> {
    const { head, event, order } = happening;
    switch (event.type) {
      case 'waiting':
        return event.action.type === 'transfer' ? this.mailReceived(transaction, happening) : undefined;
      case 'authorised':
        return this.mailReceived(transaction, happening);
      case 'paid': {
        const issued = await this.issue(transaction, happening, invoiceOf(order));
        if (issued) await this.mail(transaction, happening, 'invoice', (reader) => documentMail(reader, issued));
        return;
      }
      case 'declined':
        await this.parts.orders.release(transaction, head.id);
        await this.giveBack(transaction, happening, order.funding.balance);
        return this.refillBasket(transaction, happening);
      case 'registered':
        return this.hold(transaction, happening, event.name, event.expiresOn);
      case 'captured':
        await this.giveBack(transaction, happening, order.funding.balance - event.balance);
        if (order.funding.method === 'transfer') await this.issue(transaction, happening, creditNoteOf(order));
        else await this.issue(transaction, happening, invoiceOf(order));
        return;
      case 'voided':
      case 'lost':
        return this.giveBack(transaction, happening, order.funding.balance);
      case 'refunded':
        await this.giveBack(transaction, happening, order.funding.balance);
        await this.issue(transaction, happening, creditNoteOf(order));
        return;
      case 'paidLate':
        return this.parts.orders.reopen(transaction, head.id);
      case 'told':
        return this.mailEnded(transaction, happening);
      case 'placed':
      case 'partlyPaid':
      case 'cleared':
      case 'sent':
      case 'pending':
      case 'notRegistered':
        return undefined;
    }
  }

  private async hold(transaction: Transaction, happening: Happening, name: string, expiresOn: string): Promise<void> {
    const { head, order, now } = happening;
    const line = order.lines.find((candidate) => candidate.name === name);
    if (!line) throw new Error(`${name} is not in order ${head.number}`);
    const contacts = contactsOf(head.contactId, head.differing[name]);
    await this.parts.names.add(transaction, {
      name,
      accountId: head.accountId,
      orderId: head.id,
      contactId: contacts.registrant,
      contacts,
      registeredOn: isoDate(now),
      expiresOn,
      privacy: line.privacy,
      autoRenew: line.autoRenew,
      premiumRenew: line.premium?.renew ?? null,
    });
    const holder = await this.parts.contacts.find(head.accountId, contacts.registrant, transaction);
    if (holder) await this.parts.holders.ask(transaction, head.accountId, holder.email, line.unicode);
    await this.mail(transaction, happening, `registered ${name}`, (reader) =>
      registeredMail(reader, head.number, line, expiresOn),
    );
  }

  private async giveBack(transaction: Transaction, { head, order, now }: Happening, amount: number): Promise<void> {
    const { id: reference, accountId } = head;
    await this.parts.balances.giveBack(transaction, {
      accountId,
      currency: order.currency,
      amount,
      reference,
      at: now,
    });
  }

  /** Nothing was bought: what was chosen is not lost. */
  private async refillBasket(transaction: Transaction, { head, order }: Happening): Promise<void> {
    const account = await this.parts.accounts.byId(head.accountId, transaction);
    if (account) await this.parts.basket.putBack(transaction, account.basketId, order.lines);
  }

  private async issue(
    transaction: Transaction,
    { head, now }: Happening,
    content: InvoiceContent | undefined,
  ): Promise<Invoice | undefined> {
    if (!content) return undefined;
    const contact = await this.parts.contacts.find(head.accountId, head.contactId, transaction);
    if (!contact) throw new Error(`Order ${head.number} has no one to bill`);
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
    const language = (await this.parts.accounts.byId(head.accountId, transaction))?.language ?? 'en';
    const issuedFor = { accountId: head.accountId, orderId: head.id, orderNumber: head.number, buyer, language };
    return this.parts.invoices.issue(transaction, content, issuedFor, now);
  }

  private mailReceived(transaction: Transaction, happening: Happening): Promise<void> {
    const { head, order } = happening;
    return this.mail(transaction, happening, 'received', (reader) => receivedMail(reader, head.number, order));
  }

  /** Takes along what was issued at the end: the credit note, or the invoice where it did not go out before. */
  private async mailEnded(transaction: Transaction, happening: Happening): Promise<void> {
    const { head, order } = happening;
    const issued = (await this.parts.invoices.ofOrders([head.id], transaction)).get(head.id) ?? [];
    const last = order.funding.method === 'transfer' ? 'creditNote' : 'invoice';
    const document = issued.find(({ kind }) => kind === last);
    const key = order.payment.at === 'refunded' ? 'ended, refunded' : 'ended';
    await this.mail(transaction, happening, key, (reader) => ({
      ...endedMail(reader, head.number, order),
      ...(document ? { document } : {}),
    }));
  }

  private async mail(
    transaction: Transaction,
    { head }: Happening,
    about: string,
    write: (reader: Reader) => Mail,
  ): Promise<void> {
    const account = await this.parts.accounts.byId(head.accountId, transaction);
    if (account) await this.parts.outbox.put(transaction, `order ${head.id} ${about}`, write(account));
  }
}
