import type { Actor } from '@tienda/core/accounts/actor';
import { createHash } from 'node:crypto';
import { domainName } from '@tienda/core/names/domainName';
import { offerSums, type OfferEvent } from '@tienda/core/names/offer';
import type { ShownOffer } from '@tienda/core/names/shownOffer';
import type { AccountStore } from '../../people/accounts/store';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import { BrokerSilent, type BrokerGateway } from '../../gateways/broker/broker';
import { badField, notFound, Problem } from '../../platform/http/problem';
import { isUuid } from '../../platform/http/uuid';
import type { Outbox } from '../../platform/outbox/outbox';
import type { SearchService } from '../../find/search/service';
import { offerMail } from './mails';
import type { NewOffer } from './models';
import type { KeptOffer, OfferStore } from './store';

/** Offers that the broker is spoken to about side by side. */
const atOnce = 5;

/** Offers to holders of taken names. Money is no part of it until both sides have agreed. */
export class OfferService {
  constructor(
    private readonly store: OfferStore,
    private readonly broker: BrokerGateway,
    private readonly catalogue: CatalogueReader,
    private readonly search: SearchService,
    private readonly accounts: AccountStore,
    private readonly outbox: Outbox,
    private readonly clock: Clock,
  ) {}

  /** Takes out the account's offers; those still open have to be withdrawn before. */
  forget({ account: accountId }: Actor): Promise<void> {
    return this.store.forget(accountId);
  }

  async list({ account: accountId }: Actor): Promise<ShownOffer[]> {
    return (await this.store.ofAccount(accountId)).map((offer) => this.shown(offer));
  }

  /** @param key the same key is the same offer @throws Problem 422 */
  async make(
    { account: accountId }: Actor,
    { name, amount, feePaidBy, message }: NewOffer,
    key: string,
  ): Promise<ShownOffer> {
    const read = domainName(name, this.catalogue.current());
    if (read.kind === 'problem') throw badField('/name', read.code, read.detail);
    const answer = (await this.search.answers([read.name], 0)).get(read.name);
    if (answer?.status !== 'taken')
      throw badField(
        '/name',
        'notTaken',
        `${read.unicode} is not held by anyone: there is nobody to make an offer to.`,
      );
    const earlier = (await this.store.ofAccount(accountId)).find(
      (offer) => offer.name === read.name && ['sent', 'countered', 'agreed'].includes(offer.state.at),
    );
    const id = idOf(accountId, key);
    const offered = () =>
      badField('/name', 'offered', `There is an offer for ${read.unicode} already: change or withdraw that one.`);
    if (earlier && earlier.id !== id) throw offered();
    const at = this.clock.now();
    const state = { at: 'sent' } as const;
    const offer = { id, accountId, name: read.name, amount, feePaidBy, message, state };
    const times = { createdAt: at, changedAt: at, lookedAt: null };
    if (!(await this.store.add({ ...offer, ...times, revision: 1, toldRevision: 0 }))) throw offered();
    return this.carriedOn(accountId, id);
  }

  /** What the buyer does next. @throws Problem 404, 409 where it cannot follow */
  async move({ account: accountId }: Actor, id: string, event: OfferEvent): Promise<ShownOffer> {
    const found = isUuid(id) ? await this.store.find(accountId, id) : undefined;
    if (!found) throw notFound('offer among yours');
    await this.store.move(id, event, this.clock.now()).catch(() => {
      throw new Problem(409, 'offer-ended', 'Not any more', 'The offer has moved on meanwhile: look at it again.');
    });
    return this.carriedOn(accountId, id);
  }

  /** Tells the broker what it does not know yet, and takes up what holders have answered. */
  async lookAround(): Promise<void> {
    const open = [...(await this.store.open())];
    const carryOn = async () => {
      for (let offer = open.shift(); offer; offer = open.shift()) await this.carryOn(offer);
    };
    await Promise.all(Array.from({ length: atOnce }, carryOn));
  }

  private async carriedOn(accountId: string, id: string): Promise<ShownOffer> {
    const offer = await this.store.find(accountId, id);
    if (!offer) throw notFound('offer among yours');
    if (isUntold(offer)) await this.carryOn(offer);
    return this.shown((await this.store.find(accountId, id)) ?? offer);
  }

  /** A broker that is silent is asked again in the next round. */
  private async carryOn(offer: KeptOffer): Promise<void> {
    try {
      await this.store.looked(offer.id, this.clock.now());
      if (isUntold(offer)) await this.tell(offer);
      else await this.hear(offer);
    } catch (fault) {
      if (!(fault instanceof BrokerSilent)) throw fault;
    }
  }

  private async tell({ id, name, amount, feePaidBy, message, state, revision }: KeptOffer): Promise<void> {
    const reaching = offerSums(amount, feePaidBy).holderGets;
    if (state.at === 'withdrawn') await this.broker.withdraw(id);
    else await this.broker.send(id, { name, amount: reaching, message });
    await this.store.told(id, revision);
  }

  private async hear(offer: KeptOffer): Promise<void> {
    const answer = await this.broker.answer(offer.id);
    if (answer.state === 'sent') return;
    const event: OfferEvent =
      answer.state === 'accepted'
        ? { type: 'holderAccepted' }
        : answer.state === 'countered'
          ? { type: 'holderCountered', amount: neededDeclarations(answer.amount, offer) }
          : { type: 'holderDeclined' };
    const account = await this.accounts.byId(offer.accountId);
    const at = this.clock.now();
    await this.store.move(offer.id, event, at, offer, async (transaction, moved) => {
      const key = `offer ${offer.id} ${event.type} ${offer.revision}`;
      if (account) await this.outbox.put(transaction, 'mail', key, offerMail(account, this.shown(moved)));
    });
    this.outbox.soon();
  }

  private shown(offer: KeptOffer): ShownOffer {
    const { id, name, amount, feePaidBy, message, state, createdAt, changedAt } = offer;
    const read = domainName(name, this.catalogue.current());
    return {
      id,
      name,
      unicode: read.kind === 'name' ? read.unicode : name,
      feePaidBy,
      message,
      state,
      sums: offerSums(amount, feePaidBy),
      ...(state.at === 'countered' ? { counterSums: offerSums(state.amount, feePaidBy) } : {}),
      createdAt: createdAt.toISOString(),
      changedAt: changedAt.toISOString(),
    };
  }
}

/** The buyer has changed it since the broker was told. */
function isUntold({ revision, toldRevision }: KeptOffer): boolean {
  return toldRevision < revision;
}

/** The price at which the holder gets what they ask for: more where the fee comes out of it. */
function neededDeclarations(reaching: number, { feePaidBy }: KeptOffer): number {
  let price = reaching;
  while (offerSums(price, feePaidBy).holderGets < reaching) price += reaching - offerSums(price, feePaidBy).holderGets;
  return price;
}

/** The same key from the same account is the same offer. */
function idOf(accountId: string, key: string): string {
  const hex = createHash('sha256').update(`offer ${accountId} ${key}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
