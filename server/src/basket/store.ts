import { and, asc, count, eq, inArray, sql } from 'drizzle-orm';
import type { BasketLine } from '@tienda/core/names/basketLine';
import type { Database, Transaction } from '../db/database';
import { basketLine } from '../db/schema';

/** A line as kept: what was chosen, without what the registries say of it. */
export type KeptLine = Omit<BasketLine, 'unicode' | 'answer'>;

export class BasketStore {
  constructor(private readonly database: Database) {}

  lines(basketId: string): Promise<KeptLine[]> {
    const { name, years, privacy, autoRenew } = basketLine;
    return this.database
      .select({ name, years, privacy, autoRenew })
      .from(basketLine)
      .where(eq(basketLine.basketId, basketId))
      .orderBy(asc(basketLine.position));
  }

  async size(basketId: string): Promise<number> {
    const [row] = await this.database
      .select({ size: count() })
      .from(basketLine)
      .where(eq(basketLine.basketId, basketId));
    return row?.size ?? 0;
  }

  async put(basketId: string, line: KeptLine): Promise<void> {
    const { years, privacy, autoRenew } = line;
    await this.database
      .insert(basketLine)
      .values({ basketId, ...line })
      .onConflictDoUpdate({ target: [basketLine.basketId, basketLine.name], set: { years, privacy, autoRenew } });
  }

  async remove(
    basketId: string,
    names: readonly string[],
    within: Database | Transaction = this.database,
  ): Promise<void> {
    await within.delete(basketLine).where(and(eq(basketLine.basketId, basketId), inArray(basketLine.name, [...names])));
  }

  /** Moves a visitor's lines to the account's basket. A name in both keeps what the visitor chose last. */
  async merge(from: string, to: string): Promise<void> {
    await this.database.transaction(async (transaction) => {
      const moved = await transaction.delete(basketLine).where(eq(basketLine.basketId, from)).returning();
      if (moved.length === 0) return;
      await transaction
        .insert(basketLine)
        .values(moved.map(({ name, years, privacy, autoRenew }) => ({ basketId: to, name, years, privacy, autoRenew })))
        .onConflictDoUpdate({
          target: [basketLine.basketId, basketLine.name],
          set: {
            years: sql`excluded.years`,
            privacy: sql`excluded.privacy`,
            autoRenew: sql`excluded.auto_renew`,
          },
        });
    });
  }
}
