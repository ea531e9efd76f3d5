import { and, asc, eq, inArray, sql, type SQL } from 'drizzle-orm';
import { mergedCodes, type BasketCodes } from '@tienda/core/basket/basketCodes';
import type { BasketLine } from '@tienda/core/basket/basketLine';
import type { LineFacts } from '@tienda/core/basket/lineFacts';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { basketCodes, basketLine } from '../../platform/db/schema';

/** What was chosen for a name. */
export type ChosenLine = Pick<BasketLine, 'name' | 'action' | 'years' | 'privacy' | 'autoRenew'>;

/** A line as kept: with what the name offered when it was put in. */
export type KeptLine = ChosenLine & { readonly seen: LineFacts | null };

/** What is chosen last holds. */
const asChosen = {
  action: sql`excluded.action`,
  years: sql`excluded.years`,
  privacy: sql`excluded.privacy`,
  autoRenew: sql`excluded.auto_renew`,
};

export class BasketStore {
  constructor(private readonly database: Database) {}

  lines(basketId: string): Promise<KeptLine[]> {
    const { name, action, years, privacy, autoRenew, seen } = basketLine;
    return this.database
      .select({ name, action, years, privacy, autoRenew, seen })
      .from(basketLine)
      .where(eq(basketLine.basketId, basketId))
      .orderBy(asc(basketLine.position));
  }

  /** Puts lines in, or changes what was chosen for those that are in; what they offered when put in stays. */
  async put(basketId: string, lines: readonly KeptLine[]): Promise<void> {
    if (lines.length === 0) return;
    await this.database
      .insert(basketLine)
      .values(lines.map((line) => ({ basketId, ...line })))
      .onConflictDoUpdate({
        target: [basketLine.basketId, basketLine.name],
        set: asChosen,
      });
  }

  /** From now on changes are told against these facts, by name. */
  async see(basketId: string, facts: ReadonlyMap<string, LineFacts>): Promise<void> {
    await this.database.transaction(async (transaction) => {
      for (const [name, seen] of facts)
        await transaction
          .update(basketLine)
          .set({ seen })
          .where(and(eq(basketLine.basketId, basketId), eq(basketLine.name, name)));
    });
  }

  async codes(basketId: string, within: Database | Transaction = this.database): Promise<BasketCodes | undefined> {
    const [kept] = await within.select().from(basketCodes).where(eq(basketCodes.basketId, basketId));
    return kept?.codes;
  }

  async keepCodes(basketId: string, codes: BasketCodes, within: Database | Transaction = this.database): Promise<void> {
    await within
      .insert(basketCodes)
      .values({ basketId, codes })
      .onConflictDoUpdate({ target: basketCodes.basketId, set: { codes } });
  }

  async remove(
    basketId: string,
    names: readonly string[],
    within: Database | Transaction = this.database,
  ): Promise<void> {
    await within.delete(basketLine).where(and(eq(basketLine.basketId, basketId), inArray(basketLine.name, [...names])));
  }

  /**
   * Lines are put back that an order did not come to buy; what is in the basket again by now stays as it is: as a part of
   * a larger statement, where `from` has a row.
   */
  putBack(basketId: string, lines: readonly ChosenLine[], from: SQL): StatementPart {
    const rows = lines.map(({ name, action, years, privacy, autoRenew }) => ({
      name,
      action,
      years,
      privacy,
      autoRenew,
    }));
    return sql`put_back as (
      insert into ${basketLine} (basket_id, name, action, years, privacy, auto_renew)
      select ${basketId}::uuid, l.name, l.action, l.years, l.privacy, l."autoRenew"
      from ${from}, jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
        as l (name text, action text, years smallint, privacy boolean, "autoRenew" boolean)
      on conflict do nothing
    )`;
  }

  async empty(basketId: string): Promise<void> {
    await this.database.delete(basketLine).where(eq(basketLine.basketId, basketId));
  }

  /** Moves a visitor's lines and codes to the account's basket. A name in both keeps what the visitor chose last. */
  async merge(from: string, to: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const codes = await this.codes(from, transaction);
      if (codes) {
        await this.keepCodes(to, mergedCodes(await this.codes(to, transaction), codes), transaction);
        await transaction.delete(basketCodes).where(eq(basketCodes.basketId, from));
      }
      const moved = await transaction.delete(basketLine).where(eq(basketLine.basketId, from)).returning();
      if (moved.length === 0) return;
      await transaction
        .insert(basketLine)
        .values(
          moved.map(({ name, action, years, privacy, autoRenew, seen }) => ({
            basketId: to,
            name,
            action,
            years,
            privacy,
            autoRenew,
            seen,
          })),
        )
        .onConflictDoUpdate({
          target: [basketLine.basketId, basketLine.name],
          set: asChosen,
        });
    });
  }
}
