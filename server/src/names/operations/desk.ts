import type { Logger } from 'pino';
import type { OperationKind } from '@tienda/core/operations/operation';
import type { Attention } from '../../platform/attention/attention';
import { longestSilenceMs } from '../../platform/attention/patience';
import type { Clock } from '../../platform/clock/clock';
import type { Heartbeat } from '../../platform/db/heartbeat';
import { RegistrySilent } from '../../gateways/registry/registryGateway';
import { Alarms } from '../../platform/jobs/alarms';
import { OperationMoved, type TakenOperation, type OperationStore } from './store';

/** How one kind of operation is carried out. Each step can be repeated without harm. */
export interface OperationWork {
  /**
   * Does what the operation's state says is next, and writes down what came of it.
   *
   * @returns the operation as it stands after that: the same where somebody else has to act first, without a lease where
   *   it has ended or was put back
   * @throws RegistrySilent
   */
  step(operation: TakenOperation): Promise<TakenOperation>;
  /** Ends it, since its registry was silent for too long. */
  giveUp(operation: TakenOperation): Promise<void>;
  /**
   * How soon what waits for somebody else is looked at again, where that is not as usual. What has just come so far is not
   * looked at before.
   */
  lookAgainMs?(operation: TakenOperation): number | undefined;
}

export interface DeskParts {
  readonly store: OperationStore;
  readonly work: Partial<Record<OperationKind, OperationWork>>;
  /** Keeps what is at work from being taken for dead. */
  readonly heartbeat: Heartbeat;
  readonly attention: Attention;
  readonly clock: Clock;
  readonly log: Logger;
}

/** Operations that one process carries out side by side at one registry. */
const laneWidth = 16;
/** How soon a registry that decides later is asked, where it tells nothing. */
const lookAgainMs = 20_000;
const longestRetryMs = 60_000;
const putBackFailed = 'an operation could not be put back: its lease runs out by itself';

interface Lane {
  running: number;
  /** True while there may be operations that nobody has taken. */
  more: boolean;
  taking: Promise<void> | undefined;
}

/** Carries out operations, in a lane for each registry: a silent one holds up no other. */
export class OperationDesk {
  private readonly lanes = new Map<string, Lane>();
  private readonly running = new Set<Promise<void>>();
  private readonly alarms = new Alarms();
  private closed = false;

  constructor(private readonly parts: DeskParts) {}

  /** There is something to do at a registry. */
  wake(registry: string): void {
    const lane = this.lane(registry);
    lane.more = true;
    this.fill(registry, lane);
  }

  /** Wakes the lanes of all registries at which something is to be done. */
  async lookAround(): Promise<void> {
    for (const registry of await this.parts.store.lanesDue()) this.wake(registry);
  }

  /** Takes nothing more, and waits for what is under way. */
  async stop(): Promise<void> {
    this.closed = true;
    this.alarms.close();
    for (const { taking } of this.lanes.values()) await taking;
    await Promise.all(this.running);
  }

  private lane(registry: string): Lane {
    const known = this.lanes.get(registry);
    if (known) return known;
    const lane: Lane = { running: 0, more: false, taking: undefined };
    this.lanes.set(registry, lane);
    return lane;
  }

  /** Takes as many as there is room for; with some running, not before half of it is free. */
  private fill(registry: string, lane: Lane): void {
    const room = laneWidth - lane.running;
    if (this.closed || lane.taking || !lane.more || (lane.running > 0 && room < laneWidth / 2)) return;
    lane.taking = this.take(registry, lane, room).finally(() => {
      lane.taking = undefined;
      this.fill(registry, lane);
    });
  }

  private async take(registry: string, lane: Lane, room: number): Promise<void> {
    lane.more = false;
    try {
      const taken = await this.parts.store.claim(registry, room);
      if (taken.length === room) lane.more = true;
      for (const operation of taken) this.begin(registry, lane, operation);
    } catch (fault) {
      this.parts.log.warn({ err: fault, registry }, 'no operation could be taken; trying again');
      this.wakeIn(registry, 1000);
    }
  }

  private begin(registry: string, lane: Lane, operation: TakenOperation): void {
    lane.running += 1;
    const { heartbeat } = this.parts;
    const run = heartbeat
      .during(operation.id, () => this.carryOut(operation))
      .finally(() => {
        this.running.delete(run);
        lane.running -= 1;
        // The next one on the same name may have waited for it.
        if (operation.kind !== 'register') lane.more = true;
        this.fill(registry, lane);
      });
    this.running.add(run);
  }

  private async carryOut(taken: TakenOperation): Promise<void> {
    const { store, log, work } = this.parts;
    let operation = taken;
    try {
      const doing = work[operation.kind];
      if (!doing) throw new Error(`Nobody carries out ${operation.kind}`);
      for (;;) {
        const { version } = operation;
        operation = await doing.step(operation);
        // It has ended, or was put back with what came of it.
        if (operation.leasedUntil === null) return;
        const inMs = doing.lookAgainMs?.(operation) ?? (operation.version === version ? lookAgainMs : undefined);
        if (inMs !== undefined) return await store.later(operation, this.in(inMs), null);
      }
    } catch (fault) {
      // Another process has it by now, and goes on with it.
      if (fault instanceof OperationMoved) return;
      if (fault instanceof RegistrySilent) return this.silent(operation, fault);
      log.error({ err: fault, operation: operation.id, kind: operation.kind }, 'an operation failed; trying again');
      await this.failed(operation);
    }
  }

  /** Something here is not as it should be: tried again, and shown to someone where that goes on for days. */
  private async failed(operation: TakenOperation): Promise<void> {
    const { store, clock, attention, log } = this.parts;
    const now = clock.now();
    const deadline = operation.deadline ?? new Date(now.getTime() + longestSilenceMs);
    try {
      if (now > deadline)
        await attention.raise(
          `operation ${operation.id}`,
          `The ${operation.kind} of ${operation.name} fails again and again`,
        );
      await store.later(operation, this.in(this.retryMs(operation)), deadline);
    } catch (fault) {
      log.warn({ err: fault, operation: operation.id }, putBackFailed);
    }
    this.wakeIn(operation.registry, this.retryMs(operation));
  }

  /** The registry gave no answer: tried again, until its time is over. Silence is no refusal. */
  private async silent(operation: TakenOperation, fault: RegistrySilent): Promise<void> {
    const { store, clock, attention, work, log } = this.parts;
    const now = clock.now();
    const deadline = operation.deadline ?? new Date(now.getTime() + longestSilenceMs);
    try {
      const doing = work[operation.kind];
      if (now > deadline && doing) {
        await doing.giveUp(operation);
        const what = `The ${operation.kind} of ${operation.name} has had no answer for three days and was given up.`;
        return await attention.raise(`operation ${operation.id}`, `${what} ${fault.message}`);
      }
      await store.later(operation, this.in(this.retryMs(operation)), deadline);
    } catch (other) {
      if (other instanceof OperationMoved) return;
      log.warn({ err: other, operation: operation.id }, putBackFailed);
    }
    this.wakeIn(operation.registry, this.retryMs(operation));
  }

  private retryMs({ attempts }: TakenOperation): number {
    return Math.min(longestRetryMs, 1000 * 2 ** Math.min(attempts - 1, 10));
  }

  private in(ms: number): Date {
    return new Date(this.parts.clock.now().getTime() + ms);
  }

  private wakeIn(registry: string, ms: number): void {
    this.alarms.after(ms, () => this.wake(registry));
  }
}
