import { and, asc, desc, eq, isNotNull, lte, sql, type SQL } from 'drizzle-orm';
import type { TopUpState } from '@tienda/core/orders/topUp';
import type { Currency, Minor } from '@tienda/core/money/money';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { account, balanceEntry, customerOrder, topUp } from '../../platform/db/schema';

export type BalanceEntry = typeof balanceEntry.$inferSelect & { readonly orderNumber: number | null };
export type TopUp = typeof topUp.$inferSelect;

export interface Balance {
  readonly currency: Currency;
  readonly amount: Minor;
}

const sum = sql<string>`coalesce(sum(${balanceEntry.amount}), 0)`.mapWith(Number);

/** Money of accounts' own, and money on its way there. */
export class BalanceStore {
  constructor(private readonly database: Database) {}

  /** Currencies that the account ever had money in. */
  balances(accountId: string, among: Pick<Database, 'select'> = this.database): Promise<Balance[]> {
    return among
      .select({ currency: balanceEntry.currency, amount: sum })
      .from(balanceEntry)
      .where(eq(balanceEntry.accountId, accountId))
      .groupBy(balanceEntry.currency)
      .orderBy(asc(balanceEntry.currency));
  }

  /** What there is and how it came to be, the latest first: both of one moment, so that they always agree. */
  withEntries(accountId: string): Promise<{ balances: Balance[]; entries: BalanceEntry[] }> {
    return this.database.transaction(
      async (moment) => ({
        balances: await this.balances(accountId, moment),
        entries: await this.entries(accountId, moment),
      }),
      { isolationLevel: 'repeatable read', accessMode: 'read only' },
    );
  }

  private async entries(accountId: string, among: Pick<Database, 'select'>): Promise<BalanceEntry[]> {
    const rows = await among
      .select({ entry: balanceEntry, orderNumber: customerOrder.number })
      .from(balanceEntry)
      .leftJoin(customerOrder, eq(customerOrder.id, balanceEntry.reference))
      .where(eq(balanceEntry.accountId, accountId))
      .orderBy(desc(balanceEntry.id))
      .limit(200);
    return rows.map(({ entry, orderNumber }) => ({ ...entry, orderNumber }));
  }

  /**
   * Sets money of the balance aside for an order. Orders of one account wait for each other here.
   *
   * @returns false where there is not enough
   */
  async setAside(transaction: Transaction, entry: Omit<typeof balanceEntry.$inferInsert, 'kind'>): Promise<boolean> {
    const { accountId, currency, amount } = entry;
    await transaction.select({ id: account.id }).from(account).where(eq(account.id, accountId)).for('no key update');
    const [held] = await transaction
      .select({ amount: sum })
      .from(balanceEntry)
      .where(and(eq(balanceEntry.accountId, accountId), eq(balanceEntry.currency, currency)));
    if ((held?.amount ?? 0) < amount) return false;
    await transaction.insert(balanceEntry).values({ ...entry, amount: -amount, kind: 'order' });
    return true;
  }

  /**
   * What an order did not use is given back; once, however often it is asked for: as a part of a larger statement, where
   * `from` has a row.
   */
  givenBack(entry: Omit<typeof balanceEntry.$inferInsert, 'kind' | 'at'>, at: Date, from: SQL): StatementPart {
    const { accountId, currency, amount, reference } = entry;
    return sql`given_back as (
      insert into ${balanceEntry} (account_id, currency, amount, kind, reference, at)
      select ${accountId}::uuid, ${currency}, ${amount}::bigint, 'notUsed', ${reference}::uuid, ${at.toISOString()}::timestamptz
      from ${from} where ${amount}::bigint > 0
      on conflict do nothing
    )`;
  }

  async keepTopUp(row: TopUp): Promise<void> {
    await this.database.insert(topUp).values(row).onConflictDoNothing();
  }

  async topUp(id: string): Promise<TopUp | undefined> {
    const [found] = await this.database.select().from(topUp).where(eq(topUp.id, id));
    return found;
  }

  topUpsOf(accountId: string): Promise<TopUp[]> {
    return this.database
      .select()
      .from(topUp)
      .where(eq(topUp.accountId, accountId))
      .orderBy(desc(topUp.createdAt))
      .limit(50);
  }

  async setTopUp(id: string, state: TopUpState, lookAt: Date | null): Promise<void> {
    await this.database.update(topUp).set({ state, lookAt, silentSince: null }).where(eq(topUp.id, id));
  }

  /** The provider was silent. @returns since when it has been, with no answer between */
  async silentSince(id: string, now: Date): Promise<Date> {
    const [noted] = await this.database
      .update(topUp)
      .set({ silentSince: sql`coalesce(${topUp.silentSince}, ${now.toISOString()})` })
      .where(eq(topUp.id, id))
      .returning({ since: topUp.silentSince });
    return noted?.since ?? now;
  }

  /** Enters the money; once, however often it is asked for. */
  async addTopUp({ id, accountId, currency, amount }: TopUp, at: Date): Promise<void> {
    await this.database.transaction(async (transaction) => {
      await transaction
        .insert(balanceEntry)
        .values({ accountId, currency, amount, kind: 'topUp', reference: id, at })
        .onConflictDoNothing();
      await transaction
        .update(topUp)
        .set({ state: { at: 'added' }, lookAt: null })
        .where(eq(topUp.id, id));
    });
  }

  async topUpsDue(now: Date): Promise<string[]> {
    const rows = await this.database
      .select({ id: topUp.id })
      .from(topUp)
      .where(and(isNotNull(topUp.lookAt), lte(topUp.lookAt, now)))
      .limit(200);
    return rows.map(({ id }) => id);
  }
}
