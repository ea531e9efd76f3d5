import { and, asc, eq, lte, sql } from 'drizzle-orm';
import type { IsoDate } from '@tienda/core/time/isoDate';
import { addresseeOf, type Addressee } from '../../people/accounts/store';
import type { Database, Transaction } from '../../platform/db/database';
import { heldName, keptCard } from '../../platform/db/schema';

/** A card that runs out, and what renews by itself after that. */
export interface EndingCard {
  readonly id: string;
  readonly last4: string;
  /** `YYYY-MM` */
  readonly expires: string;
  readonly account: Addressee;
  readonly names: number;
  /** The first of them to end. */
  readonly first: { readonly name: string; readonly expiresOn: IsoDate } | null;
}

/** Cards kept whose end has not been told. */
export class EndingCards {
  constructor(private readonly database: Database) {}

  /** @param month the last one that is told of, `YYYY-MM` */
  due(month: string, limit: number): Promise<EndingCard[]> {
    const renewing = sql`${heldName} h where h.account_id = kept_card.account_id and h.left_at is null and h.auto_renew`;
    return this.database
      .select({
        id: keptCard.id,
        last4: keptCard.last4,
        expires: sql<string>`${keptCard.expires}`,
        account: addresseeOf(sql`kept_card.account_id`),
        names: sql<number>`(select count(*)::int from ${renewing})`,
        first: sql<EndingCard['first']>`(
          select jsonb_build_object('name', h.name, 'expiresOn', h.expires_on) from ${renewing}
          order by h.expires_on, h.name limit 1)`,
      })
      .from(keptCard)
      .where(and(lte(keptCard.expires, month), eq(keptCard.endTold, false)))
      .orderBy(asc(keptCard.expires), asc(keptCard.id))
      .limit(limit);
  }

  /** @returns false where it was told meanwhile, or is not kept any more */
  async told(transaction: Transaction, id: string): Promise<boolean> {
    const told = await transaction
      .update(keptCard)
      .set({ endTold: true })
      .where(and(eq(keptCard.id, id), eq(keptCard.endTold, false)))
      .returning({ id: keptCard.id });
    return told.length > 0;
  }
}
