import { and, desc, eq, lt, or, sql } from 'drizzle-orm';
import { nextOffer, type OfferEvent } from '@tienda/core/names/offer';
import type { Database, Transaction } from '../../platform/db/database';
import { nameOffer } from '../../platform/db/schema';

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

  /**
   * Keeps a new offer; harmless where the very same was kept before.
   *
   * @returns false where the account has another open offer for the name
   */
  async add(offer: KeptOffer): Promise<boolean> {
    await this.database.insert(nameOffer).values(offer).onConflictDoNothing();
    return (await this.find(offer.accountId, offer.id)) !== undefined;
  }

  async find(accountId: string, id: string): Promise<KeptOffer | undefined> {
    const [found] = await this.database
      .select()
      .from(nameOffer)
      .where(and(eq(nameOffer.accountId, accountId), eq(nameOffer.id, id)));
    return found;
  }

  /** Offers that the broker has not been told of in full, or whose holder has not answered; the longest waiting first. */
  open(): Promise<KeptOffer[]> {
    return this.database
      .select()
      .from(nameOffer)
      .where(or(lt(nameOffer.toldRevision, nameOffer.revision), sql`${nameOffer.state} ->> 'at' = 'sent'`))
      .orderBy(sql`${nameOffer.lookedAt} nulls first`)
      .limit(mostAtOnce);
  }

  /** The broker was spoken to. */
  async looked(id: string, lookedAt: Date): Promise<void> {
    await this.database.update(nameOffer).set({ lookedAt }).where(eq(nameOffer.id, id));
  }

  /** The broker knows of this revision; of a later one it is still to be told. */
  async told(id: string, revision: number): Promise<void> {
    await this.database
      .update(nameOffer)
      .set({ toldRevision: sql`greatest(${nameOffer.toldRevision}, ${revision})` })
      .where(eq(nameOffer.id, id));
  }

  /**
   * Moves an offer on, checked in core, together with what else must be true with it.
   *
   * @param seen the offer that was answered: where the buyer has changed it meanwhile, the answer is to another one
   * @returns undefined where there is no such offer
   * @throws Error where the event cannot follow
   */
  async move(
    id: string,
    event: OfferEvent,
    at: Date,
    seen?: KeptOffer,
    alongside: (transaction: Transaction, moved: KeptOffer) => Promise<void> = () => Promise.resolve(),
  ): Promise<KeptOffer | undefined> {
    return this.database.transaction(async (transaction) => {
      const [found] = await transaction.select().from(nameOffer).where(eq(nameOffer.id, id)).for('update');
      if (!found || (seen && seen.revision !== found.revision)) return undefined;
      const { amount, state } = nextOffer(found, event);
      const revision = found.revision + (event.type.startsWith('buyer') ? 1 : 0);
      const [moved] = await transaction
        .update(nameOffer)
        .set({ amount, state, revision, changedAt: at })
        .where(eq(nameOffer.id, id))
        .returning();
      if (moved) await alongside(transaction, moved);
      return moved;
    });
  }
}
