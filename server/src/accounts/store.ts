import { and, eq, isNull, lt, or, sql } from 'drizzle-orm';
import type { Database, Transaction } from '../db/database';
import { account, mailCode, signUp } from '../db/schema';

export type Account = typeof account.$inferSelect;
export type MailCode = typeof mailCode.$inferSelect;
export type SignUp = typeof signUp.$inferSelect;

export class AccountStore {
  constructor(private readonly database: Database) {}

  async byEmail(email: string): Promise<Account | undefined> {
    const [found] = await this.database.select().from(account).where(eq(account.email, email));
    return found;
  }

  async byId(id: string, within: Database | Transaction = this.database): Promise<Account | undefined> {
    const [found] = await within.select().from(account).where(eq(account.id, id));
    return found;
  }

  async basketOf(id: string): Promise<string | undefined> {
    return (await this.byId(id))?.basketId;
  }

  async create({ email, passwordHash, language }: SignUp, now: Date): Promise<Account> {
    const [created] = await this.database
      .insert(account)
      .values({ email, passwordHash, language, createdAt: now })
      .returning();
    if (!created) throw new Error('The account was not made');
    return created;
  }

  /** @throws Error where the account is gone */
  async change(id: string, changes: Partial<Omit<Account, 'id'>>): Promise<Account> {
    const [changed] = await this.database.update(account).set(changes).where(eq(account.id, id)).returning();
    if (!changed) throw new Error('The account is gone');
    return changed;
  }

  /**
   * Takes note that a code of a time step was used.
   *
   * @returns false where that step or a later one was used before
   */
  async useStep(id: string, step: number): Promise<boolean> {
    const used = await this.database
      .update(account)
      .set({ twoStepLast: step })
      .where(and(eq(account.id, id), or(isNull(account.twoStepLast), lt(account.twoStepLast, step))))
      .returning();
    return used.length > 0;
  }

  /** Takes a recovery code away; false where it is not there. */
  async useRecovery(id: string, hash: string): Promise<boolean> {
    const used = await this.database
      .update(account)
      .set({ recoveryHashes: sql`array_remove(${account.recoveryHashes}, ${hash})` })
      .where(and(eq(account.id, id), sql`${hash} = any(${account.recoveryHashes})`))
      .returning();
    return used.length > 0;
  }

  /** A new code replaces an earlier one for the same purpose and address. */
  async keepCode(row: Omit<MailCode, 'attempts'>): Promise<void> {
    await this.database
      .insert(mailCode)
      .values(row)
      .onConflictDoUpdate({ target: [mailCode.purpose, mailCode.email], set: { ...row, attempts: 0 } });
  }

  /** The open code of an address, with one more attempt counted against it. */
  async attemptCode(purpose: MailCode['purpose'], email: string): Promise<MailCode | undefined> {
    const [found] = await this.database
      .update(mailCode)
      .set({ attempts: sql`${mailCode.attempts} + 1` })
      .where(and(eq(mailCode.purpose, purpose), eq(mailCode.email, email)))
      .returning();
    return found;
  }

  async forgetCode(purpose: MailCode['purpose'], email: string): Promise<void> {
    await this.database.delete(mailCode).where(and(eq(mailCode.purpose, purpose), eq(mailCode.email, email)));
  }

  /** The address that an account asked to change to, and has not confirmed. */
  async wantedMail(accountId: string): Promise<string | undefined> {
    const [found] = await this.database
      .select()
      .from(mailCode)
      .where(and(eq(mailCode.purpose, 'oldMail'), eq(mailCode.accountId, accountId)));
    return found?.wanted ?? undefined;
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
