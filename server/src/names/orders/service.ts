import { randomUUID } from 'node:crypto';
import type { Actor, Who } from '@tienda/core/accounts/actor';
import { comesHere } from '@tienda/core/basket/basketLine';
import { contactsOf } from '@tienda/core/contacts/roles';
import { isOrganisation } from '@tienda/core/contacts/contactKind';
import { domainName } from '@tienda/core/names/domainName';
import { offerSums, type Purchase } from '@tienda/core/names/offer';
import type { OrderLine } from '@tienda/core/orders/order';
import type { PaymentWay } from '@tienda/core/orders/payment';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import type { Promotion } from '@tienda/core/pricing/promotion';
import type { QuoteChange } from '@tienda/core/pricing/quoteChanges';
import type { QuoteAction } from '@tienda/core/pricing/quoteRequest';
import type { BalanceStore } from '../../money/balance/store';
import type { PaymentWays } from '../../money/cards/service';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import type { ContactStore, StoredContact } from '../../people/contacts/store';
import type { Moves } from '../moves/service';
import { RegistrySilent } from '../../gateways/registry/registryGateway';
import type { Transaction } from '../../platform/db/database';
import { keyReused, type SentOnce } from '../../platform/http/idempotency';
import { badField, badFields, notAllowed, notFound, Problem } from '../../platform/http/problem';
import { isUuid, uuidFrom } from '../../platform/http/uuid';
import type { AgreedVersion } from '../agreements/store';
import type { GroupStore } from '../groups/store';
import { expectOwnersWay, expectWithinLimit, isSame } from '../helperLimits/limits';
import { transactionOf } from '../operations/identity';
import type { CodeUseStore } from '../../money/promotions/store';
import { promotionOf } from '../../money/promotions/promotions';
import type { QuoteService } from '../../money/quotes/service';
import type { QuoteStore, StoredQuote } from '../../money/quotes/store';
import type { NewOrder } from './models';
import type { OrderChecks } from './checks';
import { shownOrder } from './shown';
import type { Cashier } from './cashier';
import { ContactGone, type NewHead, type NewOperation, type OrderHead, type OrderStore } from './store';
import { registrySilent } from '../operations/registrySilence';

/** What placing and showing orders needs. */
export interface OrderServiceParts {
  readonly orders: OrderStore;
  /** What an account has agreed to with its orders. */
  readonly agreements: (accountId: string) => Promise<AgreedVersion[]>;
  readonly quotes: QuoteService;
  readonly quoteStore: QuoteStore;
  readonly contacts: ContactStore;
  readonly groups: Pick<GroupStore, 'need'>;
  readonly codeUses: CodeUseStore;
  readonly balances: BalanceStore;
  readonly cashier: Cashier;
  readonly ways: PaymentWays;
  readonly checks: OrderChecks;
  readonly moves: Pick<Moves, 'expectMovable'>;
  readonly catalogue: CatalogueReader;
  readonly clock: Clock;
  /** Called after an order is kept; tests end the process here. */
  readonly afterwards?: (orderId: string) => void;
  /** Where wallets lead back to. */
  readonly publicUrl: string;
}

/** What is to be ordered. */
export interface WantedOrder extends NewOrder {
  /** Cards kept that are asked one after the other where the one before was refused. */
  readonly otherCards?: readonly string[];
}

export class OrderService {
  constructor(private readonly parts: OrderServiceParts) {}

  /**
   * Places an order for a quote: the registries are asked once more, and nothing is ordered where the price
   * or the availability is not what was shown. A quote is ordered again only after the payment of its order before
   * came to nothing.
   *
   * @param sent of this attempt to pay: the same attempt is one order, however often it is sent
   * @throws Problem 409 where something else was sent under the attempt's key
   */
  async place(actor: Actor, sent: SentOnce, wanted: WantedOrder): Promise<ShownOrder> {
    const { account: accountId, who, reach } = actor;
    const id = uuidFrom(`order ${accountId} ${sent.key}`);
    const [earlier, stored, kept] = await Promise.all([
      this.parts.orders.earlier(id, wanted.quoteId, accountId),
      this.parts.quoteStore.find(wanted.quoteId),
      // What falls due by itself is billed also where all contacts were forgotten since.
      this.parts.contacts.ofAccount(accountId, who.type === 'clock'),
    ]);
    if (earlier) return this.again(earlier, id, sent);
    if (!stored) throw badField('/quoteId', 'unknownQuote', 'This quote is not known: open the review again.');
    const contact = kept.find((one) => one.id === wanted.contactId);
    if (!contact) throw badField('/contactId', 'unknownContact', 'This contact is not among yours: choose another.');
    this.expectSameCustomer(stored, contact);
    if (wanted.groupId !== undefined) await this.parts.groups.need(accountId, wanted.groupId);
    const inGroup = wanted.groupId === undefined ? {} : { groupId: wanted.groupId };
    const { checks } = this.parts;
    const toHold = stored.quote.lines.filter(({ action }) => comesHere(action));
    const toMove = stored.quote.lines.flatMap(({ action, name }) => (action === 'transfer' ? [name] : []));
    if (reach !== 'all' && toHold.length > 0) throw notAllowed();
    if (who.type === 'helper') expectOwnersWay(wanted);
    checks.expectAgreed(toHold, wanted);
    const declarations = checks.declared(toHold, wanted);
    const differing = checks.differing(kept, toHold, wanted);
    checks.expectLatin(kept, contact, toHold, differing);
    // What is found of them is what they are quoted with.
    if (toMove.length > 0) await this.expectMovable(accountId, toMove);
    const { today, changes, answers, held, movable } = await this.parts.quotes.again(stored, actor);
    if (stored.validUntil <= this.parts.clock.now())
      throw changed('The quote was good for 30 minutes. Look at the new one.', changes);
    if (today.problems.length > 0) throw badFields(today.problems);
    const unanswered = today.lines.find(
      ({ name, action }) => action === 'register' && (answers.get(name)?.status ?? 'unknown') === 'unknown',
    );
    if (unanswered) throw registrySilent('bought', unanswered.unicode);
    if (changes.length > 0) throw changed('Something changed since the quote was made. Look at the new one.', changes);

    const chosen = new Map(stored.request.items.map((item) => [this.read(item.name).name, item]));
    const boughtBy = new Map(
      [...movable].flatMap(([name, { purchase }]) => (purchase ? [[name, offerOf(purchase)] as const] : [])),
    );
    const mine = new Map(held.map((one) => [one.name, one]));
    const lines = today.lines.map(
      ({ name, unicode, action, years, charge, discount, fee, privacy, net }): OrderLine => {
        const item = mine.get(name) ?? chosen.get(name);
        const premium = answers.get(name)?.premium;
        const offer = boughtBy.get(name);
        return {
          kind: orderedKind(action),
          name,
          unicode,
          years,
          charge,
          discount,
          fee,
          privacyPrice: privacy,
          net,
          privacy: action === 'privacy' || (item?.privacy ?? true),
          autoRenew: item?.autoRenew ?? false,
          ...(premium ? { premium } : {}),
          ...(offer ? { offer } : {}),
        };
      },
    );
    const { currency, tax, total } = today;
    const now = this.parts.clock.now();
    const { ways, publicUrl } = this.parts;
    const way = (await ways.of(accountId, wanted.payment, `${publicUrl}/orders/${id}`)) ?? { type: 'balance' };
    const otherWays: PaymentWay[] = [];
    for (const card of wanted.otherCards ?? []) {
      const other = await ways.of(accountId, { method: 'card', card }, publicUrl);
      if (other) otherWays.push(other);
    }
    const balance = way.type === 'balance' ? total : Math.min(wanted.balance ?? 0, total);
    const funding = { method: balance === total ? 'balance' : way.type, balance } as const;
    const used = promotionOf(today.codes.find(({ applied }) => applied)?.code ?? '');
    const isByClock = who.type === 'clock';
    const operations = lines.map((line): NewOperation => {
      const { kind, name, years, privacy, premium, offer } = line;
      const contacts = contactsOf(contact.id, differing[name]);
      const operationId = randomUUID();
      return {
        id: operationId,
        kind,
        name,
        registry: this.read(name).registry,
        request:
          kind === 'register'
            ? { years, privacy, contacts, ...inGroup, ...(premium ? { premium } : {}) }
            : kind === 'transferIn'
              ? { privacy, contacts, ...(offer ? { offer: offer.id } : {}) }
              : kind === 'update'
                ? { privacy: true }
                : { years, ...(isByClock ? { ending: mine.get(name)?.expiresOn } : {}) },
        line,
        state: { at: 'ready' },
        transaction: transactionOf(operationId),
      };
    });
    const terms = { currency, taxRate: tax.rate, taxBasis: tax.basis, total, funding, names: lines.length };
    const aside = { accountId, currency, amount: balance, reference: id, at: now };
    const head: NewHead = {
      id,
      accountId,
      quoteId: stored.id,
      contactId: contact.id,
      way: balance === total ? { type: 'balance' } : way,
      otherWays: balance === total ? [] : otherWays,
      agreements: wanted.agreements,
      differing,
      declarations,
      placedAt: now,
      placedBy: who,
      request: sent.request,
      terms,
      payment: { at: 'asked' },
      open: lines.length,
    };
    const contacts = [contact.id, ...Object.values(differing).flatMap((roles) => Object.values(roles))];
    const alongside =
      balance > 0 || used || who.type === 'helper'
        ? (transaction: Transaction) => this.takeWhatIsScarce(transaction, aside, used, who)
        : undefined;
    const placed = await this.parts.cashier.place(id, async (isTaken) => {
      const kept = await this.keep(head, operations, contacts, isTaken, alongside);
      this.parts.afterwards?.(id);
      return kept;
    });
    if (placed) {
      await ways.keep(accountId, wanted.payment);
      const event = { event: { type: 'placed' }, at: now.toISOString() } as const;
      return shownOrder({ head: placed.head, operations, events: [event], documents: [] });
    }
    const other = await this.parts.orders.earlier(id, stored.id, accountId);
    if (!other) throw changed('This quote was ordered already.');
    return this.again(other, id, sent);
  }

  /** An order that is there already, of this attempt or of its quote. */
  private async again(head: OrderHead, id: string, { request }: SentOnce): Promise<ShownOrder> {
    if (head.id === id && head.request !== null && head.request !== request) throw keyReused();
    const order = await this.parts.orders.whole(head.id);
    if (!order) throw new Error(`Order ${head.number} was there a moment ago`);
    return shownOrder(order);
  }

  private async keep(...order: Parameters<OrderStore['place']>): ReturnType<OrderStore['place']> {
    try {
      return await this.parts.orders.place(...order);
    } catch (fault) {
      if (!(fault instanceof ContactGone)) throw fault;
      throw badField('/contactId', 'unknownContact', 'This contact is not among yours: choose another.');
    }
  }

  /** Money of the account's own, and a promo code: what two orders may want, of which only one can have it. */
  private async takeWhatIsScarce(
    transaction: Transaction,
    aside: Parameters<BalanceStore['setAside']>[1],
    used: Promotion | undefined,
    who: Who,
  ): Promise<void> {
    if (who.type === 'helper') await expectWithinLimit(transaction, who.id, this.parts.clock.now());
    if (aside.amount > 0 && !(await this.parts.balances.setAside(transaction, aside)))
      throw badField(
        '/balance',
        'balanceTooLow',
        'There is less on your balance than this: pay the rest another way, or pay in first.',
      );
    if (used && !(await this.parts.codeUses.take(transaction, used, aside.reference, aside.accountId)))
      throw changed(`The promo code ${used.code} was used up a moment ago. Look at the new quote.`);
  }

  /** Those that somebody may see: of an account whose names they do not all reach, what they ordered themselves. */
  async list({ account: accountId, reach, who }: Actor): Promise<ShownOrder[]> {
    const all = await this.parts.orders.ofAccount(accountId);
    const seen = reach === 'all' ? all : all.filter(({ head }) => isSame(head.placedBy, who));
    return seen.map(shownOrder);
  }

  agreed({ account: accountId }: Actor) {
    return this.parts.agreements(accountId);
  }

  /** @throws Problem 404 where the order is not the account's */
  async find({ account: accountId, reach, who }: Actor, orderId: string): Promise<ShownOrder> {
    const order = isUuid(orderId) ? await this.parts.orders.whole(orderId) : undefined;
    if (!order || order.head.accountId !== accountId) throw notFound('order');
    if (reach !== 'all' && !isSame(order.head.placedBy, who)) throw notFound('order');
    return shownOrder(order);
  }

  /** Tax was computed for the holder's country and kind, so the holder must be the one the quote was for. */
  private expectSameCustomer({ request: { customer } }: StoredQuote, { country, kind, vatId }: StoredContact): void {
    const isSame = customer.country === country && (customer.vatId ?? '') === (vatId ?? '');
    if (!isSame || (customer.kind === 'business') !== isOrganisation(kind))
      throw changed('The quote was made for another holder. Look at the new one.');
  }

  /** @throws Problem 422 naming each that cannot come, 503 where a registry does not say so */
  private async expectMovable(accountId: string, names: readonly string[]): Promise<void> {
    try {
      await this.parts.moves.expectMovable(accountId, names);
    } catch (fault) {
      if (!(fault instanceof RegistrySilent)) throw fault;
      throw registrySilent('moved');
    }
  }

  /** A name of a quote, and who keeps it. */
  private read(typed: string): { readonly name: string; readonly registry: string } {
    const read = domainName(typed, this.parts.catalogue.current());
    if (read.kind !== 'name') throw new Error(`${typed} was quoted and cannot be read: ${read.code}`);
    return { name: read.name, registry: read.extension.registry };
  }
}

function offerOf(purchase: Purchase): NonNullable<OrderLine['offer']> {
  return { id: purchase.id, reaching: offerSums(purchase.amount, purchase).holderGets };
}

/** What is done with an order. */
function orderedKind(action: QuoteAction): OrderLine['kind'] {
  if (action === 'transfer') return 'transferIn';
  return action === 'privacy' ? 'update' : action;
}

function changed(detail: string, changes: readonly QuoteChange[] = []): Problem {
  return new Problem(409, 'quote-changed', 'The quote has changed', detail, [], { changes });
}
