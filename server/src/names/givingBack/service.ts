import type { Actor } from '@tienda/core/accounts/actor';
import { toULabel } from '@tienda/core/idna/idna';
import { giveBackUntil } from '@tienda/core/lifecycle/addGrace';
import type { GivenBack, GoesBack, ShownName } from '@tienda/core/names/shownName';
import type { FailedEvent } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { creditFor } from '@tienda/core/orders/givingBack';
import { isoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { InvoiceStore } from '../../money/invoices/store';
import type { ContactStore } from '../../people/contacts/store';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { Problem } from '../../platform/http/problem';
import { uuidFrom } from '../../platform/http/uuid';
import type { Outbox } from '../../platform/outbox/outbox';
import { extensionOfHeld } from '../held/extension';
import type { HeldName, HeldNow, NameStore } from '../held/store';
import type { Asking } from '../operations/asking';
import { contactHandle } from '../operations/identity';
import type { OperationStore, TakenOperation } from '../operations/store';
import { documentMail } from '../orders/mails';
import { issuedFor } from '../orders/documents';
import { givenBackMail, notGivenBackMail } from './mails';
import type { GivingBackStore, PaidOrder } from './store';

export interface GivingBackParts {
  readonly database: Database;
  readonly store: GivingBackStore;
  readonly operations: OperationStore;
  readonly names: NameStore;
  readonly contacts: ContactStore;
  readonly invoices: InvoiceStore;
  readonly catalogue: CatalogueReader;
  readonly outbox: Outbox;
  readonly clock: Clock;
}

/**
 * Names given back in their first days: deleted at the registry, and all that was paid for them credited, in one
 * transaction. Whatever goes back by a bank leaves after that.
 */
export class GivingBack {
  constructor(private readonly parts: GivingBackParts) {}

  /** Until when a name can be given back and what goes back then; undefined where it cannot. */
  async offer(held: HeldName): Promise<ShownName['givingBack']> {
    const { catalogue, clock, store } = this.parts;
    const { lifecycle } = extensionOfHeld(held.name, catalogue);
    const until = giveBackUntil(held.registeredOn, lifecycle);
    const isOpen = until !== undefined && isoDate(clock.now()) <= until && held.stage === 'active';
    if (
      !isOpen ||
      held.orderId === null ||
      held.premiumRenew !== null ||
      (await store.wasGivenBack(held.accountId, held.name))
    )
      return undefined;
    const paid = await store.paidFor(held);
    // Its money can be divided once all of its order is settled.
    if (paid.some(({ head }) => !head.ended)) return undefined;
    // Its days count for whoever registered it, and that was not here.
    if (paid.some(({ order }) => order.lines.some(({ kind, name }) => kind === 'transferIn' && name === held.name)))
      return undefined;
    return { until, back: goesBack(paid, held.name) };
  }

  /** @throws Problem 409 where it cannot be given back, or its registry refuses */
  async ask({ who }: Actor, held: HeldNow, asking: Asking): Promise<GivenBack> {
    // Whatever waits for its registry comes first: it may be the same, or change whom the registry knows as its holder.
    const offer = held.isChanging ? undefined : await this.offer(held);
    const unicode = toULabel(held.name);
    if (!offer)
      throw new Problem(
        409,
        'not-given-back',
        'It cannot be given back',
        `${unicode} cannot be given back: the days for that are over, or its order or a change of it is still under way.`,
        [],
        { facts: { name: unicode } },
      );
    const registrant = contactHandle(held.contactId, held.privacy);
    const done = await asking.ofOne(held, { kind: 'delete', request: { registrant } }, who);
    return { done: done !== undefined, back: offer.back };
  }

  /** Writes down what happened to an operation that lets a name go, with all that must be true with it. */
  async happened(operation: TakenOperation, event: OperationEvent): Promise<TakenOperation> {
    const { database, operations, outbox } = this.parts;
    const after = await database.transaction(async (transaction) => {
      const { name, account, id } = operation;
      const held = event.type === 'done' ? await this.letGo(transaction, operation) : undefined;
      const { operation: moved } = await operations.move(transaction, operation, event);
      if (held) await this.credit(transaction, operation, held);
      // What is not the account’s any more is not said to be.
      if (isFailed(event) && event.cause !== 'gone') {
        const { type: _type, ...why } = event;
        await outbox.put(
          transaction,
          'mail',
          `operation ${id} not given back`,
          notGivenBackMail(account, toULabel(name), why),
        );
      }
      return moved;
    });
    outbox.soon();
    return after;
  }

  private async letGo(transaction: Transaction, { accountId, name, askedBy }: TakenOperation): Promise<HeldName> {
    const { names, clock } = this.parts;
    const held = await names.lock(transaction, accountId, name);
    if (!held) throw new Error(`${name} was given back and is held by nobody`);
    await names.givenBack(transaction, held, askedBy, clock.now());
    return held;
  }

  /** All that was paid for it goes back, order by order. */
  private async credit(transaction: Transaction, operation: TakenOperation, held: HeldName): Promise<void> {
    const { store, invoices, contacts, outbox, clock } = this.parts;
    const { accountId, account } = operation;
    const now = clock.now();
    const paid = await store.paidFor(held, transaction);
    for (const one of paid) {
      const { head, order } = one;
      const credit = creditFor(order, held.name);
      if (!credit) continue;
      const { credited, note, freesCode } = credit;
      await store.credit(transaction, one, { type: 'credited', of: credited }, now);
      const buyer = await contacts.find(accountId, head.contactId, transaction);
      if (!buyer) throw new Error(`Order ${head.number} has lost its buyer`);
      const issued = await invoices.issue(
        transaction,
        note,
        { ...issuedFor({ head, account, buyer }), about: held.name },
        now,
      );
      const key = `order ${head.id} given back ${held.name}`;
      await outbox.put(transaction, 'mail', `${key} credit note`, documentMail(account, issued));
      const { amount, balance } = credited;
      await store.toBalance(transaction, accountId, { currency: order.currency, amount: balance }, uuidFrom(key), now);
      const intent = order.payment.at === 'captured' ? order.payment.intent : undefined;
      if (amount > 0) {
        if (intent === undefined) throw new Error(`Order ${head.number} has lost its payment`);
        await outbox.put(transaction, 'refund', `${key} refund`, { intent, amount });
      }
      if (freesCode) await store.freeCode(transaction, head.id);
    }
    const mail = givenBackMail(account, toULabel(held.name), goesBack(paid, held.name));
    await outbox.put(transaction, 'mail', `operation ${operation.id} given back`, mail);
  }
}

function goesBack(paid: readonly PaidOrder[], name: string): GoesBack[] {
  return paid.flatMap(({ order }) => {
    const credit = creditFor(order, name);
    if (!credit) return [];
    const { amount, balance } = credit.credited;
    return { amount, balance, currency: order.currency };
  });
}

function isFailed(event: OperationEvent): event is FailedEvent {
  return event.type === 'refused' || event.type === 'givenUp';
}
