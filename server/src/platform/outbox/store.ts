import { and, asc, eq, inArray, isNull, lte, sql, type SQL } from 'drizzle-orm';
import type { Database, StatementPart, Transaction } from '../db/database';
import { outgoing } from '../db/schema';
import type { Leaving, LeavingKind } from './leaving';

/** Something to be sent, taken by this process for a while. */
export interface ClaimedLeaving {
  readonly id: number;
  readonly kind: LeavingKind;
  /** Says what it is about. */
  readonly key: string;
  readonly content: Leaving[LeavingKind];
  /** Times that it was tried before. */
  readonly attempts: number;
  readonly createdAt: Date;
}

/** Something to be sent, as it is written down. */
export type Written = {
  readonly [Kind in LeavingKind]: { readonly kind: Kind; readonly key: string; readonly content: Leaving[Kind] };
}[LeavingKind];

/**
 * Writes it down as a part of a larger statement, once for a key, and only where `from` has a row.
 *
 * @param more what contents have besides, as jsonb, where only the statement itself knows it
 */
export function written(
  part: string,
  leaving: readonly Written[],
  now: Date,
  from: SQL,
  more: SQL = sql`'{}'`,
): StatementPart {
  const at = now.toISOString();
  return sql`${sql.identifier(part)} as (
    insert into ${outgoing} (kind, key, content, created_at, next_at)
    select l.kind, l.key, l.content || ${more}, ${at}::timestamptz, ${at}::timestamptz
    from ${from}, jsonb_to_recordset(${JSON.stringify(leaving)}::jsonb) as l (kind text, key text, content jsonb)
    on conflict (key) do nothing
  )`;
}

export class OutgoingStore {
  /** Takes what has its turn, and notes what is out; written once for all turns. */
  private readonly claiming;
  private readonly noting;

  constructor(private readonly database: Database) {
    const { id, kind, key, content, attempts, createdAt, nextAt, sentAt, givenUpAt } = outgoing;
    const due = database
      .select({ id })
      .from(outgoing)
      .where(
        and(
          isNull(sentAt),
          isNull(givenUpAt),
          lte(nextAt, sql.placeholder('now')),
          sql`${kind} = any(${sql.placeholder('kinds')})`,
        ),
      )
      .orderBy(asc(nextAt), asc(id))
      .limit(sql.placeholder('limit'))
      .for('update', { skipLocked: true });
    this.claiming = database
      .update(outgoing)
      .set({ nextAt: sql`${sql.placeholder('leaseUntil')}` })
      .where(inArray(id, due))
      .returning({ id, kind, key, content, attempts, createdAt })
      .prepare('');
    this.noting = database
      .update(outgoing)
      .set({ sentAt: sql`${sql.placeholder('now')}`, content: sql`out.content` })
      .from(sql`jsonb_to_recordset(${sql.placeholder('out')}::jsonb) as out (id bigint, content jsonb)`)
      .where(sql`${id} = out.id`)
      .prepare('');
  }

  /**
   * @param key says what it is about; a second one under it is not kept
   * @param isToBeSent false for what is only written down, so that writing it takes as long as any other
   */
  async put<Kind extends LeavingKind>(
    kind: Kind,
    key: string,
    content: Leaving[Kind],
    now: Date,
    within: Database | Transaction = this.database,
    isToBeSent = true,
  ): Promise<void> {
    await within
      .insert(outgoing)
      .values({ kind, key, content, createdAt: now, nextAt: now, ...(isToBeSent ? {} : { sentAt: now }) })
      .onConflictDoNothing();
  }

  /** Takes what has its turn; other processes take other rows, and these again once the lease has run out. */
  async claim(kinds: readonly LeavingKind[], now: Date, leaseUntil: Date, limit: number): Promise<ClaimedLeaving[]> {
    // What `put` wrote of these kinds.
    return (await this.claiming.execute({ kinds, now, leaseUntil, limit })) as ClaimedLeaving[];
  }

  /** They are out. @param out with what is kept of their contents */
  async sent(out: readonly ClaimedLeaving[], now: Date): Promise<void> {
    if (out.length === 0) return;
    await this.noting.execute({ now, out: JSON.stringify(out.map(({ id, content }) => ({ id, content }))) });
  }

  /** It could not be sent. @param nextAt when it is tried again; never, where left out */
  async failed({ id, attempts }: ClaimedLeaving, now: Date, nextAt?: Date): Promise<void> {
    await this.database
      .update(outgoing)
      .set({ attempts: attempts + 1, ...(nextAt ? { nextAt } : { givenUpAt: now }) })
      .where(eq(outgoing.id, id));
  }
}
