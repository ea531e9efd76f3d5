import { and, asc, between, eq, isNotNull, isNull, lt, or, sql, type SQL } from 'drizzle-orm';
import { remindersDue } from '@tienda/core/contacts/holderCheck';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { contact, heldName, holderCheck } from '../../platform/db/schema';
import type { Mail } from '../../platform/outbox/mail';
import { written } from '../../platform/outbox/store';

export type KeptHolderCheck = typeof holderCheck.$inferSelect;

/** A name that has to be put out of service, or back in. */
export interface Misplaced extends Pick<KeptHolderCheck, 'accountId' | 'email' | 'askedOn' | 'tokenHash'> {
  readonly heldId: string;
  readonly name: string;
  readonly suspend: boolean;
}

const mostAtOnce = 500;

/** Which holders' addresses are confirmed. */
export class HolderCheckStore {
  constructor(private readonly database: Database) {}

  /**
   * An address is asked for now, by mail, unless it was before: as parts of a larger statement, where `from` has a row.
   */
  asked(
    { accountId, email, tokenHash, askedOn }: Pick<KeptHolderCheck, 'accountId' | 'email' | 'tokenHash' | 'askedOn'>,
    { key, mail }: { readonly key: string; readonly mail: Mail },
    now: Date,
    from: SQL,
  ): StatementPart[] {
    return [
      sql`asked as (
        insert into ${holderCheck} (account_id, email, token_hash, asked_on)
        select ${accountId}::uuid, ${email}, ${tokenHash}, ${askedOn}::date from ${from}
        on conflict do nothing
        returning email
      )`,
      written('asked_by_mail', [{ kind: 'mail', key, content: mail }], now, sql`asked`),
    ];
  }

  /** The same as a statement of its own. @param parts where what they are given has a row */
  async ask(transaction: Transaction, parts: (from: SQL) => StatementPart[]): Promise<void> {
    await transaction.execute(sql`with ${sql.join(parts(sql`(select 1) one`), sql`, `)} select 1`);
  }

  /** An address is confirmed, whether it was asked for or not. */
  async confirmed(
    transaction: Transaction,
    check: Pick<KeptHolderCheck, 'accountId' | 'email' | 'tokenHash' | 'askedOn'>,
    at: Date,
  ): Promise<void> {
    await transaction
      .insert(holderCheck)
      .values({ ...check, confirmedAt: at })
      .onConflictDoUpdate({
        target: [holderCheck.accountId, holderCheck.email],
        set: { confirmedAt: sql`coalesce(${holderCheck.confirmedAt}, excluded.confirmed_at)` },
      });
  }

  ofAccount(accountId: string, within: Database | Transaction = this.database): Promise<KeptHolderCheck[]> {
    return within
      .select()
      .from(holderCheck)
      .where(eq(holderCheck.accountId, accountId))
      .orderBy(asc(holderCheck.askedOn), asc(holderCheck.email));
  }

  /** Addresses to remind, those asked for first before others. */
  toRemind(today: IsoDate): Promise<KeptHolderCheck[]> {
    const due = remindersDue(today).map(({ reminded, from, to }) =>
      and(eq(holderCheck.reminded, reminded), between(holderCheck.askedOn, from, to)),
    );
    return this.database
      .select()
      .from(holderCheck)
      .where(and(isNull(holderCheck.confirmedAt), or(...due)))
      .orderBy(asc(holderCheck.askedOn))
      .limit(mostAtOnce);
  }

  /** @returns false where the reminder went out already */
  async reminded(transaction: Transaction, { accountId, email, reminded }: KeptHolderCheck): Promise<boolean> {
    const noted = await transaction
      .update(holderCheck)
      .set({ reminded: reminded + 1 })
      .where(
        and(
          eq(holderCheck.accountId, accountId),
          eq(holderCheck.email, email),
          eq(holderCheck.reminded, reminded),
          isNull(holderCheck.confirmedAt),
        ),
      )
      .returning();
    return noted.length > 0;
  }

  /** Harmless when repeated. @returns undefined where nobody was sent that token */
  async confirm(tokenHash: string, at: Date): Promise<KeptHolderCheck | undefined> {
    const [confirmed] = await this.database
      .update(holderCheck)
      .set({ confirmedAt: sql`coalesce(${holderCheck.confirmedAt}, ${at.toISOString()}::timestamptz)` })
      .where(eq(holderCheck.tokenHash, tokenHash))
      .returning();
    return confirmed;
  }

  /**
   * Names whose service is not what it has to be: of addresses not confirmed in time, and not suspended; or of
   * others, and suspended.
   *
   * @param before addresses asked for before this day are out of time
   */
  async misplaced(before: string): Promise<Misplaced[]> {
    const late = and(isNull(holderCheck.confirmedAt), lt(holderCheck.askedOn, before));
    const isIts = sql`${holderCheck.email} = lower(${contact.contact} ->> 'email')`;
    const { accountId, email, askedOn, tokenHash } = holderCheck;
    const current = isNull(heldName.leftAt);
    const columns = { heldId: heldName.id, name: heldName.name, accountId, email, askedOn, tokenHash };
    const toSuspend = await this.database
      .select(columns)
      .from(holderCheck)
      .innerJoin(heldName, eq(heldName.accountId, holderCheck.accountId))
      .innerJoin(contact, and(eq(contact.id, heldName.contactId), isIts))
      .where(and(late, eq(heldName.suspended, false), current))
      .limit(mostAtOnce);
    const toRelease = await this.database
      .select(columns)
      .from(heldName)
      .innerJoin(contact, eq(contact.id, heldName.contactId))
      .innerJoin(holderCheck, and(eq(holderCheck.accountId, heldName.accountId), isIts))
      .where(and(eq(heldName.suspended, true), current, isNotNull(holderCheck.confirmedAt)))
      .limit(mostAtOnce);
    return [
      ...toSuspend.map((row) => ({ ...row, suspend: true })),
      ...toRelease.map((row) => ({ ...row, suspend: false })),
    ];
  }
}
