import { and, desc, eq } from 'drizzle-orm';
import type { Database } from '../../platform/db/database';
import { keptCard } from '../../platform/db/schema';

export type KeptCard = typeof keptCard.$inferSelect;

/** Cards kept for the next time: the provider's token and the last four digits, nothing else. */
export class KeptCardStore {
  constructor(private readonly database: Database) {}

  /** The latest first. */
  ofAccount(accountId: string): Promise<KeptCard[]> {
    return this.database
      .select()
      .from(keptCard)
      .where(eq(keptCard.accountId, accountId))
      .orderBy(desc(keptCard.createdAt))
      .limit(20);
  }

  async find(accountId: string, id: string): Promise<KeptCard | undefined> {
    const [found] = await this.database
      .select()
      .from(keptCard)
      .where(and(eq(keptCard.accountId, accountId), eq(keptCard.id, id)));
    return found;
  }

  /** Harmless when repeated. */
  async keep(card: Omit<KeptCard, 'id' | 'endTold'>): Promise<void> {
    await this.database.insert(keptCard).values(card).onConflictDoNothing();
  }

  /** @returns false where the account has no such card */
  async forget(accountId: string, id: string): Promise<boolean> {
    const gone = await this.database
      .delete(keptCard)
      .where(and(eq(keptCard.accountId, accountId), eq(keptCard.id, id)))
      .returning();
    return gone.length > 0;
  }
}
