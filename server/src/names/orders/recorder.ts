import { randomUUID } from 'node:crypto';
import { holderText } from '@tienda/core/contacts/holderText';
import type { NameContacts } from '@tienda/core/contacts/roles';
import type { Who } from '@tienda/core/accounts/actor';
import { addDays, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { invoiceOf, type InvoiceContent } from '@tienda/core/orders/invoice';
import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import type { RegisterRequest } from '@tienda/core/operations/register';
import type { TransferInRequest } from '@tienda/core/operations/transferIn';
import type { RenewRequest } from '@tienda/core/operations/renew';
import type { UpdateRequest } from '@tienda/core/operations/update';
import { effects, next, tellsEach, type OrderLine } from '@tienda/core/orders/order';
import type { BasketAction } from '@tienda/core/basket/basketLine';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { BalanceStore } from '../../money/balance/store';
import type { BasketStore } from '../../money/basket/store';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import type { HolderChangeEnds } from '../holderChanges/ends';
import type { HolderChecks } from '../holders/service';
import type { InvoiceStore } from '../../money/invoices/store';
import { codeFreed } from '../../money/promotions/store';
import type { Outbox } from '../../platform/outbox/outbox';
import { written } from '../../platform/outbox/store';
import { extensionOfHeld } from '../held/extension';
import type { NameStore, NewlyHeld } from '../held/store';
import { zoneGone } from '../zones/store';
import { moveDone } from '../moves/store';
import type { Begun } from '../operations/renewing';
import { moved, type Moved, type OperationStore, type TakenOperation } from '../operations/store';
import { documentWith, issuedFor } from './documents';
import { documentMail, doneMail, endedMail, holdMail, receivedMail } from './mails';
import { salesEnded } from './sales';
import type { MovedOrder, OrderStore, TakenOrder } from './store';

/** What an operation was in the basket. */
const actionOf = {
  register: 'register',
  renew: 'renew',
  restore: 'restore',
  update: 'privacy',
  transferIn: 'transfer',
} as const satisfies Record<OrderLine['kind'], BasketAction>;

type CameEvent = Extract<OperationEvent, { readonly came: object }>;

/** Events that concern nothing but the payment. */
const alone: ReadonlySet<PaymentEvent['type']> = new Set(['partlyPaid', 'cleared']);

export interface OrderRecorderParts {
  readonly database: Database;
  readonly orders: OrderStore;
  readonly operations: OperationStore;
  readonly names: NameStore;
  readonly balances: BalanceStore;
  readonly basket: BasketStore;
  readonly invoices: InvoiceStore;
  readonly outbox: Outbox;
  readonly holders: HolderChecks;
  readonly catalogue: CatalogueReader;
  readonly holderChanges: HolderChangeEnds;
  readonly clock: Clock;
  readonly publicUrl: string;
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
  async paymentHappened(taken: TakenOrder, event: PaymentEvent): Promise<MovedOrder> {
    const { database, orders, outbox, afterwards, funded } = this.parts;
    const after = { ...taken, order: next(taken.order, event) };
    const [then] = event.type === 'told' ? [] : effects(after.order);
    const events: PaymentEvent[] = then?.type === 'tell' ? [event, { type: 'told' }] : [event];
    const moved =
      event.type === 'paid'
        ? await database.transaction((transaction) => this.paid(transaction, taken, event))
        : await orders.move(database, taken, events, this.allOf(after, events));
    afterwards?.(taken.head.id);
    if (moved.registries.length > 0) funded(moved.registries);
    if (!alone.has(event.type)) outbox.soon();
    return moved;
  }

  /** The money is here: its invoice goes out at once, under the number that the mail tells. */
  private async paid(transaction: Transaction, taken: TakenOrder, event: PaymentEvent): Promise<MovedOrder> {
    const { orders, invoices, outbox } = this.parts;
    const after = await orders.move(transaction, taken, [event]);
    const content = invoiceOf(after.order);
    if (content) {
      const issued = await invoices.issue(transaction, content, issuedFor(taken), this.now());
      await outbox.put(transaction, 'mail', `order ${taken.head.id} invoice`, documentMail(taken.account, issued));
    }
    return after;
  }

  /** All that goes with events of one step, as parts of the statement that writes them down. @param after after them */
  private allOf(after: TakenOrder, events: readonly PaymentEvent[]): StatementPart[] {
    const issued = events.map((event) => documentWith(after.order, event)).find((content) => content !== undefined);
    const issues = issued ? this.parts.invoices.issued(issued, issuedFor(after), this.now(), moved) : [];
    return [...issues, ...events.flatMap((event) => this.along(after, event, issued))];
  }

  private along(after: TakenOrder, event: PaymentEvent, issued: InvoiceContent | undefined): StatementPart[] {
    const { head, order, account } = after;
    const { basket } = this.parts;
    switch (event.type) {
      case 'declined':
        return [
          codeFreed(head.id, moved),
          this.givenBack(after, order.funding.balance),
          basket.putBack(
            account.basketId,
            order.lines.map(({ kind, ...line }) => ({ ...line, action: actionOf[kind] })),
            moved,
          ),
        ];
      case 'captured':
        return [this.givenBack(after, order.funding.balance - event.balance), ...this.salesEnded(after)];
      case 'voided':
      case 'lost':
      case 'refunded':
        return [this.givenBack(after, order.funding.balance), ...this.salesEnded(after)];
      case 'told':
        return [
          // An order of which nothing came gives its promo code back; one that was declined has already.
          ...(order.payment.at === 'declined' || order.lines.some(({ state }) => state.at === 'done')
            ? []
            : [codeFreed(head.id, moved)]),
          this.endedByMail(after, issued),
        ];
      case 'waiting':
        return event.action.type === 'transfer' ? [this.receivedByMail(after)] : [];
      case 'authorised':
        // A renewal that falls due by itself was told weeks ago.
        return head.placedBy.type === 'clock' ? [] : [this.receivedByMail(after)];
      case 'paid':
      case 'credited':
      case 'wayRefused':
      case 'partlyPaid':
      case 'cleared':
      case 'paidLate':
      case 'heldAnew':
      case 'released':
        return [];
      case 'holdRefused':
        return [this.askedToHold(after)];
    }
  }

  /**
   * Moves an operation on by an event.
   *
   * @param turnAt when it is looked at again, where nothing is to be done before
   * @throws OperationEventRefused where the event cannot follow, OperationMoved where another moved it on
   */
  async operationHappened(operation: TakenOperation, event: OperationEvent, turnAt?: Date): Promise<TakenOperation> {
    const { orderId } = operation;
    const after = await this.movedWithAll(operation, event, turnAt);
    if (orderId) this.parts.afterwards?.(orderId);
    if (event.type === 'done' || 'cause' in event) this.parts.outbox.soon();
    if ('came' in event) this.parts.funded([operation.registry]);
    if (orderId && after.isLast) this.parts.settled(orderId);
    return after.operation;
  }

  private movedWithAll(operation: TakenOperation, event: OperationEvent, turnAt?: Date): Promise<Moved> {
    const { database, operations, names } = this.parts;
    const { kind, name, held, leftover } = operation;
    if (event.type === 'done' && 'expiresOn' in event) {
      const { expiresOn } = event;
      if (kind === 'register' || 'came' in event) {
        const parts = 'came' in event ? this.movedIn(operation, event) : this.registered(operation, expiresOn);
        if (leftover !== 'others') return operations.move(database, operation, event, parts);
        // What goes on here of those who let it go is theirs, and ends now.
        return database.transaction(async (transaction) => {
          await zoneGone(transaction, name);
          return operations.move(transaction, operation, event, parts);
        });
      }
      if (kind === 'renew' || kind === 'restore') {
        if (!held) throw new Error(`${name} was renewed and is held by nobody`);
        const { autoRenew } = held;
        const done = { type: kind === 'renew' ? 'renewed' : 'restored', years: yearsOf(operation), expiresOn } as const;
        return operations.move(database, operation, event, [
          ...names.paidLonger(held, done, placedBy(operation), this.now(), moved),
          ...this.doneByMail(operation, `operation ${operation.id} done`, { expiresOn, autoRenew }),
        ]);
      }
    }
    if (kind === 'update' && event.type !== 'sent') {
      const changes = event.type === 'done' ? this.updated(operation, event) : [];
      const { holderChange } = operation.request as UpdateRequest;
      if (holderChange === undefined) return operations.move(database, operation, event, changes);
      return database.transaction(async (transaction) => {
        const after = await operations.move(transaction, operation, event, changes);
        const failure = 'cause' in event ? whyOf(event) : null;
        await this.parts.holderChanges.answered(transaction, operation, failure);
        return after;
      });
    }
    return operations.move(database, operation, event, [], turnAt);
  }

  /** Its registry has changed it as it was asked to. */
  private updated(operation: TakenOperation, event: Extract<OperationEvent, { type: 'done' }>): StatementPart[] {
    const { held, contacts } = operation;
    if (!held) return [];
    const request = operation.request as UpdateRequest;
    const holder = contacts.find(({ id }) => id === request.contacts?.registrant);
    const came = {
      kept: 'kept' in event ? event.kept : [],
      ...(holder ? { holder: holderText(holder) } : {}),
    };
    return this.parts.names.updated(held, request, came, placedBy(operation), this.now(), moved);
  }

  /**
   * Begins what is done to a name that is held, from the expiry that it has: read and written down together, so that one
   * that was just renewed is not taken for what it was before.
   *
   * @throws OperationMoved where another moved it on
   */
  heldBegun(operation: TakenOperation, event: (expiresOn: IsoDate) => OperationEvent): Promise<Begun> {
    const { database, names, operations } = this.parts;
    return database.transaction(async (transaction) => {
      const held = await names.lock(transaction, operation.accountId, operation.name);
      if (!held) return { cause: 'gone' };
      const { expiresOn } = held;
      const { ending } = operation.request as RenewRequest;
      if (ending !== undefined && ending !== expiresOn) return { cause: 'renewed' };
      const after = await operations.move(transaction, operation, event(expiresOn));
      return { operation: after.operation, expiresOn };
    });
  }

  private registered(operation: TakenOperation, expiresOn: IsoDate): StatementPart[] {
    const { contacts, groupId = null } = operation.request as RegisterRequest;
    return this.nowHeld(operation, 'registered', contacts, {
      registeredOn: isoDate(this.now()),
      expiresOn,
      groupId,
      delegation: null,
      movableFrom: null,
      event: { type: 'registered', years: yearsOf(operation), expiresOn },
    });
  }

  /**
   * A name has come from another registrar: its registry is asked for the rest of what was wished: who holds it, a lock, and
   * an auth code that nobody elsewhere knows.
   */
  private movedIn(operation: TakenOperation, { expiresOn, came }: CameEvent): StatementPart[] {
    const { operations, catalogue } = this.parts;
    const { accountId, name, registry } = operation;
    const { contacts, privacy } = operation.request as TransferInRequest;
    const { lockDays } = extensionOfHeld(name, catalogue).transfer;
    const request = { contacts, privacy, locked: true, newAuthCode: true } as const;
    const askedBy = placedBy(operation);
    return [
      ...this.nowHeld(operation, 'moved', contacts, {
        ...came,
        expiresOn,
        groupId: null,
        movableFrom: addDays(isoDate(this.now()), lockDays),
        event: { type: 'movedIn', expiresOn },
      }),
      operations.askedThen({ id: randomUUID(), accountId, kind: 'update', name, registry, request, askedBy }, moved),
      moveDone(accountId, name, moved),
    ];
  }

  /** The name is held, its holder is asked to confirm the address where that is new, and a mail says so. */
  private nowHeld(
    operation: TakenOperation,
    did: 'registered' | 'moved',
    contacts: NameContacts,
    came: Pick<NewlyHeld, 'registeredOn' | 'expiresOn' | 'groupId' | 'delegation' | 'movableFrom' | 'event'>,
  ): StatementPart[] {
    const { names, holders } = this.parts;
    const { orderId, accountId, name, line, account, order } = operation;
    if (!orderId || !line || !order) throw new Error(`${name} was ${did} for no order`);
    const { privacy, autoRenew, premium } = line;
    const { registrant: contactId } = contacts;
    const { currency } = order;
    const premiumRenew = premium?.renew ?? null;
    const held = { ...came, name, accountId, orderId, contactId, contacts, privacy, autoRenew, premiumRenew, currency };
    const holder = operation.contacts.find(({ id }) => id === contactId);
    return [
      ...names.added(held, operation.leftover === 'own', placedBy(operation), this.now(), moved),
      ...(holder ? holders.asked(account, holder.email, line.unicode, moved) : []),
      ...this.doneByMail(operation, `order ${orderId} ${did} ${name}`, { expiresOn: came.expiresOn, autoRenew }),
    ];
  }

  /** A mail of its own, where the order's last one would come later, and not many come at once. */
  private doneByMail(
    { account, order, line }: TakenOperation,
    key: string,
    came: { readonly expiresOn: string; readonly autoRenew: boolean },
  ): StatementPart[] {
    if (!order || !line || !tellsEach(order.names)) return [];
    const mail = doneMail(account, order.number, line, came);
    return [written('told', [{ kind: 'mail', key, content: mail }], this.now(), moved)];
  }

  private now(): Date {
    return this.parts.clock.now();
  }

  private givenBack({ head, order }: TakenOrder, amount: number): StatementPart {
    const { id: reference, accountId } = head;
    return this.parts.balances.givenBack({ accountId, currency: order.currency, amount, reference }, this.now(), moved);
  }

  /** Its buyer is asked for another card, once for each time that money was held. */
  private askedToHold({ head, order, account }: TakenOrder): StatementPart {
    const { heldUntil = '', intent = '' } = order.payment.at === 'authorised' ? order.payment : {};
    const content = holdMail(account, head.number, order, heldUntil, `${this.parts.publicUrl}/orders/${head.id}`);
    return written(
      'asked_to_hold',
      [{ kind: 'mail', key: `order ${head.id} hold ${intent}`, content }],
      this.now(),
      moved,
    );
  }

  private salesEnded({ order }: TakenOrder): StatementPart[] {
    const ended = salesEnded(order);
    return ended.length > 0 ? [written('sales_ended', ended, this.now(), moved)] : [];
  }

  private receivedByMail({ head, order, account }: TakenOrder): StatementPart {
    const content = receivedMail(account, head.number, order);
    const mail = { kind: 'mail', key: `order ${head.id} received`, content } as const;
    return written('received_by_mail', [mail], this.now(), moved);
  }

  /** Takes along what is issued at the end: the credit note, or the invoice where it did not go out before. */
  private endedByMail({ head, order, account }: TakenOrder, issuedNow: InvoiceContent | undefined): StatementPart {
    if (head.placedBy.type === 'clock' && order.payment.at === 'declined') {
      const unpaid = {
        kind: 'renewalUnpaid',
        key: `order ${head.id} unpaid`,
        content: { accountId: head.accountId, orderId: head.id },
      } as const;
      return written('told_by_mail', [unpaid], this.now(), moved);
    }
    const last = order.funding.method === 'transfer' ? 'creditNote' : 'invoice';
    const key = `order ${head.id} ${order.payment.at === 'refunded' ? 'ended, refunded' : 'ended'}`;
    const mail = { kind: 'mail', key, content: endedMail(account, head.number, order) } as const;
    const { invoices } = this.parts;
    const document = issuedNow?.kind === last ? invoices.justIssued() : invoices.documentOf(head.id, last);
    return written('told_by_mail', [mail], this.now(), moved, document);
  }
}

/** Who asked for it. */
function placedBy({ order, askedBy }: TakenOperation): Who {
  return order?.placedBy ?? askedBy;
}

function yearsOf({ request }: TakenOperation): number {
  return 'years' in request ? request.years : 1;
}

/** Why something was not done, without the sentence: that is written in the language of whoever is told. */
function whyOf({ cause, said, asks }: Failure): Omit<Failure, 'reason'> {
  return { cause, ...(said === undefined ? {} : { said }), ...(asks ? { asks } : {}) };
}
