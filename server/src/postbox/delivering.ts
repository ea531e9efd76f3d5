import type { Logger } from 'pino';
import { bounce } from './bounce';
import type { Carried, Carrier } from './carrying';
import type { Senders } from './senders';
import type { ClaimedDelivery, PostboxStore } from './store';

/** So many side by side in one process. */
const mostAtOnce = 20;
const firstRetryMs = 15_000;
const longestRetryMs = 3600_000;
/** As long as mail servers keep trying (RFC 5321 section 4.5.4.1). */
const patienceMs = 5 * 86_400_000;
/** However long it waited, it is not given up before: where nobody was there to try, time alone is no reason. */
const fewestAttempts = 7;
/** So often is looked whether something has its turn, also what another process left behind. */
const lookMs = 5000;

export interface DeliveringParts {
  readonly host: string;
  readonly store: Pick<PostboxStore, 'claim' | 'contents' | 'ended' | 'postponed'>;
  readonly carrier: Pick<Carrier, 'carry'>;
  readonly senders: Senders;
  readonly log: Logger;
  /** How long one is this process's alone. */
  readonly leaseMs: number;
  /** Called after each step; tests end the process there. */
  readonly step: () => void;
}

/** Brings what was taken in to where it has to be, tries again what is not taken for now, and tells senders of the rest. */
export class Deliveries {
  private running: Promise<void> | undefined;
  private again = false;
  /** Those under way. */
  private readonly open = new Set<Promise<void>>();

  constructor(private readonly parts: DeliveringParts) {}

  /** Looks from now on whether something has its turn. */
  start(): void {
    setInterval(() => this.soon(), lookMs);
    this.soon();
  }

  soon(): void {
    this.again = true;
    this.running ??= this.run()
      .catch((fault: unknown) => this.parts.log.warn({ err: fault }, 'mail on its way could not be read or noted'))
      .finally(() => {
        this.running = undefined;
        if (this.again) setImmediate(() => this.soon());
      });
  }

  private async run(): Promise<void> {
    const { store } = this.parts;
    while (this.again) {
      this.again = false;
      for (;;) {
        const now = new Date();
        const free = mostAtOnce - this.open.size;
        const claimed = await store.claim(now, new Date(now.getTime() + this.parts.leaseMs), free);
        if (claimed.length === 0) break;
        const contents = await store.contents(claimed.map(({ messageId }) => messageId));
        for (const one of claimed) this.begin(one, contents.get(one.messageId));
        // A target that is slow holds up its own mail alone.
        if (this.open.size >= mostAtOnce) await Promise.race(this.open);
      }
    }
  }

  private begin(delivery: ClaimedDelivery, content: Buffer | undefined): void {
    if (!content) return;
    const work = this.deliver(delivery, content)
      .catch((fault: unknown) => this.parts.log.warn({ err: fault }, 'a delivery could not be noted'))
      .finally(() => this.open.delete(work));
    this.open.add(work);
  }

  private async deliver(delivery: ClaimedDelivery, content: Buffer): Promise<void> {
    const { store, carrier, senders, host, log, step } = this.parts;
    const { zone, address, target, sender, attempts, acceptedAt, messageId } = delivery;
    // A mail that comes here again for the same address goes round (RFC 9228).
    const passedOn = zone === null ? content : Buffer.concat([Buffer.from(`Delivered-To: ${address}\r\n`), content]);
    const from = zone === null ? '' : senders.rewritten(sender, new Date());
    step();
    const { outcome, answer }: Carried = await carrier.carry({ from, to: target, content: passedOn });
    step();
    const now = new Date();
    const isOver = now.getTime() - acceptedAt.getTime() > patienceMs && attempts + 1 >= fewestAttempts;
    if (outcome === 'later' && !isOver) {
      const waitMs = Math.min(longestRetryMs, firstRetryMs * 2 ** Math.min(attempts, 20));
      await store.postponed(delivery, answer, new Date(now.getTime() + waitMs));
      setTimeout(() => this.soon(), waitMs).unref();
      return;
    }
    const ended = outcome === 'later' ? 'givenUp' : outcome;
    // Who cannot be answered to is told nothing; a bounce that bounces is let go (RFC 5321 section 6.1).
    const isTold = ended !== 'delivered' && sender !== '';
    await store.ended(delivery, ended, answer, now, isTold ? await bounce(delivery, answer, content, host) : undefined);
    log.info({ mail: messageId, outcome: ended }, 'mail passed on');
    step();
    if (isTold) this.soon();
  }
}
