import { sql } from 'drizzle-orm';
import { date, index, jsonb, pgTable, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { HelperState, Leave } from '@tienda/core/accounts/helper';
import { account } from './accounts';

/** Who may help with the names of an account, and with what. */
export const helper = pgTable(
  'helper',
  {
    id: uuid().primaryKey(),
    /** Whose names. */
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    /** Who was invited, in lower case, whether there is such an account or not. */
    email: text().notNull(),
    /** The account that accepted. */
    helperId: uuid('helper_id').references(() => account.id),
    leave: jsonb().$type<Leave>().notNull(),
    /** What lies in the basket that the helper fills for the account. */
    basketId: uuid('basket_id').notNull().defaultRandom(),
    invitedOn: date('invited_on').notNull(),
    state: jsonb().$type<HelperState>().notNull(),
  },
  (table) => [
    index('helper_account').on(table.accountId),
    index('helper_email').on(table.email),
    index('helper_helper').on(table.helperId),
    index('helper_invited')
      .on(table.invitedOn)
      .where(sql`${table.state} ->> 'at' = 'invited'`),
    // Somebody helps an account once.
    uniqueIndex('helper_open')
      .on(table.accountId, table.email)
      .where(sql`${table.state} ->> 'at' in ('invited', 'active')`),
  ],
);
