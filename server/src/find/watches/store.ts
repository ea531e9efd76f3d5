import { and, asc, eq, isNull, lte } from 'drizzle-orm';
import type { Database, Transaction } from '../../platform/db/database';
import { watch } from '../../platform/db/schema';

export type Watch = typeof watch.$inferSelect;

/** As many names as are looked after in one round. */
const mostAtOnce = 200;

function isSame({ accountId, name, createdAt }: Pick<Watch, 'accountId' | 'name' | 'createdAt'>) {
  return and(eq(watch.accountId, accountId), eq(watch.name, name), eq(watch.createdAt, createdAt));
}

export class WatchStore {
  constructor(private readonly database: Database) {}

  ofAccount(accountId: string): Promise<Watch[]> {
    return this.database.select().from(watch).where(eq(watch.accountId, accountId)).orderBy(asc(watch.createdAt));
  }

  /** Keeps the watch; one that was kept before begins anew. */
  async keep(kept: Watch): Promise<void> {
    const { expiresOn, freeFrom, nextLookAt, freeAt, createdAt } = kept;
    await this.database
      .insert(watch)
      .values(kept)
      .onConflictDoUpdate({
        target: [watch.accountId, watch.name],
        set: { expiresOn, freeFrom, nextLookAt, freeAt, createdAt },
      });
  }

  /** The same watch after it was looked at, unless it was ended or begun anew meanwhile. */
  async moveOn({ accountId, name, createdAt, expiresOn, freeFrom, nextLookAt }: Watch): Promise<void> {
    await this.database
      .update(watch)
      .set({ expiresOn, freeFrom, nextLookAt })
      .where(isSame({ accountId, name, createdAt }));
  }

  /** The name is free: noted once, together with what else must be true with it. */
  async becameFree(seen: Watch, freeAt: Date, alongside: (transaction: Transaction) => Promise<void>): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const noted = await transaction
        .update(watch)
        .set({ freeAt })
        .where(and(isSame(seen), isNull(watch.freeAt)))
        .returning();
      if (noted.length > 0) await alongside(transaction);
    });
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
