import type { Actor } from '@tienda/core/accounts/actor';
import { createHash } from 'node:crypto';
import { domainName } from '@tienda/core/names/domainName';
import { isOpenOffer, offerSums, type OfferEvent } from '@tienda/core/names/offer';
import { transferOf } from '@tienda/core/pricing/linePrice';
import type { MoveTerms, ShownOffer } from '@tienda/core/names/shownOffer';
import type { AccountStore } from '../../people/accounts/store';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import { BrokerSilent, type BrokerGateway } from '../../gateways/broker/broker';
import { badField, notFound, Problem } from '../../platform/http/problem';
import { isUuid } from '../../platform/http/uuid';
import { longestSilenceMs } from '../../platform/attention/patience';
import type { Carrier, Leaving } from '../../platform/outbox/leaving';
import type { Outbox } from '../../platform/outbox/outbox';
import { RegistrySilent } from '../../gateways/registry/registryGateway';
import type { Moves } from '../moves/service';
import { moveProblemText } from '../moves/texts';
import { amountText } from '../../platform/texts/texts';
import type { SearchService } from '../../find/search/service';
import { offerMail } from './mails';
import type { NewOffer } from './models';
import { lapseAfter, type KeptOffer, type OfferStore } from './store';
import { registrySilent } from '../operations/registrySilence';

/** Offers that the broker is spoken to about side by side. */
const atOnce = 5;

export interface OfferParts {
  readonly store: OfferStore;
  readonly broker: BrokerGateway;
  readonly catalogue: CatalogueReader;
  readonly search: Pick<SearchService, 'answers'>;
  readonly moves: Pick<Moves, 'lookAt' | 'handedOver' | 'ordersOf'>;
  readonly accounts: AccountStore;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
}

/**
 * Offers to holders of taken names. Money is no part of it until both sides have agreed; then the name is wanted here, and
 * bought and moved as others are moved, by an order.
 */
export class OfferService {
  constructor(private readonly parts: OfferParts) {}

  /** What has come of a sale is told to the broker, who pays its holder. */
  readonly settling: Carrier<Leaving['sale']> = {
    carry: async ({ offer, reaching }) => {
      const { broker, store, clock } = this.parts;
      if (reaching === null) await broker.callOff(offer);
      else await broker.pay(offer, reaching);
      const kept = await store.anyone(offer);
      if (kept?.state.at !== 'agreed') return;
      await store.move(offer, { type: reaching === null ? 'nameStayed' : 'nameCame' }, clock.now());
    },
    remains: (content) => content,
    patienceMs: longestSilenceMs,
  };

  /** Takes out the account's offers; those still open have to be withdrawn before. */
  forget({ account: accountId }: Actor): Promise<void> {
    return this.parts.store.forget(accountId);
  }

  async list({ account: accountId }: Actor): Promise<ShownOffer[]> {
    const all = await this.parts.store.ofAccount(accountId);
    const isAgreed = all.some(({ state }) => state.at === 'agreed');
    const orders = isAgreed ? await this.parts.moves.ordersOf(accountId) : undefined;
    return all.map((offer) => this.shown(offer, orders?.get(offer.name)));
  }

  /** @throws Problem 422 where it could not be offered for; 503 */
  async terms(actor: Actor, name: string): Promise<MoveTerms> {
    const { name: read, unicode } = this.read(name);
    return this.termsElsewhere(actor, read, unicode);
  }

  /** @param key the same key is the same offer @throws Problem 422; 409 where the move costs something else than was shown */
  async make(
    actor: Actor,
    { name, amount, feePaidBy, move: shownMove = 0, message }: NewOffer,
    key: string,
  ): Promise<ShownOffer> {
    const { account: accountId } = actor;
    const read = this.read(name);
    const answer = (await this.parts.search.answers([read.name], 0)).get(read.name);
    if (answer?.status !== 'taken')
      throw badField(
        '/name',
        'notTaken',
        `${read.unicode} is not held by anyone: there is nobody to make an offer to.`,
        { name: read.unicode },
      );
    const earlier = (await this.parts.store.ofAccount(accountId)).find(
      (offer) => offer.name === read.name && isOpenOffer(offer.state),
    );
    const id = idOf(accountId, key);
    const offered = () =>
      badField('/name', 'offered', `There is an offer for ${read.unicode} already: change or withdraw that one.`, {
        name: read.unicode,
      });
    if (earlier && earlier.id !== id) throw offered();
    const { move } = await this.termsElsewhere(actor, read.name, read.unicode);
    if (move !== shownMove && !earlier) throw moveCosts(read.unicode, move);
    const at = this.parts.clock.now();
    const state = { at: 'sent' } as const;
    const offer = { id, accountId, name: read.name, amount, feePaidBy, move, message, state };
    const times = { createdAt: at, changedAt: at, lookedAt: null, lapsesAt: lapseAfter(at) };
    if (!(await this.parts.store.add({ ...offer, ...times, revision: 1, toldRevision: 0 }))) throw offered();
    return this.carriedOn(accountId, id);
  }

  /** What the buyer does next. @throws Problem 404, 409 where it cannot follow */
  async move({ account: accountId }: Actor, id: string, event: OfferEvent): Promise<ShownOffer> {
    const found = isUuid(id) ? await this.parts.store.find(accountId, id) : undefined;
    if (!found) throw notFound('offer among yours');
    if (event.type === 'buyerWithdrew' && found.state.at === 'agreed' && (await this.parts.store.isPaidFor(id)))
      throw new Problem(409, 'offer-paid', 'It is paid for', 'The name is on its way to you already: see its order.');
    const moved = await this.parts.store.move(id, event, this.parts.clock.now()).catch(() => {
      throw new Problem(409, 'offer-ended', 'Not any more', 'The offer has moved on meanwhile: look at it again.');
    });
    if (moved?.state.at === 'agreed') await this.parts.moves.lookAt(accountId, [moved.name]);
    return this.carriedOn(accountId, id);
  }

  /** Tells the broker what it does not know yet, and takes up what holders have answered. */
  async lookAround(): Promise<void> {
    const open = [...(await this.parts.store.open())];
    const carryOn = async () => {
      for (let offer = open.shift(); offer; offer = open.shift()) await this.carryOn(offer);
    };
    await Promise.all(Array.from({ length: atOnce }, carryOn));
    for (const offer of await this.parts.store.lapsing(this.parts.clock.now()))
      await this.happened(offer, { type: 'lapsed' });
  }

  /** @throws Problem 422 */
  private read(name: string) {
    const read = domainName(name, this.parts.catalogue.current());
    if (read.kind === 'problem') throw badField('/name', read.code, read.detail, read.facts);
    return read;
  }

  /** @throws Problem 422 where it is held with Tienda, or could not come here even with its holder's help; 503 */
  private async termsElsewhere(actor: Actor, name: string, unicode: string): Promise<MoveTerms> {
    const { problems, premium } = await this.parts.moves.handedOver(actor, name).catch((fault: unknown) => {
      if (!(fault instanceof RegistrySilent)) throw fault;
      throw registrySilent('offered', unicode);
    });
    const [problem] = problems;
    if (problem?.code === 'here') {
      const detail = `${unicode} is held with Tienda: write to its holder at the address in its registration data.`;
      throw badField('/name', 'heldHere', detail, { name: unicode });
    }
    if (problem)
      throw badField('/name', 'cannotCome', `${unicode} could not come here now. ${moveProblemText(problem)}`, {
        name: unicode,
      });
    return premium ? { move: transferOf(premium), renew: premium.renew } : { move: 0 };
  }

  private async carriedOn(accountId: string, id: string): Promise<ShownOffer> {
    const offer = await this.parts.store.find(accountId, id);
    if (!offer) throw notFound('offer among yours');
    if (isUntold(offer)) await this.carryOn(offer);
    return this.shown((await this.parts.store.find(accountId, id)) ?? offer);
  }

  /** A broker that is silent is asked again in the next round. */
  private async carryOn(offer: KeptOffer): Promise<void> {
    try {
      await this.parts.store.looked(offer.id, this.parts.clock.now());
      if (isUntold(offer)) await this.tell(offer);
      else await this.hear(offer);
    } catch (fault) {
      if (!(fault instanceof BrokerSilent)) throw fault;
    }
  }

  private async tell(offer: KeptOffer): Promise<void> {
    const { id, name, amount, message, state, revision } = offer;
    const reaching = offerSums(amount, offer).holderGets;
    if (state.at === 'withdrawn' || state.at === 'lapsed') await this.parts.broker.withdraw(id);
    else await this.parts.broker.send(id, { name, amount: reaching, message });
    await this.parts.store.told(id, revision);
  }

  private async hear(offer: KeptOffer): Promise<void> {
    const answer = await this.parts.broker.answer(offer.id);
    if (answer.state === 'sent') return;
    const event: OfferEvent =
      answer.state === 'accepted'
        ? { type: 'holderAccepted' }
        : answer.state === 'countered'
          ? { type: 'holderCountered', amount: priceReaching(answer.amount, offer) }
          : { type: 'holderDeclined' };
    await this.happened(offer, event);
  }

  /** Something that the buyer is told by mail. */
  private async happened(offer: KeptOffer, event: OfferEvent): Promise<void> {
    const { accounts, store, outbox, clock, moves, publicUrl } = this.parts;
    const account = await accounts.byId(offer.accountId);
    const moved = await store.move(offer.id, event, clock.now(), offer, async (transaction, after) => {
      const key = `offer ${offer.id} ${event.type} ${offer.revision}`;
      const url = `${publicUrl}/names/move`;
      if (account) await outbox.put(transaction, 'mail', key, offerMail(account, this.shown(after), url));
    });
    if (moved?.state.at === 'agreed') await moves.lookAt(moved.accountId, [moved.name]);
    outbox.soon();
  }

  private shown(offer: KeptOffer, orderId?: string): ShownOffer {
    const { id, name, amount, feePaidBy, message, state, createdAt, changedAt, lapsesAt } = offer;
    const read = domainName(name, this.parts.catalogue.current());
    return {
      id,
      name,
      unicode: read.kind === 'name' ? read.unicode : name,
      feePaidBy,
      message,
      state,
      sums: offerSums(amount, offer),
      ...(state.at === 'countered' ? { counterSums: offerSums(state.amount, offer) } : {}),
      ...(orderId === undefined ? {} : { orderId }),
      ...(lapsesAt && orderId === undefined ? { lapsesAt: lapsesAt.toISOString() } : {}),
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
function priceReaching(reaching: number, offer: KeptOffer): number {
  let price = reaching;
  while (offerSums(price, offer).holderGets < reaching) price += reaching - offerSums(price, offer).holderGets;
  return price;
}

function moveCosts(unicode: string, move: number): Problem {
  const detail =
    move === 0
      ? `Moving ${unicode} here costs nothing on top any more. Nothing was sent: look at the sums again.`
      : `${unicode} is premium: its registry asks ${amountText(move, 'USD')} for moving it here. Nothing was sent: look at the sums again.`;
  return new Problem(409, 'move-costs', 'The move costs something else', detail);
}

/** The same key from the same account is the same offer. */
function idOf(accountId: string, key: string): string {
  const hex = createHash('sha256').update(`offer ${accountId} ${key}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
