import { sql } from 'drizzle-orm';
import { boolean, date, index, jsonb, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Who } from '@tienda/core/accounts/actor';
import type { Declaration } from '@tienda/core/contacts/declarations';
import type { HolderChangeState } from '@tienda/core/contacts/holderChange';
import type { Failure } from '@tienda/core/operations/operation';
import type { NameContacts } from '@tienda/core/contacts/roles';
import { account, contact } from './accounts';
import { heldName } from './orders';

/** Somebody else is to hold names: both holders are asked. */
export const holderChange = pgTable(
  'holder_change',
  {
    id: uuid().primaryKey().defaultRandom(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    fromContactId: uuid('from_contact_id')
      .notNull()
      .references(() => contact.id),
    toContactId: uuid('to_contact_id')
      .notNull()
      .references(() => contact.id),
    askedBy: jsonb('asked_by').$type<Who>().notNull(),
    askedOn: date('asked_on').notNull(),
    state: jsonb().$type<HolderChangeState>().notNull(),
    /** Whoever held them lets them be moved away at once. */
    waived: boolean().notNull().default(false),
    /** What was said of the requirements of their extensions. */
    declarations: jsonb().$type<readonly Declaration[]>().notNull().default([]),
    /** Digests of what the links of the mails carry; the same where both have one address. */
    oldToken: text('old_token').notNull().unique(),
    newToken: text('new_token').notNull().unique(),
  },
  (table) => [
    index('holder_change_account').on(table.accountId),
    index('holder_change_asked')
      .on(table.askedOn)
      .where(sql`${table.state} ->> 'at' = 'asked'`),
  ],
);

/** A name that is to change hands, and what its registry said. */
export const holderChangeName = pgTable(
  'holder_change_name',
  {
    changeId: uuid('change_id')
      .notNull()
      .references(() => holderChange.id, { onDelete: 'cascade' }),
    heldId: uuid('held_id')
      .notNull()
      .references(() => heldName.id),
    name: text().notNull(),
    /** Who is what to it afterwards. */
    contacts: jsonb().$type<NameContacts>().notNull(),
    /** Why it was not done; null where it was, and while that is not known. */
    failure: jsonb().$type<Omit<Failure, 'reason'>>(),
    isOpen: boolean('is_open').notNull().default(true),
  },
  (table) => [
    primaryKey({ columns: [table.changeId, table.heldId] }),
    uniqueIndex('holder_change_open')
      .on(table.heldId)
      .where(sql`${table.isOpen}`),
  ],
);
