import { sql } from 'drizzle-orm';
import { date, index, integer, jsonb, pgTable, primaryKey, text, uuid } from 'drizzle-orm/pg-core';
import type { MoveLook } from '@tienda/core/transfers/shownMove';
import { account } from './accounts';
import { instant } from './instant';
import { nameOffer } from './shop';

/** A name that an account wants here, which another registrar has. */
export const moveIn = pgTable(
  'move_in',
  {
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    /** A-label. */
    name: text().notNull(),
    /** Its auth code, sealed. */
    code: text(),
    /** The agreed offer by which it is bought: its holder unlocks it and gives the code once it is paid for. */
    offerId: uuid('offer_id').references(() => nameOffer.id, { onDelete: 'set null' }),
    /** What was found last; null before its registry has answered. */
    look: jsonb().$type<MoveLook>(),
    lookedAt: instant('looked_at'),
    /** When it is looked at again; null where only its holder can help. */
    nextLookAt: instant('next_look_at'),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.accountId, table.name] }),
    index('move_in_due')
      .on(table.nextLookAt)
      .where(sql`${table.nextLookAt} is not null`),
    index('move_in_offer')
      .on(table.offerId)
      .where(sql`${table.offerId} is not null`),
  ],
);

/** Auth codes that did not fit: whoever guesses them is stopped, though the name is no longer wanted in between. */
export const wrongAuthCode = pgTable(
  'wrong_auth_code',
  {
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    /** A-label. */
    name: text().notNull(),
    day: date().notNull(),
    times: integer().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.accountId, table.name, table.day] }),
    index('wrong_auth_code_of_name').on(table.name, table.day),
  ],
);
