import { and, asc, eq } from 'drizzle-orm';
import type { Database, Transaction } from '../db/database';
import { heldName } from '../db/schema';

export type HeldName = typeof heldName.$inferSelect;

export class NameStore {
  constructor(private readonly database: Database) {}

  /** The soonest to expire first. */
  ofAccount(accountId: string): Promise<HeldName[]> {
    return this.database
      .select()
      .from(heldName)
      .where(eq(heldName.accountId, accountId))
      .orderBy(asc(heldName.expiresOn), asc(heldName.name));
  }

  async find(accountId: string, name: string): Promise<HeldName | undefined> {
    const [found] = await this.database
      .select()
      .from(heldName)
      .where(and(eq(heldName.accountId, accountId), eq(heldName.name, name)));
    return found;
  }

  async setAutoRenew(accountId: string, name: string, autoRenew: boolean): Promise<void> {
    await this.database
      .update(heldName)
      .set({ autoRenew })
      .where(and(eq(heldName.accountId, accountId), eq(heldName.name, name)));
  }

  async setSuspended(transaction: Transaction, name: string, suspended: boolean): Promise<void> {
    await transaction.update(heldName).set({ suspended }).where(eq(heldName.name, name));
  }

  async add(transaction: Transaction, held: Omit<HeldName, 'suspended'>): Promise<void> {
    await transaction.insert(heldName).values(held);
  }
}
