import type { Logger } from 'pino';
import { effects, type OrderEffect } from '@tienda/core/orders/order';
import { payBy, type DeclineCause, type PaymentWay } from '@tienda/core/orders/payment';
import type { PaymentEvent } from '@tienda/core/orders/paymentState';
import type { Attention } from '../../platform/attention/attention';
import { longestSilenceMs, paymentPatienceMs } from '../../platform/attention/patience';
import type { Clock } from '../../platform/clock/clock';
import type { Heartbeat } from '../../platform/db/heartbeat';
import { PaymentSilent, type PaymentGateway, type PaymentStanding } from '../../gateways/payments/paymentGateway';
import { Alarms } from '../../platform/jobs/alarms';
import { SideBySide } from '../../platform/jobs/sideBySide';
import { heldUntil, Holds } from './holds';
import type { OrderRecorder } from './recorder';
import { OrderMoved, type MovedOrder, type OrderHead, type OrderStore, type TakenOrder } from './store';

export interface CashierParts {
  readonly orders: OrderStore;
  readonly recorder: OrderRecorder;
  readonly payments: PaymentGateway;
  /** Keeps what is at work from being taken for dead. */
  readonly heartbeat: Heartbeat;
  readonly clock: Clock;
  readonly attention: Attention;
  readonly log: Logger;
  /** Called after every effect outside; tests end the process here. */
  readonly afterwards?: (head: OrderHead) => void;
}

/** A payment at work, and whether it was given back already. */
type Standing = TakenOrder & Pick<MovedOrder, 'rest'>;

/** What came of one effect: it is written down, or somebody else has to act first. */
type Outcome = Standing | 'wait';

/** A payment that goes no further for now: when to look again, and since when its provider is silent. */
interface Pause {
  readonly after: Standing;
  readonly lookAt: Date | null;
  readonly silentSince: Date | null;
}

/** Payments that one process moves on side by side: a slow bank holds up only its own. */
const atOnce = 8;
/** How soon somebody else's answer is looked for, where no notice of it comes; a transfer takes days. */
const lookAgainMs = 20_000;
const lookForTransferMs = 600_000;
/** How soon a silent provider is asked again: sooner at first. */
const firstRetryMs = 1000;
const longestRetryMs = 60_000;
/** How soon a payment is tried again of which something here went wrong. */
const faultyRetryMs = 5000;
/** How soon a payment is tried again that another process has just now. */
const busyMs = 250;

const gaveUp: Readonly<Record<DeclineCause, string>> = {
  refused: 'The payment was refused.',
  cancelled: 'You did not go on with the payment.',
  tooLate: 'The payment did not come while there was time.',
  silent: 'The payment provider gave no answer.',
};

/** Moves the payments of orders on as core says, each by one process at a time. */
export class Cashier {
  private readonly payments: SideBySide<TakenOrder>;
  private readonly alarms = new Alarms();
  private readonly holds: Holds;

  constructor(private readonly parts: CashierParts) {
    this.payments = new SideBySide(atOnce, this.advance.bind(this));
    this.holds = new Holds({ clock: parts.clock, outside: this.outside.bind(this) });
  }

  /** The payment of an order has to be looked at; harmless when repeated. */
  wake(orderId: string): void {
    this.payments.wake(orderId);
  }

  /**
   * Keeps a new order and moves its payment on.
   *
   * @param keep told whether to take the payment with it, since there is room to move it on at once
   */
  place(orderId: string, keep: (isTaken: boolean) => Promise<TakenOrder | undefined>): Promise<TakenOrder | undefined> {
    return this.payments.begin(orderId, keep);
  }

  /** Wishes for a payment to be looked at, also where this process dies first. */
  async push(orderId: string): Promise<void> {
    await this.parts.orders.wish(orderId);
    this.wake(orderId);
  }

  /** Wakes every payment that has to be looked at. */
  async lookAround(): Promise<void> {
    for (const id of await this.parts.orders.due()) this.wake(id);
  }

  /** Takes nothing more, and waits for what is under way. */
  async stop(): Promise<void> {
    this.alarms.close();
    await this.payments.close();
  }

  /**
   * Gives up a payment that waits for its buyer.
   *
   * @returns false where another process has the payment just now
   * @throws PaymentSilent
   */
  cancel(orderId: string): Promise<boolean> {
    return this.alone(orderId, async (taken) => {
      const { head, order } = taken;
      const { payment } = order;
      // The provider has not answered yet: what it may hold is let go once it does.
      if (payment.at === 'asked') return this.decline(taken, 'cancelled', true);
      if (payment.at !== 'waiting') return taken;
      const { intent } = payment;
      const standing = await this.outside(head, (provider) => provider.void(intent, `${head.id} void`));
      return this.standsAt(taken, standing, 'cancelled');
    });
  }

  /**
   * Holds the money of an order by another card.
   *
   * @returns why the bank refused, or nothing where it holds it; false where another process has the payment just now
   * @throws PaymentSilent
   */
  async holdBy(orderId: string, way: PaymentWay & { type: 'card' }): Promise<{ readonly refused?: string } | false> {
    let said: { readonly refused?: string } = {};
    const isDone = await this.alone(orderId, async (taken) => {
      if (taken.order.payment.at !== 'authorised' || taken.order.payment.before !== undefined) return taken;
      const event = await this.holds.by(taken, way);
      if (event.type === 'heldAnew') return this.record(taken, event);
      said = { refused: event.reason };
      return taken;
    });
    return isDone && said;
  }

  /**
   * Money came; where the order's payment was given up before, it goes back.
   *
   * @returns false where another process has the payment just now: tell it again
   * @throws PaymentSilent
   */
  paidLate(orderId: string, intent: string): Promise<boolean> {
    return this.alone(orderId, async (taken) => {
      if (taken.order.payment.at !== 'declined') return taken;
      const standing = await this.outside(taken.head, (provider) => provider.look(intent));
      return standing.at === 'paid' ? this.record(taken, { type: 'paidLate', intent, amount: standing.amount }) : taken;
    });
  }

  /** Runs while no other process is at work on the payment; false where one is. It is looked at again after that. */
  private async alone(orderId: string, action: (taken: TakenOrder) => Promise<Standing>): Promise<boolean> {
    const taken = await this.parts.orders.claim(orderId);
    if (!taken) return false;
    let after: Standing = taken;
    try {
      after = await this.parts.heartbeat.during(orderId, () => action(taken));
      return true;
    } finally {
      if (!after.rest) await this.parts.orders.release(after.head, this.parts.clock.now());
    }
  }

  /** @param known where this process has the payment already */
  private async advance(orderId: string, known?: TakenOrder): Promise<void> {
    const { orders, log, heartbeat } = this.parts;
    let claimed = known;
    try {
      claimed ??= await orders.claim(orderId);
      // Where it is taken by another process, that one may have looked before what we were told of.
      if (!claimed) return this.wakeIn(orderId, busyMs);
      const taken = claimed;
      const { after, lookAt, silentSince } = await heartbeat.during(orderId, () => this.movedOn(taken));
      const again = after.rest ? after.rest.again : await orders.release(after.head, lookAt, silentSince);
      if (again) this.payments.wake(orderId);
    } catch (fault) {
      const isOvertaken = fault instanceof OrderMoved;
      if (!isOvertaken) log.error({ orderId, err: fault }, 'a payment could not be moved on; trying again');
      const retryMs = isOvertaken ? firstRetryMs : faultyRetryMs;
      // Where even that fails, its lease runs out by itself.
      if (claimed) await orders.release(claimed.head, this.in(retryMs)).catch(() => undefined);
      this.wakeIn(orderId, retryMs);
    }
  }

  /** Moves a payment on as far as it goes. @returns when to look again, and since when its provider is silent */
  private async movedOn(taken: Standing): Promise<Pause> {
    let standing = taken;
    for (;;) {
      const [effect] = effects(standing.order);
      const isAtRest = standing.rest !== undefined || !this.holds.isDue(standing);
      if (!effect && isAtRest) return { after: standing, lookAt: null, silentSince: null };
      try {
        const outcome = effect ? await this.carryOut(standing, effect) : await this.holdAnew(standing);
        if (outcome === 'wait' && !effect) return { after: standing, lookAt: null, silentSince: null };
        if (outcome === 'wait') {
          const waitMs = standing.head.way.type === 'transfer' ? lookForTransferMs : lookAgainMs;
          return { after: standing, lookAt: this.in(waitMs), silentSince: null };
        }
        standing = outcome;
      } catch (fault) {
        if (!(fault instanceof PaymentSilent)) throw fault;
        const silent = await this.silent(standing, effect ?? { type: 'hold' }, fault);
        if ('after' in silent) return silent;
        standing = silent;
      }
    }
  }

  /** Nobody waits for ever: what was asked for too long is given up, and someone is told. */
  private async silent(
    taken: TakenOrder,
    effect: Pick<OrderEffect, 'type'> | { readonly type: 'hold' },
    fault: PaymentSilent,
  ): Promise<Standing | Pause> {
    const { clock, attention } = this.parts;
    const { head } = taken;
    const now = clock.now();
    const silentSince = head.silentSince ?? now;
    const waitedMs = now.getTime() - silentSince.getTime();
    if (effect.type === 'authorise' && waitedMs > paymentPatienceMs) return this.decline(taken, 'silent', true);
    if (waitedMs > longestSilenceMs)
      await attention.raise(
        `order ${head.id} ${effect.type}`,
        `Order ${head.number}: ${effect.type} has had no answer for three days; it is still asked. ${fault.message}`,
      );
    const retryMs = Math.min(longestRetryMs, Math.max(firstRetryMs, waitedMs));
    this.wakeIn(head.id, retryMs);
    return { after: taken, lookAt: this.in(retryMs), silentSince };
  }

  /** No money came. @param isUnresolved whether the provider holds any is not known */
  private decline(taken: TakenOrder, cause: DeclineCause, isUnresolved = false): Promise<Standing> {
    const unresolved = isUnresolved ? ({ unresolved: true } as const) : {};
    return this.record(taken, { type: 'declined', cause, reason: gaveUp[cause], ...unresolved });
  }

  private async carryOut(taken: TakenOrder, effect: OrderEffect): Promise<Outcome> {
    const { head } = taken;
    switch (effect.type) {
      case 'authorise':
        return this.authorise(taken, effect);
      case 'awaitPayment':
        return this.awaitPayment(taken, effect.intent, effect.until);
      case 'capture':
        return this.capture(taken, effect);
      case 'void':
        await this.letGo(head, effect.intent);
        return this.record(taken, { type: 'voided' });
      case 'release':
        for (const intent of await this.outside(head, (payments) => payments.open(head.id)))
          if (intent !== effect.kept) await this.letGo(head, intent);
        return this.record(taken, { type: 'released' });
      case 'clear':
        for (const intent of await this.outside(head, (payments) => payments.open(head.id)))
          await this.letGo(head, intent);
        return this.record(taken, { type: 'cleared' });
      case 'refund': {
        const { intent, amount, settlement } = effect;
        if (amount > 0) await this.outside(head, (payments) => payments.refund(intent, amount, `${head.id} refund`));
        return this.record(taken, settlement ? { type: 'captured', ...settlement } : { type: 'refunded', amount });
      }
      case 'tell':
        return this.record(taken, { type: 'told' });
    }
  }

  private async authorise(
    taken: TakenOrder,
    { amount, refused }: Extract<OrderEffect, { type: 'authorise' }>,
  ): Promise<Outcome> {
    const { way: first, otherWays, id } = taken.head;
    const { currency } = taken.order;
    const way = refused === 0 ? first : otherWays[refused - 1];
    if (!way) throw new Error(`Order ${taken.head.number} has no way to pay after ${refused}`);
    if (amount === 0 || way.type === 'balance') return this.record(taken, { type: 'authorised' });
    const request = { amount, currency, way, reference: id };
    const key = refused === 0 ? `${id} authorise` : `${id} authorise ${refused}`;
    const standing = await this.outside(taken.head, (payments) => payments.begin(request, key));
    if (standing.at === 'declined' && otherWays.length > refused)
      return this.record(taken, { type: 'wayRefused', reason: standing.reason });
    return this.standsAt(taken, standing, 'refused');
  }

  /** What is held is held anew before it is let go; where it cannot be, that is known, and asked again later. */
  private async holdAnew(taken: Standing): Promise<Outcome> {
    const event = await this.holds.anew(taken);
    return event ? this.record(taken, event) : 'wait';
  }

  private async awaitPayment(taken: TakenOrder, intent: string, until: string): Promise<Outcome> {
    const { head, order } = taken;
    const standing = await this.outside(head, (payments) => payments.look(intent));
    const isOver = standing.at === 'waiting' && new Date(until) <= this.parts.clock.now();
    if (standing.at === 'waiting' && !isOver) {
      const known = order.payment.at === 'waiting' ? (order.payment.received ?? 0) : 0;
      const { received = 0 } = standing;
      if (received > known) await this.record(taken, { type: 'partlyPaid', received });
      return 'wait';
    }
    const after = isOver
      ? await this.outside(head, (payments) => payments.void(intent, `${head.id} void ${intent}`))
      : standing;
    // Where the provider gave it up by itself, its own time was out.
    return this.standsAt(taken, after, 'tooLate');
  }

  /** Writes down where the provider says that the payment stands. @param voidedBecause why, where it was given up */
  private async standsAt(taken: TakenOrder, standing: PaymentStanding, voidedBecause: DeclineCause): Promise<Standing> {
    const { head } = taken;
    switch (standing.at) {
      case 'waiting': {
        const { intent, action } = standing;
        if (taken.order.payment.at === 'waiting') throw new PaymentSilent(`${intent} was not given up`);
        const until = payBy(head.way.type, this.parts.clock.now()).toISOString();
        return this.record(taken, { type: 'waiting', intent, action, until });
      }
      case 'authorised':
        return this.record(taken, {
          type: 'authorised',
          intent: standing.intent,
          ...heldUntil(standing, this.parts.clock.now()),
        });
      case 'paid':
        return this.record(taken, { type: 'paid', intent: standing.intent });
      case 'declined':
        return this.record(taken, { type: 'declined', cause: 'refused', reason: standing.reason });
      case 'voided':
        return this.decline(taken, voidedBecause);
      case 'settled':
        throw new Error(`The payment of order ${head.number} is settled, though its order is not`);
    }
  }

  private async capture(taken: TakenOrder, effect: Extract<OrderEffect, { type: 'capture' }>): Promise<Standing> {
    const { intent, amount, balance, refunded } = effect;
    const { head } = taken;
    if (amount === 0) await this.letGo(head, intent);
    else if (intent !== undefined) {
      const isTaken = await this.outside(head, (payments) => payments.capture(intent, amount, `${head.id} capture`));
      if (!isTaken) return this.lost(taken);
    }
    return this.record(taken, { type: 'captured', amount, balance, refunded });
  }

  /** The bank let go of the money before it was taken. What was bought stays bought all the same. */
  private async lost(taken: TakenOrder): Promise<Standing> {
    const { id, number } = taken.head;
    await this.parts.attention.raise(
      `order ${id} lost`,
      `Order ${number}: its names are bought, but the bank had let go of the money before it was taken`,
    );
    return this.record(taken, { type: 'lost', reason: 'The bank had let go of the money.' });
  }

  /** Lets money go that is held; there is none where the balance paid. */
  private async letGo(head: OrderHead, intent: string | undefined): Promise<void> {
    if (intent !== undefined)
      await this.outside(head, (payments) => payments.void(intent, `${head.id} void ${intent}`));
  }

  private async record(taken: TakenOrder, event: PaymentEvent): Promise<Standing> {
    return this.parts.recorder.paymentHappened(taken, event);
  }

  private async outside<Result>(head: OrderHead, ask: (payments: PaymentGateway) => Promise<Result>): Promise<Result> {
    const answer = await ask(this.parts.payments);
    this.parts.afterwards?.(head);
    return answer;
  }

  private in(ms: number): Date {
    return new Date(this.parts.clock.now().getTime() + ms);
  }

  private wakeIn(orderId: string, ms: number): void {
    this.alarms.after(ms, () => this.wake(orderId));
  }
}
