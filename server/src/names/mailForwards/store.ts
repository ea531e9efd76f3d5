import { and, desc, eq, inArray, lt } from 'drizzle-orm';
import type { Database, Transaction } from '../../platform/db/database';
import { mailDelivery, mailTarget } from '../../platform/db/schema';

export type KeptTarget = typeof mailTarget.$inferSelect;
export type KeptDelivery = typeof mailDelivery.$inferSelect;

/** An address that an account has mail forwarded to, and what was answered there. */
export interface AskedTarget {
  readonly address: string;
  readonly askedAt: Date;
  readonly agreedAt: Date | null;
  readonly declinedAt: Date | null;
}

/** As many are shown. */
const mostShown = 50;

/** Who agreed to get the mail of an account's names, and what became of that mail. */
export class MailForwardStore {
  constructor(private readonly database: Database) {}

  /** @returns those that were not known before */
  async asked(
    transaction: Transaction,
    targets: readonly Pick<KeptTarget, 'accountId' | 'address' | 'tokenHash' | 'askedAt'>[],
  ): Promise<readonly string[]> {
    if (targets.length === 0) return [];
    const rows = await transaction
      .insert(mailTarget)
      .values([...targets])
      .onConflictDoNothing()
      .returning({ address: mailTarget.address });
    return rows.map(({ address }) => address);
  }

  /** They have agreed before, with another account; what they said to this one stands. */
  async agreed(transaction: Transaction, targets: readonly (typeof mailTarget.$inferInsert)[]): Promise<void> {
    if (targets.length > 0)
      await transaction
        .insert(mailTarget)
        .values([...targets])
        .onConflictDoNothing();
  }

  targets(accountId: string, addresses: readonly string[]): Promise<KeptTarget[]> {
    return this.database
      .select()
      .from(mailTarget)
      .where(and(eq(mailTarget.accountId, accountId), inArray(mailTarget.address, [...addresses])));
  }

  async byToken(tokenHash: string): Promise<KeptTarget | undefined> {
    const [found] = await this.database.select().from(mailTarget).where(eq(mailTarget.tokenHash, tokenHash));
    return found;
  }

  /** @returns undefined where nobody was sent that token */
  async answered(tokenHash: string, agrees: boolean, at: Date): Promise<KeptTarget | undefined> {
    const answer = agrees ? { agreedAt: at, declinedAt: null } : { agreedAt: null, declinedAt: at };
    const [changed] = await this.database
      .update(mailTarget)
      .set(answer)
      .where(eq(mailTarget.tokenHash, tokenHash))
      .returning();
    return changed;
  }

  /** The latest first. */
  recent(name: string): Promise<KeptDelivery[]> {
    return this.database
      .select()
      .from(mailDelivery)
      .where(eq(mailDelivery.zone, name))
      .orderBy(desc(mailDelivery.id))
      .limit(mostShown);
  }

  /** Whom an account has had mail forwarded to. */
  ofAccount(accountId: string): Promise<AskedTarget[]> {
    const { address, askedAt, agreedAt, declinedAt } = mailTarget;
    return this.database
      .select({ address, askedAt, agreedAt, declinedAt })
      .from(mailTarget)
      .where(eq(mailTarget.accountId, accountId));
  }

  async forget(accountId: string): Promise<void> {
    await this.database.delete(mailTarget).where(eq(mailTarget.accountId, accountId));
  }

  /** What has ended before then is forgotten. */
  async sweepOut(before: Date): Promise<void> {
    await this.database.delete(mailDelivery).where(lt(mailDelivery.endedAt, before));
  }
}
