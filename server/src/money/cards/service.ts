import type { Clock } from '../../platform/clock/clock';
import type { PaymentWay } from '@tienda/core/orders/payment';
import { PaymentSilent, type PaymentGateway } from '../../gateways/payments/paymentGateway';
import { badField } from '../../platform/http/problem';
import { wayOf, type PaymentModel } from '../payments/models';
import type { KeptCardStore } from './store';

/** Turns what a buyer chose to pay with into what the provider needs, cards kept before included. */
export class PaymentWays {
  constructor(
    private readonly cards: KeptCardStore,
    private readonly payments: PaymentGateway,
    private readonly clock: Clock,
  ) {}

  /**
   * @param returnUrl where a wallet leads back to
   * @returns undefined where the balance pays
   * @throws Problem 422 where the method lacks something, or the kept card is not the account's
   */
  async of(accountId: string, payment: PaymentModel, returnUrl: string): Promise<PaymentWay | undefined> {
    if (payment.method !== 'card' || payment.card === undefined) return wayOf(payment, returnUrl);
    const kept = await this.cards.find(accountId, payment.card);
    if (!kept) throw badField('/payment/card', 'unknownCard', 'This card is not kept any more: enter it again.');
    return { type: 'card', token: kept.token };
  }

  /** Ids of the cards kept, the one kept last first. */
  async kept(accountId: string): Promise<string[]> {
    return (await this.cards.ofAccount(accountId)).map(({ id }) => id);
  }

  /** Keeps the card that was paid with, where that is wanted. Where the provider is silent it is not kept. */
  async keep(accountId: string, { method, token, keep }: PaymentModel): Promise<void> {
    if (method !== 'card' || !keep || token === undefined) return;
    try {
      const card = await this.payments.card(token);
      if (!card) return;
      const { last4, expires = null } = card;
      await this.cards.keep({ accountId, token, last4, expires, createdAt: this.clock.now() });
    } catch (fault) {
      if (!(fault instanceof PaymentSilent)) throw fault;
    }
  }
}
