import { eq, or, sql, type SQL } from 'drizzle-orm';
import type { CodeUses, Promotion } from '@tienda/core/pricing/promotion';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { codeUse } from '../../platform/db/schema';

/** Which order used which code. An order of which nothing came gives its use back. */
export class CodeUseStore {
  constructor(private readonly database: Database) {}

  /**
   * How often codes were used: by all where `totalUses` bounds that, and with it what is counted here; by one
   * account. Codes never used are left out.
   */
  async uses(
    promotions: readonly Promotion[],
    accountId: string | undefined,
    within: Database | Transaction = this.database,
  ): Promise<Map<string, CodeUses>> {
    if (promotions.length === 0) return new Map();
    const codes = promotions.map(({ code }) => code);
    const bounded = promotions.filter(({ totalUses }) => totalUses !== undefined).map(({ code }) => code);
    const ofAll = sql`${codeUse.code} = any(${sql.param(bounded)})`;
    const ofAccount = sql`${codeUse.accountId} = ${accountId} and ${codeUse.code} = any(${sql.param(codes)})`;
    const byAccount = accountId ? sql`count(*) filter (where ${codeUse.accountId} = ${accountId})` : sql`0`;
    const rows = await within
      .select({ code: codeUse.code, byAll: sql`count(*)`.mapWith(Number), byAccount: byAccount.mapWith(Number) })
      .from(codeUse)
      .where(accountId ? or(ofAll, ofAccount) : ofAll)
      .groupBy(codeUse.code);
    return new Map(rows.map(({ code, ...uses }) => [code, uses]));
  }

  /** How often an account used each code. */
  async ofAccount(accountId: string): Promise<Map<string, number>> {
    const rows = await this.database
      .select({ code: codeUse.code, times: sql`count(*)`.mapWith(Number) })
      .from(codeUse)
      .where(eq(codeUse.accountId, accountId))
      .groupBy(codeUse.code);
    return new Map(rows.map(({ code, times }) => [code, times]));
  }

  /**
   * Takes one use of a code for an order; orders that want the same code wait for each other.
   *
   * @returns false where the code has been used as often as it may
   */
  async take(transaction: Transaction, promotion: Promotion, orderId: string, accountId: string): Promise<boolean> {
    const { code, perAccount = Infinity, totalUses = Infinity } = promotion;
    await transaction.execute(sql`select pg_advisory_xact_lock(hashtextextended(${`code ${code}`}, 0))`);
    const used = (await this.uses([promotion], accountId, transaction)).get(code);
    if (used && (used.byAccount >= perAccount || used.byAll >= totalUses)) return false;
    await transaction.insert(codeUse).values({ orderId, accountId, code });
    return true;
  }

  /** True where the account never had a name of Tienda, and has no order under way. */
  async isNew(accountId: string): Promise<boolean> {
    const result = await this.database.execute<{ known: boolean }>(sql`
      select exists (
        select 1 from customer_order o
        where o.account_id = ${accountId}
          and (not (o.ended or o.unpaid) or exists (
            select 1 from operation n where n.order_id = o.id and n.state ->> 'at' = 'done'))
      ) as known`);
    return !result.rows[0]?.known;
  }
}

/** The promo code of an order is free for another attempt: as a part of a larger statement. */
export function codeFreed(orderId: string, from: SQL): StatementPart {
  return sql`code_freed as (delete from ${codeUse} u using ${from} where u.order_id = ${orderId}::uuid)`;
}
