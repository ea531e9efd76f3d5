import { contactsOf } from '@tienda/core/contacts/roles';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { creditNoteOf, invoiceOf, type Invoice, type InvoiceContent } from '@tienda/core/orders/invoice';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { effects, type Order } from '@tienda/core/orders/order';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { Account, AccountStore } from '../../people/accounts/store';
import type { BalanceStore } from '../../money/balance/store';
import type { BasketStore } from '../../money/basket/store';
import type { Clock } from '../../platform/clock/clock';
import type { ContactStore } from '../../people/contacts/store';
import type { Database, Transaction } from '../../platform/db/database';
import type { HolderChecks } from '../holders/service';
import type { InvoiceStore } from '../../money/invoices/store';
import type { Outbox } from '../../platform/outbox/outbox';
import type { Mail } from '../../platform/outbox/mail';
import type { NameStore } from '../held/store';
import type { KeptOperation, OperationStore } from '../operations/store';
import type { Reader } from '../../platform/texts/texts';
import { documentMail, doneMail, endedMail, receivedMail } from './mails';
import type { OrderHead, OrderStore } from './store';

/** One event of an order's payment with everything that goes with it. */
interface Happening {
  readonly head: OrderHead;
  readonly event: PaymentEvent;
  /** After the event. */
  readonly order: Order;
  readonly account: Account;
  readonly now: Date;
}

/** Events that concern nothing but the payment. */
const alone: ReadonlySet<PaymentEvent['type']> = new Set(['partlyPaid', 'cleared']);

export interface OrderRecorderParts {
  readonly database: Database;
  readonly orders: OrderStore;
  readonly operations: OperationStore;
  readonly names: NameStore;
  readonly accounts: AccountStore;
  readonly contacts: ContactStore;
  readonly balances: BalanceStore;
  readonly basket: BasketStore;
  readonly invoices: InvoiceStore;
  readonly outbox: Outbox;
  readonly holders: HolderChecks;
  readonly clock: Clock;
  /** Called where operations of registries can be carried out. */
  readonly funded: (registries: readonly string[]) => void;
  /** Called where the last operation of an order has ended. */
  readonly settled: (orderId: string) => void;
  /** Called after every step; tests end the process here. */
  readonly afterwards?: (orderId: string) => void;
}

/**
 * Writes what happened to an order, together with all that must be true with it: the name held, the invoice, the
 * balance, the basket, the mail. One transaction: either all of it happened or nothing.
 */
export class OrderRecorder {
  constructor(private readonly parts: OrderRecorderParts) {}

  /**
   * Moves a payment on by an event, and where that ends the order, tells it in the same step.
   *
   * @throws PaymentEventRefused where the event cannot follow, OrderMoved where another moved it on
   */
  async paymentHappened(
    head: OrderHead,
    order: Order,
    event: PaymentEvent,
  ): Promise<{ readonly head: OrderHead; readonly order: Order }> {
    const { database, orders } = this.parts;
    const moved = alone.has(event.type)
      ? await orders.move(database, head, order, [event])
      : await database.transaction((transaction) => this.withAll(transaction, head, order, event));
    this.parts.afterwards?.(head.id);
    if (moved.registries.length > 0) this.parts.funded(moved.registries);
    if (!alone.has(event.type)) this.parts.outbox.soon();
    return moved;
  }

  private async withAll(transaction: Transaction, head: OrderHead, order: Order, event: PaymentEvent) {
    const { orders, accounts, clock } = this.parts;
    let moved = await orders.move(transaction, head, order, [event]);
    const account = await accounts.byId(head.accountId, transaction);
    if (!account) throw new Error(`Order ${head.number} has no account`);
    const happening: Happening = { head, event, order: moved.order, account, now: clock.now() };
    await this.alongside(transaction, happening);
    const [then] = event.type === 'told' ? [] : effects(moved.order);
    if (then?.type === 'tell') {
      const { registries } = moved;
      moved = { ...(await orders.move(transaction, moved.head, moved.order, [{ type: 'told' }])), registries };
      await this.alongside(transaction, { ...happening, event: { type: 'told' }, order: moved.order });
    }
    return moved;
  }

  /**
   * Moves an operation on by an event.
   *
   * @throws OperationEventRefused where the event cannot follow, OperationMoved where another moved it on
   */
  async operationHappened(operation: KeptOperation, event: OperationEvent): Promise<KeptOperation> {
    const { database, operations } = this.parts;
    const { kind } = operation;
    const isDone = event.type === 'done' && (kind === 'register' || kind === 'renew') && 'expiresOn' in event;
    const moved = isDone
      ? await database.transaction(async (transaction) => {
          // In the order in which renewals begin: first the name, then what is done to it.
          if (kind === 'renew') await this.parts.names.lock(transaction, operation.accountId, operation.name);
          const after = await operations.move(transaction, operation, event);
          if (kind === 'register') await this.registered(transaction, operation, event.expiresOn);
          else await this.renewed(transaction, operation, event.expiresOn);
          return after;
        })
      : await operations.move(database, operation, event);
    const { orderId } = operation;
    if (orderId) this.parts.afterwards?.(orderId);
    if (isDone) this.parts.outbox.soon();
    if (orderId && moved.isLast) this.parts.settled(orderId);
    return moved.operation;
  }

  /**
   * Begins a renewal from the expiry that the name has: read and written down together, so that one that was just
   * renewed is not taken for what it was before.
   *
   * @returns undefined where the account does not hold the name
   * @throws OperationMoved where another moved it on
   */
  renewalBegun(operation: KeptOperation): Promise<{ operation: KeptOperation; from: IsoDate } | undefined> {
    const { database, names, operations } = this.parts;
    return database.transaction(async (transaction) => {
      const held = await names.lock(transaction, operation.accountId, operation.name);
      if (!held) return undefined;
      const moved = await operations.move(transaction, operation, { type: 'sent', from: held.expiresOn });
      return { operation: moved.operation, from: held.expiresOn };
    });
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
        await this.parts.orders.freeCode(transaction, head.id);
        await this.giveBack(transaction, happening, order.funding.balance);
        return this.parts.basket.putBack(
          transaction,
          happening.account.basketId,
          order.lines.map(({ kind, ...line }) => ({ ...line, action: kind })),
        );
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
      case 'told':
        await this.parts.orders.freeCodeOfNothing(transaction, head.id);
        return this.mailEnded(transaction, happening);
      case 'partlyPaid':
      case 'cleared':
      case 'paidLate':
        return undefined;
    }
  }

  /** The name is held, its holder is asked to confirm the address where that is new, and a mail says so. */
  private async registered(
    transaction: Transaction,
    { orderId, accountId, name, line }: KeptOperation,
    expiresOn: string,
  ) {
    const { orders, names, contacts, holders, accounts, clock } = this.parts;
    const head = orderId ? await orders.head(orderId, transaction) : undefined;
    if (!head || !line) throw new Error(`${name} was registered for no order`);
    const now = clock.now();
    const chosen = contactsOf(head.contactId, head.differing[name]);
    const { years, privacy, autoRenew, premium } = line;
    await names.add(
      transaction,
      {
        name,
        accountId,
        orderId: head.id,
        contactId: chosen.registrant,
        contacts: chosen,
        registeredOn: isoDate(now),
        expiresOn,
        privacy,
        autoRenew,
        premiumRenew: premium?.renew ?? null,
        years,
      },
      { type: 'owner' },
      now,
    );
    const account = await accounts.byId(accountId, transaction);
    if (!account) return;
    const holder = await contacts.find(accountId, chosen.registrant, transaction);
    if (holder) await holders.ask(transaction, account, holder.email, line.unicode);
    await this.write(transaction, account, `order ${head.id} registered ${name}`, (reader) =>
      doneMail(reader, head.number, line, { expiresOn, autoRenew }),
    );
  }

  /** The name is paid for until later, and a mail says so. */
  private async renewed(
    transaction: Transaction,
    { id, orderId, accountId, name, line, request }: KeptOperation,
    expiresOn: string,
  ) {
    const { orders, names, accounts, clock } = this.parts;
    const held = await names.lock(transaction, accountId, name);
    if (!held) throw new Error(`${name} was renewed and is held by nobody`);
    const years = 'years' in request ? request.years : 1;
    await names.renewed(transaction, held, expiresOn, years, { type: 'owner' }, clock.now());
    const head = orderId ? await orders.head(orderId, transaction) : undefined;
    const account = await accounts.byId(accountId, transaction);
    if (account && head && line)
      await this.write(transaction, account, `operation ${id} renewed`, (reader) =>
        doneMail(reader, head.number, line, { expiresOn, autoRenew: held.autoRenew }),
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

  private async issue(
    transaction: Transaction,
    { head, account, now }: Happening,
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
    const { language } = account;
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

  private mail(
    transaction: Transaction,
    { head, account }: Happening,
    about: string,
    write: (reader: Reader) => Mail,
  ): Promise<void> {
    return this.write(transaction, account, `order ${head.id} ${about}`, write);
  }

  private write(
    transaction: Transaction,
    account: Account,
    key: string,
    write: (reader: Reader) => Mail,
  ): Promise<void> {
    return this.parts.outbox.put(transaction, 'mail', key, write(account));
  }
}
