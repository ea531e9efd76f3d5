import { and, asc, eq, isNull, lte } from 'drizzle-orm';
import type { Database } from '../db/database';
import { watch } from '../db/schema';

export type Watch = typeof watch.$inferSelect;

/** As many names as are looked after in one round. */
const mostAtOnce = 200;

export class WatchStore {
  constructor(private readonly database: Database) {}

  ofAccount(accountId: string): Promise<Watch[]> {
    return this.database.select().from(watch).where(eq(watch.accountId, accountId)).orderBy(asc(watch.createdAt));
  }

  /** Keeps the watch; one that was kept before begins anew. */
  async keep(kept: Watch): Promise<void> {
    const { expiresOn, freeFrom, nextLookAt, freeAt } = kept;
    await this.database
      .insert(watch)
      .values(kept)
      .onConflictDoUpdate({ target: [watch.accountId, watch.name], set: { expiresOn, freeFrom, nextLookAt, freeAt } });
  }

  async remove(accountId: string, name: string): Promise<void> {
    await this.database.delete(watch).where(and(eq(watch.accountId, accountId), eq(watch.name, name)));
  }

  /** Names whose turn it is, the longest due first. */
  due(now: Date): Promise<Watch[]> {
    return this.database
      .select()
      .from(watch)
      .where(and(isNull(watch.freeAt), lte(watch.nextLookAt, now)))
      .orderBy(asc(watch.nextLookAt))
      .limit(mostAtOnce);
  }
}
