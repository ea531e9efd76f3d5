import { randomUUID } from 'node:crypto';
import { isOrganisation } from '@tienda/core/contacts/contactKind';
import { domainName } from '@tienda/core/names/domainName';
import { fromEvents, statusOf, type OrderLine } from '@tienda/core/orders/order';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { quoteChanges, type QuoteChange } from '@tienda/core/pricing/quoteChanges';
import type { AccountStore } from '../accounts/store';
import type { BasketStore } from '../basket/store';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../clock/clock';
import type { ContactStore, StoredContact } from '../contacts/store';
import { badField, badFields, notFound, Problem, type FieldError } from '../http/problem';
import { isUuid } from '../http/uuid';
import type { OrderQueue } from '../jobs/queue';
import type { CodeUseStore } from '../promotions/store';
import { promotionOf } from '../promotions/promotions';
import type { QuoteService } from '../pricing/service';
import type { QuoteStore, StoredQuote } from '../pricing/store';
import type { NewOrder } from './models';
import type { OrderHead, OrderStore, StoredEvent } from './store';

export class OrderService {
  constructor(
    private readonly orders: OrderStore,
    private readonly quotes: QuoteService,
    private readonly quoteStore: QuoteStore,
    private readonly contacts: ContactStore,
    private readonly accounts: AccountStore,
    private readonly basket: BasketStore,
    private readonly codeUses: CodeUseStore,
    private readonly catalogue: CatalogueReader,
    private readonly queue: OrderQueue,
    private readonly clock: Clock,
  ) {}

  /**
   * Places an order for a quote: the registries are asked once more, and nothing is ordered where the price
   * or the availability is not what was shown. A quote is ordered once, however often it is sent.
   */
  async place(accountId: string, wanted: NewOrder): Promise<ShownOrder> {
    const earlier = await this.orders.byQuote(wanted.quoteId, accountId);
    if (earlier) return this.show(earlier);
    const stored = await this.quoteStore.find(wanted.quoteId);
    if (!stored) throw badField('/quoteId', 'unknownQuote', 'This quote is not known: open the review again.');
    const contact = await this.contacts.find(accountId, wanted.contactId);
    if (!contact) throw badField('/contactId', 'unknownContact', 'This contact is not among yours: choose another.');
    this.expectSameCustomer(stored, contact);
    this.expectAgreed(stored, wanted);
    const { quote: today, answers } = await this.quotes.again(stored, accountId);
    const changes = quoteChanges(stored.quote, today);
    if (stored.validUntil <= this.clock.now())
      throw changed('The quote was good for 30 minutes. Look at the new one.', changes);
    if (today.problems.length > 0) throw badFields(today.problems);
    const unanswered = today.lines.find(({ name }) => (answers.get(name)?.status ?? 'unknown') === 'unknown');
    if (unanswered)
      throw new Problem(
        503,
        'registry-silent',
        'The registry did not answer',
        `${unanswered.unicode} could not be checked just now. Nothing was charged; try again in a moment.`,
      );
    if (changes.length > 0) throw changed('Something changed since the quote was made. Look at the new one.', changes);

    const id = randomUUID();
    const lines = today.lines.map(({ name, unicode, years, net }): OrderLine => {
      const item = stored.request.items.find((candidate) => this.nameOf(candidate.name) === name);
      const premium = answers.get(name)?.premium;
      return {
        name,
        unicode,
        years,
        net,
        privacy: item?.privacy ?? true,
        autoRenew: item?.autoRenew ?? false,
        ...(premium ? { premium } : {}),
      };
    });
    const { currency, tax, total } = today;
    const basketId = await this.accounts.basketOf(accountId);
    const used = promotionOf(today.codes.find(({ applied }) => applied)?.code ?? '');
    const placed = await this.orders.place(
      {
        id,
        accountId,
        quoteId: stored.id,
        contactId: contact.id,
        cardToken: wanted.cardToken,
        agreements: wanted.agreements,
        placedAt: this.clock.now(),
      },
      { type: 'placed', lines, currency, taxRate: tax.rate, total },
      async (transaction) => {
        if (used && !(await this.codeUses.take(transaction, used, id, accountId)))
          throw changed(`The promo code ${used.code} was used up a moment ago. Look at the new quote.`);
        if (basketId)
          await this.basket.remove(
            basketId,
            lines.map(({ name }) => name),
            transaction,
          );
      },
    );
    if (placed) await this.queue.push(id);
    const head = await this.orders.byQuote(stored.id, accountId);
    if (!head) throw changed('This quote was ordered already.');
    return this.show(head);
  }

  async list(accountId: string): Promise<ShownOrder[]> {
    return Promise.all((await this.orders.ofAccount(accountId)).map((head) => this.show(head)));
  }

  /** @throws Problem 404 where the order is not the account's */
  async find(accountId: string, orderId: string): Promise<ShownOrder> {
    const head = isUuid(orderId) ? await this.orders.head(orderId) : undefined;
    if (!head || head.accountId !== accountId) throw notFound('order');
    return this.show(head);
  }

  private async show(head: OrderHead): Promise<ShownOrder> {
    const events = await this.orders.events(head.id);
    const order = fromEvents(events.map(({ event }) => event));
    return {
      id: head.id,
      number: head.number,
      placedAt: head.placedAt.toISOString(),
      status: statusOf(order),
      ended: order.told,
      currency: order.currency,
      total: order.total,
      payment: order.payment,
      lines: order.lines,
      events: events.map(shownEvent),
    };
  }

  /** Tax was computed for the holder's country and kind, so the holder must be the one the quote was for. */
  private expectSameCustomer({ request: { customer } }: StoredQuote, { country, kind, vatId }: StoredContact): void {
    const isSame = customer.country === country && (customer.vatId ?? '') === (vatId ?? '');
    if (!isSame || (customer.kind === 'business') !== isOrganisation(kind))
      throw changed('The quote was made for another holder. Look at the new one.');
  }

  private expectAgreed({ quote }: StoredQuote, { agreements }: NewOrder): void {
    const needed = new Set(
      quote.lines.flatMap(({ name }) => {
        const read = domainName(name, this.catalogue.current());
        return read.kind === 'name' ? read.extension.agreements.map(({ id }) => id) : [];
      }),
    );
    const missing = [...needed].flatMap((id): FieldError[] => {
      const agreement = this.catalogue.agreement(id);
      const agreed = agreements.some((given) => given.id === id && given.version === agreement?.version);
      if (agreed) return [];
      return [{ pointer: '/agreements', code: 'notAgreed', detail: `Read and agree to: ${agreement?.title ?? id}.` }];
    });
    if (missing.length > 0) throw badFields(missing);
  }

  private nameOf(typed: string): string | undefined {
    const read = domainName(typed, this.catalogue.current());
    return read.kind === 'name' ? read.name : undefined;
  }
}

function shownEvent({ sequence, event, at }: StoredEvent): ShownOrder['events'][number] {
  return { sequence, type: event.type, at: at.toISOString(), ...('name' in event ? { name: event.name } : {}) };
}

function changed(detail: string, changes: readonly QuoteChange[] = []): Problem {
  return new Problem(409, 'quote-changed', 'The quote has changed', detail, [], { changes });
}
