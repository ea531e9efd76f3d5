import { and, asc, eq, gte, sql } from 'drizzle-orm';
import type { NameContacts } from '@tienda/core/contacts/roles';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Database, Transaction } from '../db/database';
import { heldName } from '../db/schema';
import { nameChanges } from '../zones/changes';

/** A name that an account holds, as it is kept. */
export interface HeldName {
  readonly name: string;
  readonly accountId: string;
  readonly orderId: string;
  readonly contactId: string;
  /** The other contacts; the registrant where null. */
  readonly contacts: NameContacts | null;
  readonly registeredOn: IsoDate;
  readonly expiresOn: IsoDate;
  readonly privacy: boolean;
  readonly autoRenew: boolean;
  /** US cents a year. */
  readonly premiumRenew: number | null;
  readonly suspended: boolean;
}

export class NameStore {
  constructor(private readonly database: Database) {}

  /** The soonest to expire first. */
  ofAccount(accountId: string): Promise<HeldName[]> {
    return this.database
      .select()
      .from(heldName)
      .where(eq(heldName.accountId, accountId))
      .orderBy(asc(heldName.expiresOn), asc(heldName.name));
  }

  async find(accountId: string, name: string): Promise<HeldName | undefined> {
    const [found] = await this.database
      .select()
      .from(heldName)
      .where(and(eq(heldName.accountId, accountId), eq(heldName.name, name)));
    return found;
  }

  async setAutoRenew(accountId: string, name: string, autoRenew: boolean): Promise<void> {
    await this.database
      .update(heldName)
      .set({ autoRenew })
      .where(and(eq(heldName.accountId, accountId), eq(heldName.name, name)));
  }

  async setSuspended(transaction: Transaction, name: string, suspended: boolean): Promise<void> {
    await transaction.update(heldName).set({ suspended }).where(eq(heldName.name, name));
  }

  /** Names registered on a day or after it, whoever holds them. */
  async registeredSince(day: IsoDate): Promise<string[]> {
    const rows = await this.database
      .select({ name: heldName.name })
      .from(heldName)
      .where(gte(heldName.registeredOn, day));
    return rows.map(({ name }) => name);
  }

  /** The name is held from now on; all processes are told. */
  async add(transaction: Transaction, held: Omit<HeldName, 'suspended'>): Promise<void> {
    const { channel, written } = nameChanges;
    const told = sql`pg_notify(${channel}, ${written(held.name, 'taken')})`;
    // In the same statement; it is told once the transaction is committed.
    await transaction.insert(heldName).values(held).returning({ told });
  }
}
