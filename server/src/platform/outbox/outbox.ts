import type { Logger } from 'pino';
import type { Attention } from '../attention/attention';
import type { Clock } from '../clock/clock';
import type { Transaction } from '../db/database';
import type { Carrier, Leaving, LeavingKind } from './leaving';
import type { ClaimedLeaving, OutgoingStore } from './store';

/** What one process takes at once; sent side by side, as far as its carrier does: mails five by five. */
const batch = 10;
/** So long what is to leave waits for more of the same moment: it is taken, and noted as sent, together. */
const togetherMs = 50;
/** Longer than a batch may take, where a mail server is silent to each of them. */
const leaseMs = 60_000;
const firstRetryMs = 2000;
const longestRetryMs = 15 * 60_000;
/** Whatever the clock says, it is not given up before: where nobody was there to try, time alone is no reason. */
const fewestAttempts = 7;

/**
 * All that leaves is written in the transaction of what it tells of, and sent once that is certain, outside of any
 * transaction, by the carrier of its kind. Where the process dies between sending and noting that, it leaves again
 * under the same key.
 */
export class Outbox {
  private readonly carriers = new Map<LeavingKind, Carrier<Leaving[LeavingKind]>>();
  private flushing: Promise<void> | undefined;
  private again = false;
  private timer: NodeJS.Timeout | undefined;
  private closed = false;

  constructor(
    private readonly store: OutgoingStore,
    private readonly attention: Attention,
    private readonly clock: Clock,
    private readonly log: Logger,
  ) {}

  /** A kind has a carrier from now on; what was written down before has waited for it. */
  carriedBy<Kind extends LeavingKind>(kind: Kind, carrier: Carrier<Leaving[Kind]>): void {
    this.carriers.set(kind, carrier);
  }

  /** Writes it down. @param key a second one under it does not leave */
  put<Kind extends LeavingKind>(
    transaction: Transaction,
    kind: Kind,
    key: string,
    content: Leaving[Kind],
  ): Promise<void> {
    return this.store.put(kind, key, content, this.clock.now(), transaction);
  }

  /** Writes it down in a transaction of its own, and sends it soon. */
  async send<Kind extends LeavingKind>(kind: Kind, key: string, content: Leaving[Kind]): Promise<void> {
    await this.store.put(kind, key, content, this.clock.now());
    this.soon();
  }

  /** Does the work of writing it down and sends nothing: nobody can tell by the time it takes. */
  async pretend<Kind extends LeavingKind>(kind: Kind, key: string, content: Leaving[Kind]): Promise<void> {
    await this.store.put(kind, key, content, this.clock.now(), undefined, false);
    this.soon();
  }

  /** Sends what waits in a moment, without anybody waiting for that. */
  soon(): void {
    // What is written down while others are sent leaves with them.
    if (this.flushing) this.again = true;
    if (this.timer || this.flushing || this.closed) return;
    this.timer = setTimeout(() => {
      this.timer = undefined;
      void this.flush();
    }, togetherMs);
    this.timer.unref();
  }

  /** Sends all that waits; what fails is tried again later. */
  flush(): Promise<void> {
    this.again = true;
    this.flushing ??= this.sendAll()
      .catch((fault: unknown) => this.log.warn({ err: fault }, 'what is to leave could not be read or noted'))
      .finally(() => {
        this.flushing = undefined;
        if (this.again) this.soon();
      });
    return this.flushing;
  }

  /** What is being sent is sent and noted, so that it does not leave again; what waits leaves another time. */
  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    await this.flushing;
  }

  private isClosed(): boolean {
    return this.closed;
  }

  private async sendAll(): Promise<void> {
    while (this.again && !this.isClosed()) {
      this.again = false;
      for (;;) {
        const now = this.clock.now();
        const claimed = await this.store.claim(
          [...this.carriers.keys()],
          now,
          new Date(now.getTime() + leaseMs),
          batch,
        );
        if (claimed.length > 0) await this.sendBatch(claimed);
        if (claimed.length < batch || this.isClosed()) break;
      }
    }
  }

  /** What is out is noted together; what failed has a turn of its own later. */
  private async sendBatch(claimed: readonly ClaimedLeaving[]): Promise<void> {
    const out: ClaimedLeaving[] = [];
    await Promise.all(
      claimed.map(async (one) => {
        const carrier = this.carriers.get(one.kind);
        if (!carrier) return;
        try {
          await carrier.carry(one.content, one.key);
          out.push({ ...one, content: carrier.remains(one.content) });
        } catch (fault) {
          await this.failed(one, carrier.patienceMs, fault);
        }
      }),
    );
    await this.store.sent(out, this.clock.now());
  }

  private async failed(one: ClaimedLeaving, patienceMs: number, fault: unknown): Promise<void> {
    const { id, kind, attempts, createdAt } = one;
    const now = this.clock.now();
    const isOver = now.getTime() - createdAt.getTime() > patienceMs && attempts + 1 >= fewestAttempts;
    const waitMs = Math.min(longestRetryMs, firstRetryMs * 2 ** Math.min(attempts, 20));
    this.log.warn({ err: fault, [kind]: id, attempts: attempts + 1 }, `a ${kind} could not be sent`);
    await this.store.failed(one, now, isOver ? undefined : new Date(now.getTime() + waitMs));
    if (isOver) await this.attention.raise(`${kind} ${id}`, `A ${kind}, ${id}, could not be sent for days`);
    else setTimeout(() => this.soon(), waitMs).unref();
  }
}
