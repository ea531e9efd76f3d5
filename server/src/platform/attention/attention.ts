import { isNull } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Clock } from '../clock/clock';
import type { Database } from '../db/database';
import { attention } from '../db/schema';

/** What was given up, or is tried in vain for too long: someone who runs the shop has to look at it. */
export class Attention {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
    private readonly log: Logger,
  ) {}

  /** @param key says what it is about; raised again, it is not new */
  async raise(key: string, what: string): Promise<void> {
    const raised = await this.database
      .insert(attention)
      .values({ key, what, raisedAt: this.clock.now() })
      .onConflictDoNothing()
      .returning();
    if (raised.length > 0) this.log.error({ key, what }, 'this needs someone to look at it');
  }

  /** How many things nobody has seen to yet. */
  async count(): Promise<number> {
    return this.database.$count(attention, isNull(attention.settledAt));
  }
}
