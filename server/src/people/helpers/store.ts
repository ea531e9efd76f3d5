import { and, desc, eq, lt, or, sql } from 'drizzle-orm';
import type { HelperState, Leave } from '@tienda/core/accounts/helper';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Database, Transaction } from '../../platform/db/database';
import { account, helper } from '../../platform/db/schema';

/** A helper, with the mail address of the account that is helped. */
export interface KeptHelper extends Readonly<typeof helper.$inferSelect> {
  readonly owner: string;
}

const isOpen = sql`${helper.state} ->> 'at' in ('invited', 'active')`;

/** Who may help with the names of accounts. */
export class HelperStore {
  constructor(private readonly database: Database) {}

  /** @returns false where somebody of that address helps the account already, or is invited */
  async invite(transaction: Transaction, invitation: typeof helper.$inferInsert): Promise<boolean> {
    const added = await transaction
      .insert(helper)
      .values(invitation)
      .onConflictDoNothing()
      .returning({ id: helper.id });
    return added.length > 0;
  }

  /** Those that help an account, or were invited to; and those that it helps, or is invited to help. */
  of({ id, email }: { readonly id: string; readonly email: string }): Promise<KeptHelper[]> {
    return this.where(
      and(
        isOpen,
        or(
          eq(helper.accountId, id),
          eq(helper.helperId, id),
          and(eq(helper.email, email), sql`${helper.state} ->> 'at' = 'invited'`),
        ),
      ),
    );
  }

  /** One that nobody else changes until the transaction is over. */
  async lock(transaction: Transaction, id: string): Promise<KeptHelper | undefined> {
    await transaction.select({ id: helper.id }).from(helper).where(eq(helper.id, id)).for('update');
    const [found] = await this.where(eq(helper.id, id), transaction);
    return found;
  }

  async change(
    transaction: Transaction,
    id: string,
    changes: { readonly state?: HelperState; readonly leave?: Leave; readonly helperId?: string },
  ): Promise<void> {
    await transaction.update(helper).set(changes).where(eq(helper.id, id));
  }

  async invitedBefore(day: IsoDate): Promise<string[]> {
    const rows = await this.database
      .select({ id: helper.id })
      .from(helper)
      .where(and(sql`${helper.state} ->> 'at' = 'invited'`, lt(helper.invitedOn, day)))
      .limit(200);
    return rows.map(({ id }) => id);
  }

  /** The account is closed: nobody helps it, and it helps nobody. */
  async forget(accountId: string): Promise<void> {
    await this.database.delete(helper).where(or(eq(helper.accountId, accountId), eq(helper.helperId, accountId)));
  }

  private where(
    condition: ReturnType<typeof and>,
    within: Database | Transaction = this.database,
  ): Promise<KeptHelper[]> {
    return within
      .select({ kept: helper, owner: account.email })
      .from(helper)
      .innerJoin(account, eq(account.id, helper.accountId))
      .where(condition)
      .orderBy(desc(helper.invitedOn), helper.id)
      .limit(500)
      .then((rows) => rows.map(({ kept, owner }) => ({ ...kept, owner })));
  }
}
