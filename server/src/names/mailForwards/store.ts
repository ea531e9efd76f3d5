import { and, desc, eq, inArray, lt } from 'drizzle-orm';
import type { Database, Transaction } from '../../platform/db/database';
import { mailDelivery, mailTarget } from '../../platform/db/schema';

export type KeptTarget = typeof mailTarget.$inferSelect;
export type KeptDelivery = typeof mailDelivery.$inferSelect;

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

  /** What has ended before then is forgotten. */
  async sweepOut(before: Date): Promise<void> {
    await this.database.delete(mailDelivery).where(lt(mailDelivery.endedAt, before));
  }
}
