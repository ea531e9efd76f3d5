import { createHmac } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import { eq, lte, min } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../db/database';
import { notice } from '../db/schema';
import type { Faults } from '../platform/faults';

/** What is told within so long is sent together. */
const togetherMs = 100;
/** So long nothing is looked for where nothing is to be sent. */
const longestSleepMs = 60_000;
const mostAttempts = 12;
/** How long a notice is kept back that comes after what happened next. */
const overtakenMs = 1500;

/** Tells the shop what happened, at least once, until it answers that it heard. */
export class Notices {
  private next: NodeJS.Timeout | undefined;
  private nextAt = Infinity;
  private isSending = false;

  constructor(
    private readonly database: Database,
    private readonly secret: string,
    private readonly faults: Faults,
    private readonly log: Logger,
  ) {}

  /** Something is to be told. */
  soon(): void {
    this.in(togetherMs);
  }

  private in(ms: number): void {
    const at = Date.now() + ms;
    if (at >= this.nextAt) return;
    clearTimeout(this.next);
    this.nextAt = at;
    this.next = setTimeout(() => void this.send(), ms).unref();
  }

  private async send(): Promise<void> {
    this.nextAt = Infinity;
    // Those that it has in hand are not sent twice.
    if (this.isSending) return this.soon();
    this.isSending = true;
    try {
      this.in(await this.round());
    } catch (fault) {
      this.log.warn({ err: fault }, 'notices could not be sent');
      this.in(1000);
    } finally {
      this.isSending = false;
    }
  }

  /** @returns milliseconds until something is due again */
  private async round(): Promise<number> {
    const due = await this.database.select().from(notice).where(lte(notice.nextAt, new Date())).limit(50);
    await Promise.all(due.map((row) => this.deliver(row)));
    const [soonest] = await this.database.select({ at: min(notice.nextAt) }).from(notice);
    const ms = (soonest?.at?.getTime() ?? Infinity) - Date.now();
    return Math.min(longestSleepMs, Math.max(0, ms));
  }

  private async deliver({ id, url, body, attempts }: typeof notice.$inferSelect): Promise<void> {
    const fault = this.faults.strike('notice');
    if (fault?.kind === 'outOfOrder') return this.later(id, attempts, overtakenMs);
    if (fault?.kind === 'delay') await pause(fault.ms ?? 1000);
    const heard = fault?.kind === 'dropBefore' ? false : await this.post(url, body);
    if (fault?.kind === 'duplicate') await this.post(url, body);
    if (heard && fault?.kind !== 'dropAfter')
      await this.database.update(notice).set({ nextAt: null }).where(eq(notice.id, id));
    else await this.later(id, attempts + 1, Math.min(60_000, 500 * 2 ** attempts));
  }

  private async later(id: string, attempts: number, waitMs: number): Promise<void> {
    const nextAt = attempts < mostAttempts ? new Date(Date.now() + waitMs) : null;
    await this.database.update(notice).set({ attempts, nextAt }).where(eq(notice.id, id));
  }

  /** Signed over the moment and the body, so that neither can be changed nor sent again much later. */
  private async post(url: string, body: string): Promise<boolean> {
    const moment = Math.floor(Date.now() / 1000);
    const signature = createHmac('sha256', this.secret).update(`${moment}.${body}`).digest('hex');
    try {
      const response = await fetch(url, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', 'Payments-Signature': `t=${moment},v1=${signature}` },
        body,
        signal: AbortSignal.timeout(5000),
      });
      return response.ok;
    } catch {
      return false;
    }
  }
}
