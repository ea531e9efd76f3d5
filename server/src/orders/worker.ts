import { payBy, type DeclineCause } from '@tienda/core/orders/payment';
import { effects, fromEvents, type Order, type OrderEffect } from '@tienda/core/orders/order';
import type { Attention } from '../attention/attention';
import { longestSilenceMs, paymentPatienceMs } from '../attention/patience';
import type { Clock } from '../clock/clock';
import type { Locks } from '../db/locks';
import { PaymentSilent, type PaymentGateway, type PaymentStanding } from '../gateways/payments/paymentGateway';
import { RegistrySilent } from '../gateways/registry/registryGateway';
import type { OrderRecorder } from './recorder';
import type { Registrar } from './registrar';
import type { OrderHead, OrderStore } from './store';

export interface WorkerParts {
  readonly locks: Locks;
  readonly orders: OrderStore;
  readonly recorder: OrderRecorder;
  readonly registrar: Registrar;
  readonly payments: PaymentGateway;
  readonly clock: Clock;
  readonly attention: Attention;
  /** Called after every effect outside; tests end the process here. */
  readonly afterwards?: (head: OrderHead) => void;
}

/** What came of an attempt to move an order on. */
export type Advance =
  /** Nothing remains, or nothing can be done before somebody else does something. */
  | 'resting'
  /** Something outside was silent, or another process has the order: try again soon. */
  | 'again';

/** What came of one effect: it is done, somebody else has to act first, or the outside was silent. */
type Outcome = 'done' | 'wait' | 'silent';

/** How long an order is left to a worker before others look whether it died. */
const leaseMs = 30_000;
/** How soon somebody else's answer is looked for, where no notice of it comes; a transfer takes days. */
const lookAgainMs = 20_000;
const lookForTransferMs = 600_000;

const gaveUp: Readonly<Record<DeclineCause, string>> = {
  refused: 'The payment was refused.',
  cancelled: 'You did not go on with the payment.',
  tooLate: 'The payment did not come while there was time.',
  silent: 'The payment provider gave no answer.',
};

/** Carries out what the state machine in core says is next, one order at a time per order. */
export class OrderWorker {
  constructor(private readonly parts: WorkerParts) {}

  /** Moves an order on as far as it goes. */
  async advance(orderId: string): Promise<Advance> {
    return (await this.alone(orderId, (head) => this.advanceAlone(head))) ?? 'again';
  }

  /**
   * Gives up a payment that waits for its buyer.
   *
   * @returns false where another process has the order just now
   * @throws PaymentSilent
   */
  async cancel(orderId: string): Promise<boolean> {
    const done = await this.alone(orderId, async (head) => {
      const { payment } = await this.order(head);
      if (payment.at === 'waiting')
        await this.standsAt(head, await this.parts.payments.void(payment.intent, `${head.id} void`), 'cancelled');
      // The provider has not answered yet: what it may hold is let go once it does.
      if (payment.at === 'asked') await this.decline(head, 'cancelled', true);
      return true;
    });
    return done ?? false;
  }

  /**
   * Money came; where the order's payment was given up before, it goes back.
   *
   * @returns false where another process has the order just now: tell it again
   * @throws PaymentSilent
   */
  async paidLate(orderId: string, intent: string): Promise<boolean> {
    const done = await this.alone(orderId, async (head) => {
      const { payment } = await this.order(head);
      if (payment.at !== 'declined') return true;
      const standing = await this.parts.payments.look(intent);
      if (standing.at === 'paid')
        await this.parts.recorder.record(head, { type: 'paidLate', intent, amount: standing.amount });
      return true;
    });
    return done ?? false;
  }

  /** Runs while no other process is at work on the order; undefined where one is. */
  private alone<Result>(orderId: string, action: (head: OrderHead) => Promise<Result>): Promise<Result | undefined> {
    return this.parts.locks.exclusively(`order ${orderId}`, async () => {
      const head = await this.parts.orders.head(orderId);
      if (!head) throw new Error(`There is no order ${orderId}`);
      return action(head);
    });
  }

  private async order(head: OrderHead): Promise<Order> {
    return fromEvents((await this.parts.orders.events(head.id)).map(({ event }) => event));
  }

  private async advanceAlone(head: OrderHead): Promise<Advance> {
    const { orders, clock } = this.parts;
    if (head.ended) return 'resting';
    await orders.lookAgain(head.id, new Date(clock.now().getTime() + leaseMs));
    for (;;) {
      const order = await this.order(head);
      const due = effects(order);
      if (due.length === 0) {
        await orders.end(head.id);
        return 'resting';
      }
      // All come to their end before anything else happens to the order, whatever becomes of one of them.
      const settled = await Promise.allSettled(due.map((effect) => this.attempt(head, order, effect)));
      const fault = settled.find((one) => one.status === 'rejected');
      if (fault) throw fault.reason;
      const outcomes = settled.flatMap((one) => (one.status === 'fulfilled' ? [one.value] : []));
      if (outcomes.includes('silent')) return 'again';
      if (outcomes.includes('wait')) {
        const isTransfer = order.payment.at === 'waiting' && head.way.type === 'transfer';
        const waitMs = isTransfer ? lookForTransferMs : lookAgainMs;
        await orders.lookAgain(head.id, new Date(clock.now().getTime() + waitMs));
        return 'resting';
      }
    }
  }

  private async attempt(head: OrderHead, order: Order, effect: OrderEffect): Promise<Outcome> {
    try {
      const outcome = await this.carryOut(head, order, effect);
      const what = nameOf(effect);
      if (head.silentSince[what] !== undefined) await this.parts.orders.answered(head.id, what);
      return outcome;
    } catch (fault) {
      if (fault instanceof RegistrySilent || fault instanceof PaymentSilent) return this.silent(head, effect, fault);
      throw fault;
    }
  }

  /** Nobody waits for ever: what was asked for too long is given up, and someone is told. */
  private async silent(head: OrderHead, effect: OrderEffect, fault: Error): Promise<Outcome> {
    const { orders, registrar, clock, attention } = this.parts;
    const now = clock.now();
    const key = nameOf(effect);
    const waitedMs = now.getTime() - (await orders.silentSince(head.id, key, now)).getTime();
    if (effect.type === 'authorise' && waitedMs > paymentPatienceMs) {
      await this.decline(head, 'silent', true);
      return 'done';
    }
    if (waitedMs <= longestSilenceMs) return 'silent';
    const what = `Order ${head.number}: ${effect.type} has had no answer for three days`;
    if (effect.type === 'register' || effect.type === 'awaitRegistry') {
      await attention.raise(`order ${head.id} ${key}`, `${what}, ${effect.name} was given up`);
      await registrar.giveUp(head, effect.name);
      return 'done';
    }
    await attention.raise(`order ${head.id} ${key}`, `${what}; it is still asked. ${fault.message}`);
    return 'silent';
  }

  /** No money came. @param isUnresolved whether the provider holds any is not known */
  private async decline(head: OrderHead, cause: DeclineCause, isUnresolved = false): Promise<void> {
    const unresolved = isUnresolved ? ({ unresolved: true } as const) : {};
    await this.parts.recorder.record(head, { type: 'declined', cause, reason: gaveUp[cause], ...unresolved });
  }

  private async carryOut(head: OrderHead, order: Order, effect: OrderEffect): Promise<Outcome> {
    const { recorder, registrar } = this.parts;
    switch (effect.type) {
      case 'authorise':
        return this.authorise(head, order, effect.amount);
      case 'awaitPayment':
        return this.awaitPayment(head, order, effect.intent, effect.until);
      case 'register': {
        const line = lineOf(order, effect.name);
        await registrar.register(head, line, line.state.at === 'sent');
        return 'done';
      }
      case 'awaitRegistry':
        return (await registrar.decided(head, lineOf(order, effect.name))) ? 'done' : 'wait';
      case 'capture':
        return this.capture(head, effect);
      case 'void':
        await this.letGo(head, effect.intent);
        await recorder.record(head, { type: 'voided' });
        return 'done';
      case 'clear':
        for (const intent of await this.outside(head, (payments) => payments.open(head.id)))
          await this.letGo(head, intent);
        await recorder.record(head, { type: 'cleared' });
        return 'done';
      case 'refund': {
        const { intent, amount, settlement } = effect;
        if (amount > 0) await this.outside(head, (payments) => payments.refund(intent, amount, `${head.id} refund`));
        await recorder.record(head, settlement ? { type: 'captured', ...settlement } : { type: 'refunded', amount });
        return 'done';
      }
      case 'tell':
        await recorder.record(head, { type: 'told' });
        return 'done';
    }
  }

  private async authorise(head: OrderHead, { currency }: Order, amount: number): Promise<Outcome> {
    const { way, id } = head;
    if (amount === 0 || way.type === 'balance') {
      await this.parts.recorder.record(head, { type: 'authorised' });
      return 'done';
    }
    const request = { amount, currency, way, reference: id };
    return this.standsAt(
      head,
      await this.outside(head, (payments) => payments.begin(request, `${id} authorise`)),
      'refused',
    );
  }

  private async awaitPayment(head: OrderHead, order: Order, intent: string, until: string): Promise<Outcome> {
    const standing = await this.outside(head, (payments) => payments.look(intent));
    const isOver = standing.at === 'waiting' && new Date(until) <= this.parts.clock.now();
    if (standing.at === 'waiting' && !isOver) {
      const known = order.payment.at === 'waiting' ? (order.payment.received ?? 0) : 0;
      const { received = 0 } = standing;
      if (received > known) await this.parts.recorder.record(head, { type: 'partlyPaid', received });
      return 'wait';
    }
    const after = isOver ? await this.outside(head, (payments) => payments.void(intent, `${head.id} void`)) : standing;
    // Where the provider gave it up by itself, its own time was out.
    return this.standsAt(head, after, 'tooLate');
  }

  /** Writes down where the provider says that the payment stands. @param voidedBecause why, where it was given up */
  private async standsAt(head: OrderHead, standing: PaymentStanding, voidedBecause: DeclineCause): Promise<Outcome> {
    const { recorder, clock } = this.parts;
    switch (standing.at) {
      case 'waiting': {
        const until = payBy(head.way.type, clock.now()).toISOString();
        await recorder.record(head, { type: 'waiting', intent: standing.intent, action: standing.action, until });
        return 'done';
      }
      case 'authorised':
        await recorder.record(head, { type: 'authorised', intent: standing.intent });
        return 'done';
      case 'paid':
        await recorder.record(head, { type: 'paid', intent: standing.intent });
        return 'done';
      case 'declined':
        await recorder.record(head, { type: 'declined', cause: 'refused', reason: standing.reason });
        return 'done';
      case 'voided':
        await this.decline(head, voidedBecause);
        return 'done';
      case 'settled':
        throw new Error(`The payment of order ${head.number} is settled, though its order is not`);
    }
  }

  private async capture(head: OrderHead, effect: Extract<OrderEffect, { type: 'capture' }>): Promise<Outcome> {
    const { intent, amount, balance, refunded } = effect;
    if (amount === 0) await this.letGo(head, intent);
    else if (intent !== undefined) {
      const isTaken = await this.outside(head, (payments) => payments.capture(intent, amount, `${head.id} capture`));
      if (!isTaken) return this.lost(head);
    }
    await this.parts.recorder.record(head, { type: 'captured', amount, balance, refunded });
    return 'done';
  }

  /** The bank let go of the money before it was taken. The names are registered all the same. */
  private async lost(head: OrderHead): Promise<Outcome> {
    await this.parts.attention.raise(
      `order ${head.id} lost`,
      `Order ${head.number}: its names are registered, but the bank had let go of the money before it was taken`,
    );
    await this.parts.recorder.record(head, { type: 'lost', reason: 'The bank had let go of the money.' });
    return 'done';
  }

  /** Lets money go that is held; there is none where the balance paid. */
  private async letGo(head: OrderHead, intent: string | undefined): Promise<void> {
    if (intent !== undefined) await this.outside(head, (payments) => payments.void(intent, `${head.id} void`));
  }

  private async outside<Result>(head: OrderHead, ask: (payments: PaymentGateway) => Promise<Result>): Promise<Result> {
    const answer = await ask(this.parts.payments);
    this.parts.afterwards?.(head);
    return answer;
  }
}

function lineOf(order: Order, name: string): Order['lines'][number] {
  const line = order.lines.find((candidate) => candidate.name === name);
  if (!line) throw new Error(`${name} is not in the order`);
  return line;
}

/** What an effect is known by among those of its order. */
function nameOf(effect: OrderEffect): string {
  return 'name' in effect ? `${effect.type} ${effect.name}` : effect.type;
}
