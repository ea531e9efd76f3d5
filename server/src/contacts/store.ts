import { isDeepStrictEqual } from 'node:util';
import { and, desc, eq, notExists, or, sql } from 'drizzle-orm';
import type { Contact } from '@tienda/core/contacts/contact';
import type { Database } from '../db/database';
import { contact, customerOrder, heldName } from '../db/schema';

export type StoredContact = Contact & { readonly id: string };

export class ContactStore {
  constructor(private readonly database: Database) {}

  /** The latest first. */
  async ofAccount(accountId: string): Promise<StoredContact[]> {
    const rows = await this.database
      .select()
      .from(contact)
      .where(eq(contact.accountId, accountId))
      .orderBy(desc(contact.createdAt));
    return rows.map((row) => ({ ...row.contact, id: row.id }));
  }

  async find(accountId: string, id: string): Promise<StoredContact | undefined> {
    const [row] = await this.database
      .select()
      .from(contact)
      .where(and(eq(contact.id, id), eq(contact.accountId, accountId)));
    return row && { ...row.contact, id: row.id };
  }

  /** Takes out the contacts of an account that no order and no name needs. */
  async forgetUnused(accountId: string): Promise<void> {
    const named = sql`${customerOrder.differing}::text like '%' || ${contact.id}::text || '%'`;
    const isOrders = or(eq(customerOrder.contactId, contact.id), named);
    const ordered = this.database
      .select()
      .from(customerOrder)
      .where(and(eq(customerOrder.accountId, contact.accountId), isOrders));
    const held = this.database.select().from(heldName).where(eq(heldName.contactId, contact.id));
    await this.database
      .delete(contact)
      .where(and(eq(contact.accountId, accountId), notExists(ordered), notExists(held)));
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
