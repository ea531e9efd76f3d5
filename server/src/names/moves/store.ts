import { and, asc, eq, getTableColumns, inArray, isNotNull, isNull, lte, sql } from 'drizzle-orm';
import type { Purchase } from '@tienda/core/names/offer';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { MoveLook, MoveUnderWay } from '@tienda/core/transfers/shownMove';
import type { TransferInState } from '@tienda/core/operations/transferIn';
import { addresseeOf, type Addressee } from '../../people/accounts/store';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { customerOrder, moveIn, nameOffer, operation, wrongAuthCode } from '../../platform/db/schema';

export type KeptMove = typeof moveIn.$inferSelect & {
  /** The agreed offer by which it is bought of its holder. */
  readonly purchase: Purchase | null;
};

/** One whose turn it is, with who is told. */
export interface DueMove extends KeptMove {
  readonly account: Addressee;
}

/** A name that is wanted here; its code as it is sealed, where it was given. */
export interface WantedMove {
  readonly name: string;
  readonly code?: string;
}

/** What was found of a name; silence, where `look` is left out. */
export interface Found {
  readonly move: Pick<KeptMove, 'accountId' | 'name' | 'code'>;
  readonly look?: MoveLook;
  readonly at: Date;
  readonly nextLookAt: Date | null;
}

const kept = {
  ...getTableColumns(moveIn),
  purchase: sql<Purchase | null>`(
    select jsonb_build_object('id', o.id, 'amount', o.amount, 'feePaidBy', o.fee_paid_by, 'move', o.move)
    from ${nameOffer} o where o.id = ${moveIn.offerId} and o.state ->> 'at' = 'agreed')`,
};

/** Names that accounts want here. */
export class MoveStore {
  constructor(private readonly database: Database) {}

  ofAccount(accountId: string): Promise<KeptMove[]> {
    return this.database.select(kept).from(moveIn).where(eq(moveIn.accountId, accountId)).orderBy(asc(moveIn.name));
  }

  among(accountId: string, names: readonly string[]): Promise<KeptMove[]> {
    return this.database
      .select(kept)
      .from(moveIn)
      .where(and(eq(moveIn.accountId, accountId), inArray(moveIn.name, [...names])));
  }

  /**
   * A code that was given before stays where none is given now.
   *
   * @param nextLookAt when they are looked at by themselves, where whoever looks at them now does not come to it
   */
  async want(accountId: string, moves: readonly WantedMove[], at: Date, nextLookAt: Date): Promise<void> {
    if (moves.length === 0) return;
    await this.database
      .insert(moveIn)
      .values(moves.map(({ name, code }) => ({ accountId, name, code: code ?? null, createdAt: at, nextLookAt })))
      .onConflictDoUpdate({
        target: [moveIn.accountId, moveIn.name],
        set: { code: sql`coalesce(excluded.code, ${moveIn.code})`, createdAt: at, nextLookAt },
      });
  }

  /** Writes down what was found of names; not of one that was given another code since: it is looked at again. */
  async looked(found: readonly Found[]): Promise<void> {
    if (found.length === 0) return;
    const rows = found.map(({ move: { accountId, name, code }, look = null, at, nextLookAt }) => {
      return { account_id: accountId, name, code, look, at, next_look_at: nextLookAt };
    });
    const { accountId, name, code, look, lookedAt } = moveIn;
    await this.database
      .update(moveIn)
      .set({
        look: sql`coalesce(f.look, ${look})`,
        lookedAt: sql`case when f.look is null then ${lookedAt} else f.at end`,
        nextLookAt: sql`f.next_look_at`,
      })
      .from(
        sql`jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as f
          (account_id uuid, name text, code text, look jsonb, at timestamptz, next_look_at timestamptz)`,
      )
      .where(sql`${accountId} = f.account_id and ${name} = f.name and ${code} is not distinct from f.code`);
  }

  /** How many codes did not fit on a day, by name: the account's own, and those of all accounts. */
  async wrongCodes(
    accountId: string,
    names: readonly string[],
    day: IsoDate,
  ): Promise<ReadonlyMap<string, { readonly own: number; readonly all: number }>> {
    const { name, times } = wrongAuthCode;
    const rows = await this.database
      .select({
        name,
        own: sql<number>`coalesce(sum(${times}) filter (where ${wrongAuthCode.accountId} = ${accountId}), 0)::int`,
        all: sql<number>`sum(${times})::int`,
      })
      .from(wrongAuthCode)
      .where(and(inArray(name, [...names]), eq(wrongAuthCode.day, day)))
      .groupBy(name);
    return new Map(rows.map((row) => [row.name, row]));
  }

  /** One more code of each did not fit. */
  async countWrongCodes(moves: readonly Pick<KeptMove, 'accountId' | 'name'>[], day: IsoDate): Promise<void> {
    if (moves.length === 0) return;
    await this.database
      .insert(wrongAuthCode)
      .values(moves.map(({ accountId, name }) => ({ accountId, name, day, times: 1 })))
      .onConflictDoUpdate({
        target: [wrongAuthCode.accountId, wrongAuthCode.name, wrongAuthCode.day],
        set: { times: sql`${wrongAuthCode.times} + 1` },
      });
  }

  due(at: Date, limit: number): Promise<DueMove[]> {
    return this.database
      .select({ ...kept, account: addresseeOf(sql`${moveIn.accountId}`) })
      .from(moveIn)
      .where(lte(moveIn.nextLookAt, at))
      .orderBy(asc(moveIn.nextLookAt))
      .limit(limit);
  }

  /** One that is bought stays wanted as long as that is agreed. */
  async forget(accountId: string, name: string): Promise<boolean> {
    const gone = await this.database
      .delete(moveIn)
      .where(and(eq(moveIn.accountId, accountId), eq(moveIn.name, name), isNull(moveIn.offerId)))
      .returning({ name: moveIn.name });
    return gone.length > 0;
  }

  async forgetAll(accountId: string): Promise<void> {
    await this.database.delete(moveIn).where(eq(moveIn.accountId, accountId));
  }

  /** Those of an account's names that are on their way. */
  async underWay(accountId: string): Promise<ReadonlyMap<string, MoveUnderWay>> {
    const rows = await this.database
      .select({ name: operation.name, orderId: operation.orderId, state: operation.state })
      .from(operation)
      .innerJoin(customerOrder, eq(customerOrder.id, operation.orderId))
      .where(
        and(
          eq(operation.accountId, accountId),
          eq(operation.kind, 'transferIn'),
          isNotNull(operation.orderId),
          sql`${operation.state} ->> 'at' not in ('done', 'refused', 'givenUp')`,
          eq(customerOrder.ended, false),
        ),
      );
    return new Map(
      rows.map(({ name, orderId, state }) => {
        const stands = state as TransferInState;
        const at = stands.at === 'pending' ? 'asked' : stands.at === 'withHolder' ? 'withHolder' : 'ordered';
        return [name, { orderId: orderId ?? '', at, ...('until' in stands ? { until: stands.until } : {}) }];
      }),
    );
  }
}

/** A name that is to be bought of its holder is wanted here. */
export async function wantBought(
  transaction: Transaction,
  { accountId, name, offerId, at }: { accountId: string; name: string; offerId: string; at: Date },
): Promise<void> {
  await transaction
    .insert(moveIn)
    .values({ accountId, name, offerId, createdAt: at, nextLookAt: at })
    .onConflictDoUpdate({ target: [moveIn.accountId, moveIn.name], set: { offerId, nextLookAt: at } });
}

/** It is not to be bought any more. */
export async function boughtNoMore(transaction: Transaction, offerId: string): Promise<void> {
  await transaction.delete(moveIn).where(eq(moveIn.offerId, offerId));
}

/** A name has come here: it is wanted no more; as a part of a statement, where `from` has a row. */
export function moveDone(accountId: string, name: string, from: ReturnType<typeof sql>): StatementPart {
  return sql`no_more_wanted as (
    delete from ${moveIn} using ${from} where ${moveIn}.account_id = ${accountId}::uuid and ${moveIn}.name = ${name}
  )`;
}
