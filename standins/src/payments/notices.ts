import { createHmac } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import { asc, isNotNull, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from '../db/database';
import { notice } from '../db/schema';
import type { Faults } from '../platform/faults';

/** What is told within so long is sent together. */
const togetherMs = 100;
/** So long nothing is looked for where nothing is to be sent. */
const longestSleepMs = 60_000;
const mostAttempts = 12;
/** How many are sent side by side. */
const mostAtOnce = 50;
/** How long a notice is kept back that comes after what happened next. */
const overtakenMs = 1500;

type NoticeRow = typeof notice.$inferSelect;
type Delivery = Pick<NoticeRow, 'id' | 'attempts' | 'nextAt'>;

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
    const { id, nextAt } = notice;
    const soonest = await this.database
      .select()
      .from(notice)
      .where(isNotNull(nextAt))
      .orderBy(asc(nextAt))
      .limit(mostAtOnce);
    const now = Date.now();
    const due = soonest.filter((row) => timeOf(row) <= now);
    const sent = await Promise.all(due.map((row) => this.deliver(row)));
    if (sent.length > 0)
      await this.database
        .update(notice)
        .set({ attempts: sql`sent.attempts`, nextAt: sql`sent."nextAt"` })
        .from(
          sql`jsonb_to_recordset(${JSON.stringify(sent)}::jsonb) as sent (id text, attempts int, "nextAt" timestamptz)`,
        )
        .where(sql`${id} = sent.id`);
    const next = [...soonest.slice(due.length), ...sent].map(timeOf);
    // There may be more than these.
    if (due.length === mostAtOnce) return 0;
    return Math.min(longestSleepMs, Math.max(0, Math.min(...next) - Date.now()));
  }

  /** @returns how it stands with it now */
  private async deliver({ id, url, body, attempts }: NoticeRow): Promise<Delivery> {
    const later = (made: number, waitMs: number): Delivery => {
      const nextAt = made < mostAttempts ? new Date(Date.now() + waitMs) : null;
      return { id, attempts: made, nextAt };
    };
    const fault = this.faults.strike('notice');
    if (fault?.kind === 'outOfOrder') return later(attempts, overtakenMs);
    if (fault?.kind === 'delay') await pause(fault.ms ?? 1000);
    const heard = fault?.kind === 'dropBefore' ? false : await this.post(url, body);
    if (fault?.kind === 'duplicate') await this.post(url, body);
    if (heard && fault?.kind !== 'dropAfter') return { id, attempts, nextAt: null };
    return later(attempts + 1, Math.min(60_000, 500 * 2 ** attempts));
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

/** When it is to be sent, in milliseconds; never, where it was heard or given up. */
function timeOf({ nextAt }: Pick<NoticeRow, 'nextAt'>): number {
  return nextAt?.getTime() ?? Infinity;
}
