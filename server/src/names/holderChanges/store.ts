import { and, eq, inArray, isNull, lt, or, sql } from 'drizzle-orm';
import type { Contact } from '@tienda/core/contacts/contact';
import type { HolderChangeState } from '@tienda/core/contacts/holderChange';
import type { NameContacts } from '@tienda/core/contacts/roles';
import type { IsoDate } from '@tienda/core/time/isoDate';
import type { Database, Transaction } from '../../platform/db/database';
import { contact, heldName, holderChange, holderChangeName } from '../../platform/db/schema';

/** A change of holder, with both holders and the names that are to change hands. */
export interface KeptHolderChange extends Readonly<typeof holderChange.$inferSelect> {
  readonly from: Contact;
  readonly to: Contact;
  readonly names: readonly (typeof holderChangeName.$inferSelect)[];
}

/** A change that is asked for. */
export type NewHolderChange = Omit<typeof holderChange.$inferInsert, 'id'> & { readonly id: string };

/** A name that is to change hands, and who is what to it then. */
export interface NameToChange {
  readonly heldId: string;
  readonly name: string;
  readonly contacts: NameContacts;
}

/** Why a name has not changed hands. */
export type WhyNot = NonNullable<(typeof holderChangeName.$inferSelect)['failure']>;

const awaited = sql`${holderChange.state} ->> 'at' = 'asked'`;

/** Names that are to change hands. */
export class HolderChangeStore {
  constructor(private readonly database: Database) {}

  /** Keeps a change that is asked for. @returns the names that are in it: those in none that is under way */
  async add(transaction: Transaction, change: NewHolderChange, names: readonly NameToChange[]): Promise<string[]> {
    await transaction.insert(holderChange).values(change);
    const added = await transaction
      .insert(holderChangeName)
      .values(names.map((name) => ({ changeId: change.id, ...name })))
      .onConflictDoNothing()
      .returning({ name: holderChangeName.name });
    if (added.length === 0) await transaction.delete(holderChange).where(eq(holderChange.id, change.id));
    return added.map(({ name }) => name);
  }

  /** Those of the names, by the id of their being held, that a change is under way of. */
  async among(heldIds: readonly string[]): Promise<Set<string>> {
    if (heldIds.length === 0) return new Set();
    const rows = await this.database
      .select({ heldId: holderChangeName.heldId })
      .from(holderChangeName)
      .where(and(inArray(holderChangeName.heldId, [...heldIds]), eq(holderChangeName.isOpen, true)));
    return new Set(rows.map(({ heldId }) => heldId));
  }

  /** The change that is under way of a name. */
  async ofName(heldId: string): Promise<KeptHolderChange | undefined> {
    const [row] = await this.database
      .select({ id: holderChangeName.changeId })
      .from(holderChangeName)
      .where(and(eq(holderChangeName.heldId, heldId), eq(holderChangeName.isOpen, true)));
    return row && this.find(row.id);
  }

  /** The change whose link carries that, by its digest. */
  async byToken(digest: string): Promise<KeptHolderChange | undefined> {
    const [row] = await this.database
      .select({ id: holderChange.id })
      .from(holderChange)
      .where(or(eq(holderChange.oldToken, digest), eq(holderChange.newToken, digest)));
    return row && this.find(row.id);
  }

  /** A change that nobody else moves on until the transaction is over. */
  async lock(transaction: Transaction, id: string): Promise<KeptHolderChange | undefined> {
    await transaction.select({ id: holderChange.id }).from(holderChange).where(eq(holderChange.id, id)).for('update');
    return this.find(id, transaction);
  }

  async find(id: string, within: Database | Transaction = this.database): Promise<KeptHolderChange | undefined> {
    const [row] = await within.select().from(holderChange).where(eq(holderChange.id, id));
    if (!row) return undefined;
    const names = await within
      .select()
      .from(holderChangeName)
      .where(eq(holderChangeName.changeId, id))
      .orderBy(holderChangeName.name);
    const both = [row.fromContactId, row.toContactId];
    const contacts = await within.select().from(contact).where(inArray(contact.id, both));
    const [from, to] = both.map((wanted) => contacts.find((one) => one.id === wanted)?.contact);
    if (!from || !to) throw new Error('A change of holder has lost a contact');
    return { ...row, from, to, names };
  }

  /** Changes asked for before a day that not both have agreed to. */
  async askedBefore(day: IsoDate): Promise<string[]> {
    const rows = await this.database
      .select({ id: holderChange.id })
      .from(holderChange)
      .where(and(awaited, lt(holderChange.askedOn, day)))
      .limit(200);
    return rows.map(({ id }) => id);
  }

  /** Moves a change on; where it has come to an end, its names are in none any more. */
  async move(
    transaction: Transaction,
    id: string,
    state: HolderChangeState,
    more: { readonly waived?: boolean } = {},
  ): Promise<void> {
    await transaction
      .update(holderChange)
      .set({ state, ...more })
      .where(eq(holderChange.id, id));
    if (state.at !== 'asked' && state.at !== 'agreed')
      await transaction.update(holderChangeName).set({ isOpen: false }).where(eq(holderChangeName.changeId, id));
  }

  /** What its registry said of a name. @param failure null where it was done */
  async nameEnded(transaction: Transaction, id: string, heldId: string, failure: WhyNot | null): Promise<void> {
    await transaction
      .update(holderChangeName)
      .set({ isOpen: false, failure })
      .where(and(eq(holderChangeName.changeId, id), eq(holderChangeName.heldId, heldId)));
  }

  /** A name stays here until a day; null where it may go at once. */
  async stays(transaction: Transaction, heldId: string, movableFrom: IsoDate | null): Promise<void> {
    await transaction
      .update(heldName)
      .set({ movableFrom })
      .where(and(eq(heldName.id, heldId), isNull(heldName.leftAt)));
  }

  async forget(accountId: string): Promise<void> {
    await this.database.delete(holderChange).where(eq(holderChange.accountId, accountId));
  }
}
