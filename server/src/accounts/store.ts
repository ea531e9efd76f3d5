import { eq, sql } from 'drizzle-orm';
import type { Database } from '../db/database';
import { account, signUp } from '../db/schema';

export type Account = typeof account.$inferSelect;
export type SignUp = typeof signUp.$inferSelect;

export class AccountStore {
  constructor(private readonly database: Database) {}

  async byEmail(email: string): Promise<Account | undefined> {
    const [found] = await this.database.select().from(account).where(eq(account.email, email));
    return found;
  }

  async byId(id: string): Promise<Account | undefined> {
    const [found] = await this.database.select().from(account).where(eq(account.id, id));
    return found;
  }

  async basketOf(id: string): Promise<string | undefined> {
    return (await this.byId(id))?.basketId;
  }

  async create(email: string, passwordHash: string, now: Date): Promise<Account> {
    const [created] = await this.database.insert(account).values({ email, passwordHash, createdAt: now }).returning();
    if (!created) throw new Error('The account was not made');
    return created;
  }

  /** Sets what auto-renew is for a new name. */
  async choose(id: string, autoRenew: boolean): Promise<Account> {
    const [chosen] = await this.database.update(account).set({ autoRenew }).where(eq(account.id, id)).returning();
    if (!chosen) throw new Error('The account is gone');
    return chosen;
  }

  /** A new request replaces an earlier one, and its code. */
  async keepSignUp(row: Omit<SignUp, 'attempts'>): Promise<void> {
    await this.database
      .insert(signUp)
      .values(row)
      .onConflictDoUpdate({ target: signUp.email, set: { ...row, attempts: 0 } });
  }

  /** The open request for an address, with one more attempt counted against it. */
  async attemptSignUp(email: string): Promise<SignUp | undefined> {
    const [found] = await this.database
      .update(signUp)
      .set({ attempts: sql`${signUp.attempts} + 1` })
      .where(eq(signUp.email, email))
      .returning();
    return found;
  }

  async forgetSignUp(email: string): Promise<void> {
    await this.database.delete(signUp).where(eq(signUp.email, email));
  }
}
