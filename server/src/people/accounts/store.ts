import { and, eq, isNull, lt, or, sql, type SQL } from 'drizzle-orm';
import type { Database, Transaction } from '../../platform/db/database';
import { account, helper, mailCode, signUp } from '../../platform/db/schema';
import type { CodeFor } from './codes';

export type Account = typeof account.$inferSelect;
/** An account as the one that mails about it go to. */
export type Addressee = Pick<Account, 'id' | 'email' | 'language' | 'basketId'>;
export type MailCode = typeof mailCode.$inferSelect;
export type SignUp = typeof signUp.$inferSelect;

/**
 * Whom mails about an account go to, as part of what a larger statement reads.
 *
 * @param id the column that names it, whole
 * @param by the column of who acted for it: a helper has a basket of their own for it
 */
export function addresseeOf(id: SQL, by = sql`null::jsonb`): SQL<Addressee> {
  return sql`(
    select jsonb_build_object('id', a.id, 'email', a.email, 'language', a.language, 'basketId', coalesce(
      (select h.basket_id from ${helper} h where ${by} ->> 'type' = 'helper' and h.id = (${by} ->> 'id')::uuid), a.basket_id))
    from ${account} a where a.id = ${id})`;
}

export class AccountStore {
  constructor(private readonly database: Database) {}

  async byEmail(email: string): Promise<Account | undefined> {
    const [found] = await this.database.select().from(account).where(eq(account.email, email));
    return found;
  }

  /** The secret address of the calendar is another one from now on. @returns the account */
  async changeCalendar(id: string): Promise<Account | undefined> {
    const [changed] = await this.database
      .update(account)
      .set({ calendar: sql`${account.calendar} + 1` })
      .where(eq(account.id, id))
      .returning();
    return changed;
  }

  async byId(id: string, within: Database | Transaction = this.database): Promise<Account | undefined> {
    const [found] = await within.select().from(account).where(eq(account.id, id));
    return found;
  }

  async basketOf(id: string): Promise<string | undefined> {
    return (await this.byId(id))?.basketId;
  }

  /** @returns undefined where the address has an account already */
  async create({ email, passwordHash, language }: SignUp, now: Date): Promise<Account | undefined> {
    const [created] = await this.database
      .insert(account)
      .values({ email, passwordHash, language, createdAt: now })
      .onConflictDoNothing()
      .returning();
    return created;
  }

  /** @throws Error where the account is gone */
  async change(
    id: string,
    changes: Partial<Omit<Account, 'id'>>,
    within: Database | Transaction = this.database,
  ): Promise<Account> {
    const [changed] = await within.update(account).set(changes).where(eq(account.id, id)).returning();
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

  /** Takes a recovery code away; false where it is not there. @param hashes of the code, under each key */
  async useRecovery(id: string, hashes: readonly string[]): Promise<boolean> {
    for (const hash of hashes) {
      const used = await this.database
        .update(account)
        .set({ recoveryHashes: sql`array_remove(${account.recoveryHashes}, ${hash})` })
        .where(and(eq(account.id, id), sql`${hash} = any(${account.recoveryHashes})`))
        .returning();
      if (used.length > 0) return true;
    }
    return false;
  }

  /** A new code replaces an earlier one for the same purpose, address and session. */
  async keepCode(row: Omit<MailCode, 'attempts'>): Promise<void> {
    const target = [mailCode.purpose, mailCode.email, mailCode.sessionId];
    await this.database
      .insert(mailCode)
      .values(row)
      .onConflictDoUpdate({ target, set: { ...row, attempts: 0 } });
  }

  /** The open code of an address and a session, with one more attempt counted against it. */
  async attemptCode(purpose: MailCode['purpose'], { email, sessionId }: CodeFor): Promise<MailCode | undefined> {
    const isIt = and(eq(mailCode.purpose, purpose), eq(mailCode.email, email), eq(mailCode.sessionId, sessionId));
    const [found] = await this.database
      .update(mailCode)
      .set({ attempts: sql`${mailCode.attempts} + 1` })
      .where(isIt)
      .returning();
    return found;
  }

  /** Every code of a purpose and an address, whichever session asked for it. */
  async forgetCodes(purpose: MailCode['purpose'], email: string, within: Transaction): Promise<void> {
    await within.delete(mailCode).where(and(eq(mailCode.purpose, purpose), eq(mailCode.email, email)));
  }

  /** The address that an account asked to change to in a session, and has not confirmed. */
  async wantedMail(accountId: string, sessionId: string): Promise<string | undefined> {
    const [found] = await this.database
      .select()
      .from(mailCode)
      .where(
        and(eq(mailCode.purpose, 'oldMail'), eq(mailCode.accountId, accountId), eq(mailCode.sessionId, sessionId)),
      );
    return found?.wanted ?? undefined;
  }

  /** A new request replaces an earlier one of the same session, and its code. */
  async keepSignUp(row: Omit<SignUp, 'attempts'>): Promise<void> {
    await this.database
      .insert(signUp)
      .values(row)
      .onConflictDoUpdate({ target: [signUp.email, signUp.sessionId], set: { ...row, attempts: 0 } });
  }

  /** The open request for an address, made in a session, with one more attempt counted against it. */
  async attemptSignUp({ email, sessionId }: CodeFor): Promise<SignUp | undefined> {
    const [found] = await this.database
      .update(signUp)
      .set({ attempts: sql`${signUp.attempts} + 1` })
      .where(and(eq(signUp.email, email), eq(signUp.sessionId, sessionId)))
      .returning();
    return found;
  }

  async forgetSignUps(email: string): Promise<void> {
    await this.database.delete(signUp).where(eq(signUp.email, email));
  }
}
