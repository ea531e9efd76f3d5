import { isHoldDue } from '@tienda/core/orders/hold';
import { amountByMethod } from '@tienda/core/orders/order';
import type { PaymentWay } from '@tienda/core/orders/payment';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { PaymentGateway, PaymentStanding } from '../../gateways/payments/paymentGateway';
import type { Clock } from '../../platform/clock/clock';
import type { OrderHead, TakenOrder } from './store';

export interface HoldParts {
  readonly clock: Clock;
  readonly outside: <Result>(head: OrderHead, ask: (payments: PaymentGateway) => Promise<Result>) => Promise<Result>;
}

/** Until when money is held that was authorised now. */
export function heldUntil({ heldForMs }: { readonly heldForMs?: number }, now: Date): { readonly heldUntil?: string } {
  return heldForMs === undefined ? {} : { heldUntil: new Date(now.getTime() + heldForMs).toISOString() };
}

/**
 * Money that is held for what takes long is held anew before the bank lets go of it: by a card that was given, else by one
 * that the buyer is asked for.
 */
export class Holds {
  constructor(private readonly parts: HoldParts) {}

  isDue({ order }: TakenOrder): boolean {
    return isHoldDue(order, this.parts.clock.now());
  }

  /** What comes of asking the cards that were given; undefined where that is what is known. @throws PaymentSilent */
  async anew(taken: TakenOrder): Promise<PaymentEvent | undefined> {
    const { way, otherWays } = taken.head;
    const cards = [way, ...otherWays].filter((one): one is PaymentWay & { type: 'card' } => one.type === 'card');
    let reason = 'Only a card can hold it without you.';
    for (const card of cards) {
      const event = await this.by(taken, card);
      if (event.type === 'heldAnew') return event;
      reason = event.reason;
    }
    const { payment } = taken.order;
    const isKnown = payment.at === 'authorised' && payment.refused !== undefined;
    return isKnown ? undefined : { type: 'holdRefused', reason };
  }

  /** Holds it by a card, on top of what is held still. @throws PaymentSilent */
  async by(
    { head, order }: TakenOrder,
    way: PaymentWay & { type: 'card' },
  ): Promise<Extract<PaymentEvent, { type: 'heldAnew' | 'holdRefused' }>> {
    const { payment, currency } = order;
    const before = payment.at === 'authorised' ? (payment.intent ?? '') : '';
    const request = { amount: amountByMethod(order), currency, way, reference: head.id };
    // Asked again half a day later it is another attempt.
    const day = Math.floor(this.parts.clock.now().getTime() / (12 * 3600_000));
    const key = `${head.id} hold ${before} ${way.token} ${day}`;
    const standing: PaymentStanding = await this.parts.outside(head, (payments) => payments.begin(request, key));
    if (standing.at !== 'authorised')
      return { type: 'holdRefused', reason: standing.at === 'declined' ? standing.reason : 'The card cannot hold it.' };
    return { type: 'heldAnew', intent: standing.intent, ...heldUntil(standing, this.parts.clock.now()) };
  }
}
