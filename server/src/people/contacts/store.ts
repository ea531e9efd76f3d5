import { randomUUID } from 'node:crypto';
import { isDeepStrictEqual } from 'node:util';
import { and, desc, eq, inArray, isNull, notExists, or, sql } from 'drizzle-orm';
import type { Contact } from '@tienda/core/contacts/contact';
import type { Database, Transaction } from '../../platform/db/database';
import { contact, customerOrder, heldName, holderChange, holderChangeName } from '../../platform/db/schema';

export type StoredContact = Contact & { readonly id: string };

export class ContactStore {
  /** Reads those of an account; written once for all. */
  private readonly shown;

  constructor(private readonly database: Database) {
    const isOfAccount = eq(contact.accountId, sql.placeholder('accountId'));
    const withForgotten = sql`${sql.placeholder('withForgotten')}::boolean`;
    this.shown = database
      .select()
      .from(contact)
      .where(and(isOfAccount, or(withForgotten, isNull(contact.forgottenAt))))
      .orderBy(desc(contact.createdAt))
      .prepare('');
  }

  /** The latest first; those that were forgotten and are still kept only where that is asked for. */
  async ofAccount(accountId: string, withForgotten = false): Promise<StoredContact[]> {
    const rows = await this.shown.execute({ accountId, withForgotten });
    return rows.map((row) => ({ ...row.contact, id: row.id }));
  }

  async find(
    accountId: string,
    id: string,
    within: Database | Transaction = this.database,
  ): Promise<StoredContact | undefined> {
    const [row] = await within
      .select()
      .from(contact)
      .where(and(eq(contact.id, id), eq(contact.accountId, accountId)));
    return row && { ...row.contact, id: row.id };
  }

  /**
   * Shows a contact no more, and takes it out where no order and no name needs it.
   *
   * @returns false where the account has no such contact
   */
  async forget(accountId: string, id: string, at: Date): Promise<boolean> {
    return this.database.transaction(async (transaction) => {
      const isIt = and(eq(contact.id, id), eq(contact.accountId, accountId), isNull(contact.forgottenAt));
      // Locked first: an order that names it just now is waited for, and seen.
      const [found] = await transaction.select({ id: contact.id }).from(contact).where(isIt).for('update');
      if (!found) return false;
      const inIt = sql`'%' || ${contact.id}::text || '%'`;
      const named = sql`${customerOrder.differing}::text like ${inIt}`;
      const ordered = transaction
        .select()
        .from(customerOrder)
        .where(and(eq(customerOrder.accountId, accountId), or(eq(customerOrder.contactId, contact.id), named)));
      const held = transaction
        .select()
        .from(heldName)
        .where(
          and(
            eq(heldName.accountId, accountId),
            sql`(${heldName.contactId} = ${contact.id} or ${heldName.contacts}::text like ${inIt})`,
          ),
        );
      const handed = transaction
        .select()
        .from(holderChange)
        .innerJoin(holderChangeName, eq(holderChangeName.changeId, holderChange.id))
        .where(
          and(
            eq(holderChange.accountId, accountId),
            sql`(${contact.id} in (${holderChange.fromContactId}, ${holderChange.toContactId}) or ${holderChangeName.contacts}::text like ${inIt})`,
          ),
        );
      const gone = await transaction
        .delete(contact)
        .where(and(isIt, notExists(ordered), notExists(held), notExists(handed)))
        .returning();
      if (gone.length === 0) await transaction.update(contact).set({ forgottenAt: at }).where(isIt);
      return true;
    });
  }

  /**
   * Contacts of an account are another's too from now on; those that it has already, to the letter, are those.
   *
   * @returns their ids there, by those here
   */
  async copied(
    transaction: Transaction,
    from: string,
    to: string,
    ids: readonly string[],
    now: Date,
  ): Promise<Map<string, string>> {
    const theirs = await transaction.select().from(contact).where(eq(contact.accountId, to));
    const rows = await transaction
      .select()
      .from(contact)
      .where(and(eq(contact.accountId, from), inArray(contact.id, [...ids])));
    const copies = new Map<string, string>();
    for (const row of rows) {
      const same = theirs.find((one) => !one.forgottenAt && isDeepStrictEqual(one.contact, row.contact));
      const id = same?.id ?? randomUUID();
      if (!same) await transaction.insert(contact).values({ id, accountId: to, contact: row.contact, createdAt: now });
      copies.set(row.id, id);
    }
    return copies;
  }

  /** Keeps a contact; one that is kept already, to the letter, is that one. */
  async add(accountId: string, details: Contact, now: Date): Promise<StoredContact> {
    const same = (await this.ofAccount(accountId)).find(({ id: _id, ...kept }) =>
      isDeepStrictEqual(kept, { ...details }),
    );
    if (same) return same;
    const [row] = await this.database
      .insert(contact)
      .values({ accountId, contact: { ...details }, createdAt: now })
      .returning();
    if (!row) throw new Error('The contact was not kept');
    return { ...row.contact, id: row.id };
  }
}
