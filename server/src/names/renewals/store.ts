import { and, asc, eq, lte, sql, type SQL } from 'drizzle-orm';
import type { RenewalCare } from '@tienda/core/lifecycle/renewalCare';
import { addDays, type IsoDate } from '@tienda/core/time/isoDate';
import type { Database, Transaction } from '../../platform/db/database';
import { customerOrder, heldName, operation } from '../../platform/db/schema';
import { current, heldColumns, type HeldName } from '../held/store';

/** A name about whose renewal something falls due. */
export interface CaredName extends HeldName {
  /** A renewal of it is ordered, and has not ended. */
  readonly isAtWork: boolean;
}

/** How far the renewal of a name was looked after: before, and now. */
export interface CareTaken extends Pick<HeldName, 'id' | 'expiresOn' | 'autoRenew' | 'care' | 'careOn'> {
  readonly before: RenewalCare;
}

/** What the renewal of a name depends on besides; the columns of the name are named whole: within, those of the other table would be meant. */
const caredBesides = {
  isAtWork: sql<boolean>`exists (
    select from ${operation} n join ${customerOrder} o on o.id = n.order_id
    where n.account_id = held_name.account_id and n.name = held_name.name and n.kind = 'renew' and not o.ended)`,
};

/** What falls due about the renewals of names, and how far that was looked after. */
export class CareStore {
  constructor(private readonly database: Database) {}

  /** Accounts with names about whose renewal something falls due. */
  async dueFor(today: IsoDate, limit: number): Promise<string[]> {
    const rows = await this.database
      .selectDistinct({ accountId: heldName.accountId })
      .from(heldName)
      .where(and(lte(heldName.careOn, today), current))
      .limit(limit);
    return rows.map(({ accountId }) => accountId);
  }

  /** Those of an account, the soonest due first. */
  due(accountId: string, today: IsoDate, limit: number): Promise<CaredName[]> {
    return this.cared(lte(heldName.careOn, today), accountId, limit);
  }

  /** Those of the names that an account holds, with what their renewals depend on. */
  among(accountId: string, names: readonly string[]): Promise<CaredName[]> {
    return this.cared(sql`${heldName.name} = any(${sql.param([...names])})`, accountId, names.length);
  }

  private cared(which: SQL, accountId: string, limit: number): Promise<CaredName[]> {
    return this.database
      .select({ ...heldColumns, ...caredBesides })
      .from(heldName)
      .where(and(eq(heldName.accountId, accountId), which, current))
      .orderBy(asc(heldName.careOn), asc(heldName.id))
      .limit(limit);
  }

  /**
   * Writes down how far the renewals of names were looked after, and when they are next.
   *
   * @returns ids of those that were as they were known; nothing is written of one that was renewed or switched meanwhile
   */
  async set(within: Database | Transaction, cared: readonly CareTaken[]): Promise<ReadonlySet<string>> {
    if (cared.length === 0) return new Set();
    const rows = cared.map(({ id, expiresOn, autoRenew, before, care, careOn }) => ({
      id,
      expiresOn,
      autoRenew,
      before,
      care,
      careOn,
    }));
    const result = await within.execute<{ id: string }>(sql`
      update ${heldName} h set care = s.care, care_on = s."careOn"
      from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
        as s (id uuid, "expiresOn" date, "autoRenew" boolean, before jsonb, care jsonb, "careOn" date)
      where h.id = s.id and h.expires_on = s."expiresOn" and h.auto_renew = s."autoRenew" and h.care = s.before
        and h.left_at is null
      returning h.id`);
    return new Set(result.rows.map(({ id }) => id));
  }

  /** What is due of an account is looked at again tomorrow. */
  async putOff(accountId: string, today: IsoDate): Promise<void> {
    await this.database
      .update(heldName)
      .set({ careOn: addDays(today, 1) })
      .where(and(eq(heldName.accountId, accountId), lte(heldName.careOn, today), current));
  }

  /** The day on which something falls due next about any name held. */
  async nextDay(): Promise<IsoDate | undefined> {
    const [next] = await this.database
      .select({ day: sql<IsoDate | null>`least(min(${heldName.careOn}), min(${heldName.nextStageOn}))` })
      .from(heldName)
      .where(current);
    return next?.day ?? undefined;
  }
}
