import type { Actor } from '@tienda/core/accounts/actor';
import { payBy, type PaymentMethod } from '@tienda/core/orders/payment';
import { topUpLimits, type ShownBalance, type ShownTopUp, type TopUpState } from '@tienda/core/orders/topUp';
import { convert, decimalAmount } from '@tienda/core/money/money';
import type { Attention } from '../../platform/attention/attention';
import { longestSilenceMs, paymentPatienceMs } from '../../platform/attention/patience';
import type { PaymentWays } from '../cards/service';
import type { Clock } from '../../platform/clock/clock';
import type { Leases } from '../../platform/db/leases';
import { PaymentSilent, type PaymentGateway, type PaymentStanding } from '../../gateways/payments/paymentGateway';
import { badField, notFound } from '../../platform/http/problem';
import { isUuid, uuidFrom } from '../../platform/http/uuid';
import { rateOf } from '../../find/catalogue/rates';
import type { NewTopUp } from './models';
import type { BalanceStore, TopUp } from './store';

/** How soon a payment that waits for its buyer is looked at again, where no notice comes. */
const lookAgainMs = 20_000;

/** Money of the account's own: what there is, and how more comes. */
export class BalanceService {
  constructor(
    private readonly leases: Leases,
    private readonly store: BalanceStore,
    private readonly payments: PaymentGateway,
    private readonly ways: PaymentWays,
    private readonly attention: Attention,
    private readonly clock: Clock,
    private readonly publicUrl: string,
  ) {}

  async show({ account: accountId }: Actor): Promise<ShownBalance> {
    const { balances, entries } = await this.store.withEntries(accountId);
    return {
      balances,
      entries: entries.map(({ at, kind, amount, currency, orderNumber }) => ({
        at: at.toISOString(),
        kind,
        amount,
        currency,
        ...(orderNumber === null ? {} : { orderNumber }),
      })),
    };
  }

  /** Asks for money to put on the balance; the same key is the same money. @throws Problem 422 where the amount or the way will not do */
  async begin(actor: Actor, key: string, { amount, currency, payment }: NewTopUp): Promise<ShownTopUp> {
    const [least, most] = [topUpLimits.least, topUpLimits.most].map((limit) =>
      convert(limit, currency, rateOf(currency)),
    ) as [number, number];
    if (amount < least || amount > most)
      throw badField(
        '/amount',
        'outOfRange',
        `Pay in between ${decimalAmount(least, currency)} and ${decimalAmount(most, currency)} ${currency} at once.`,
      );
    const { account: accountId } = actor;
    const id = uuidFrom(`top-up ${accountId} ${key}`);
    const way = await this.ways.of(accountId, payment, `${this.publicUrl}/account`);
    if (!way) throw badField('/payment/method', 'balanceItself', 'Pay into the balance by another way.');
    const now = this.clock.now();
    const row: TopUp = {
      id,
      accountId,
      currency,
      amount,
      way,
      state: { at: 'asked' },
      createdAt: now,
      lookAt: now,
      silentSince: null,
    };
    await this.store.keepTopUp(row);
    await this.advance(id);
    return this.find(actor, id);
  }

  async find({ account: accountId }: Actor, id: string): Promise<ShownTopUp> {
    const found = isUuid(id) ? await this.store.topUp(id) : undefined;
    if (!found || found.accountId !== accountId) throw notFound('top-up');
    return shown(found);
  }

  async list({ account: accountId }: Actor): Promise<ShownTopUp[]> {
    return (await this.store.topUpsOf(accountId)).map(shown);
  }

  /** Moves every top-up on whose turn it is. */
  async lookAround(): Promise<void> {
    for (const id of await this.store.topUpsDue(this.clock.now())) await this.advance(id);
  }

  /**
   * Moves a top-up on as far as it goes; harmless when repeated, also after its end.
   *
   * @returns false where there is none of that id
   */
  async advance(id: string): Promise<boolean> {
    const known = isUuid(id) && (await this.store.topUp(id)) !== undefined;
    if (known) await this.leases.exclusively(`top-up ${id}`, () => this.advanceAlone(id));
    return known;
  }

  private async advanceAlone(id: string): Promise<void> {
    try {
      for (;;) {
        const row = await this.store.topUp(id);
        if (!row || row.state.at === 'added') return;
        const state = await this.next(row);
        if (!state) return;
        if (state.at === 'added') return await this.store.addTopUp(row, this.clock.now());
        await this.set(id, state);
        if (state.at === 'waiting' || state.at === 'declined') return;
      }
    } catch (fault) {
      if (!(fault instanceof PaymentSilent)) throw fault;
      await this.silent(id, fault);
    }
  }

  private async set(id: string, state: TopUpState): Promise<void> {
    const open = state.at !== 'declined' || state.unresolved;
    await this.store.setTopUp(id, state, open ? new Date(this.clock.now().getTime() + lookAgainMs) : null);
  }

  /** Nobody waits for ever: what was only asked for is given up, and someone is told of what cannot be. */
  private async silent(id: string, fault: PaymentSilent): Promise<void> {
    const now = this.clock.now();
    const waitedMs = now.getTime() - (await this.store.silentSince(id, now)).getTime();
    const isAsked = (await this.store.topUp(id))?.state.at === 'asked';
    if (isAsked && waitedMs > paymentPatienceMs) {
      const reason = 'The payment provider gave no answer.';
      return this.set(id, { at: 'declined', cause: 'silent', reason, unresolved: true });
    }
    if (waitedMs <= longestSilenceMs) return;
    const what = `Top-up ${id} has had no answer for three days; it is still asked. ${fault.message}`;
    await this.attention.raise(`top-up ${id}`, what);
  }

  /** Where it stands after one more step; undefined where nothing has changed for good. */
  private async next({ id, way, amount, currency, state }: TopUp): Promise<TopUpState | undefined> {
    switch (state.at) {
      case 'asked':
        return this.after(
          await this.payments.begin({ amount, currency, way, reference: id }, `${id} top-up`),
          payBy(way.type, this.clock.now()).toISOString(),
        );
      case 'waiting': {
        const standing = await this.payments.look(state.intent);
        const isOver = standing.at === 'waiting' && new Date(state.until) <= this.clock.now();
        const after = isOver ? await this.payments.void(state.intent, `${id} void`) : standing;
        return this.after(after, state.until, state.intent);
      }
      case 'authorised':
        if (await this.payments.capture(state.intent, amount, `${id} capture`)) return { at: 'added' };
        return { at: 'declined', cause: 'refused', reason: 'The bank had let go of the money.' };
      case 'declined': {
        if (state.unresolved) {
          for (const intent of await this.payments.open(id)) await this.payments.void(intent, `${id} void`);
          const { unresolved: _unresolved, ...resolved } = state;
          return resolved;
        }
        const isHere = state.intent !== undefined && (await this.payments.look(state.intent)).at === 'paid';
        return isHere ? { at: 'added' } : undefined;
      }
      case 'added':
        return undefined;
    }
  }

  private after(standing: PaymentStanding, until: string, intent?: string): TopUpState {
    switch (standing.at) {
      case 'waiting':
        return {
          at: 'waiting',
          intent: standing.intent,
          action: standing.action,
          until,
          ...(standing.received === undefined ? {} : { received: standing.received }),
        };
      case 'authorised':
        return { at: 'authorised', intent: standing.intent };
      case 'paid':
      case 'settled':
        return { at: 'added' };
      case 'declined':
        return { at: 'declined', cause: 'refused', reason: standing.reason };
      case 'voided':
        return {
          at: 'declined',
          cause: 'tooLate',
          reason: 'It was not paid while there was time.',
          ...(intent === undefined ? {} : { intent }),
        };
    }
  }
}

function shown({ id, amount, currency, way, state }: TopUp): ShownTopUp {
  const method: PaymentMethod = way.type;
  return { id, amount, currency, method, state };
}
