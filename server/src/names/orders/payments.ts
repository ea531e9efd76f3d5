import { setTimeout as pause } from 'node:timers/promises';
import type { Actor } from '@tienda/core/accounts/actor';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import { PaymentSilent } from '../../gateways/payments/paymentGateway';
import type { PaymentWays } from '../../money/cards/service';
import type { PaymentModel } from '../../money/payments/models';
import { badField, Problem } from '../../platform/http/problem';
import { expectOwnersWay } from '../helperLimits/limits';
import type { Cashier } from './cashier';
import type { OrderService } from './service';

/** How long another process that has an order is waited for. */
const busyMs = 6000;

/** What buyers do about the payment of an order that is under way. */
export class OrderPayments {
  constructor(
    private readonly orders: Pick<OrderService, 'find'>,
    private readonly cashier: Pick<Cashier, 'cancel' | 'holdBy' | 'wake'>,
    private readonly ways: PaymentWays,
    private readonly publicUrl: string,
  ) {}

  /**
   * Gives up a payment that waits for its buyer; where it was paid meanwhile, the order goes on.
   *
   * @throws Problem 404 where the order is not the account's, 503 where that cannot be done just now
   */
  async cancel(actor: Actor, orderId: string): Promise<ShownOrder> {
    const { id } = await this.orders.find(actor, orderId);
    await this.whenFree(() => this.cashier.cancel(id));
    this.cashier.wake(id);
    return this.orders.find(actor, id);
  }

  /**
   * Holds the money of an order by another card, where the one before cannot hold it long enough.
   *
   * @throws Problem 404, 409 where no money is held for it, 422 where the card is refused, 503
   */
  async holdBy(actor: Actor, orderId: string, payment: PaymentModel): Promise<ShownOrder> {
    const { id, payment: standing } = await this.orders.find(actor, orderId);
    if (actor.who.type === 'helper') expectOwnersWay({ payment });
    if (standing.at !== 'authorised')
      throw new Problem(409, 'nothing-held', 'Nothing is held', 'No money is held for it any more: look at it again.');
    const way = await this.ways.of(actor.account, payment, this.publicUrl);
    if (way?.type !== 'card') throw badField('/payment/method', 'cardNeeded', 'Only a card can hold it: choose one.');
    const said = await this.whenFree(() => this.cashier.holdBy(id, way));
    if (said.refused !== undefined) throw badField('/payment/card', 'cardRefused', said.refused);
    await this.ways.keep(actor.account, payment);
    this.cashier.wake(id);
    return this.orders.find(actor, id);
  }

  /** Whoever has the order just now, looking whether it was paid, is soon done with it. @throws Problem 503 */
  private async whenFree<Done>(attempt: () => Promise<Done | false>): Promise<Done> {
    for (const end = Date.now() + busyMs; Date.now() <= end; await pause(100)) {
      const done = await attempt().catch((fault: unknown) => {
        if (fault instanceof PaymentSilent) return false as const;
        throw fault;
      });
      if (done !== false) return done;
    }
    const detail = 'The payment is being looked at: try again in a moment.';
    throw new Problem(503, 'order-busy', 'The order is at work', detail);
  }
}
