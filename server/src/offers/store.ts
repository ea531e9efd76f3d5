import { and, desc, eq, or, sql } from 'drizzle-orm';
import { nextOffer, type OfferEvent } from '@tienda/core/names/offer';
import type { Database } from '../db/database';
import { nameOffer } from '../db/schema';

export type KeptOffer = typeof nameOffer.$inferSelect;

const mostAtOnce = 200;
const mostShown = 200;

export class OfferStore {
  constructor(private readonly database: Database) {}

  ofAccount(accountId: string): Promise<KeptOffer[]> {
    return this.database
      .select()
      .from(nameOffer)
      .where(eq(nameOffer.accountId, accountId))
      .orderBy(desc(nameOffer.createdAt))
      .limit(mostShown);
  }

  async forget(accountId: string): Promise<void> {
    await this.database.delete(nameOffer).where(eq(nameOffer.accountId, accountId));
  }

  /** Keeps a new offer; harmless where the very same was kept before. */
  async add(offer: KeptOffer): Promise<void> {
    await this.database.insert(nameOffer).values(offer).onConflictDoNothing();
  }

  async find(accountId: string, id: string): Promise<KeptOffer | undefined> {
    const [found] = await this.database
      .select()
      .from(nameOffer)
      .where(and(eq(nameOffer.accountId, accountId), eq(nameOffer.id, id)));
    return found;
  }

  /** Offers that the broker has not been told of, or whose holder has not answered. */
  open(): Promise<KeptOffer[]> {
    return this.database
      .select()
      .from(nameOffer)
      .where(or(nameOffer.untold, sql`${nameOffer.state} ->> 'at' = 'sent'`))
      .limit(mostAtOnce);
  }

  async told(id: string): Promise<void> {
    await this.database.update(nameOffer).set({ untold: false }).where(eq(nameOffer.id, id));
  }

  /** The offer after an event, checked in core; undefined where there is no such offer. @throws Error where it cannot follow */
  async move(id: string, event: OfferEvent, at: Date): Promise<KeptOffer | undefined> {
    return this.database.transaction(async (transaction) => {
      const [found] = await transaction.select().from(nameOffer).where(eq(nameOffer.id, id)).for('update');
      if (!found) return undefined;
      const { amount, state } = nextOffer(found, event);
      const untold = found.untold || event.type === 'buyerRaised' || event.type === 'buyerWithdrew';
      const [moved] = await transaction
        .update(nameOffer)
        .set({ amount, state, untold, changedAt: at })
        .where(eq(nameOffer.id, id))
        .returning();
      return moved;
    });
  }
}
