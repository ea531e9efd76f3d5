import { sql } from 'drizzle-orm';
import { boolean, date, index, jsonb, pgTable, primaryKey, text, uniqueIndex, uuid } from 'drizzle-orm/pg-core';
import type { Who } from '@tienda/core/accounts/actor';
import type { HandOverState } from '@tienda/core/transfers/handOver';
import { account } from './accounts';
import { heldName } from './orders';

/** Names that one account offers to another. */
export const handOver = pgTable(
  'hand_over',
  {
    id: uuid().primaryKey(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    /** Of whoever is to have them, in lower case, whether there is such an account or not. */
    email: text().notNull(),
    offeredBy: jsonb('offered_by').$type<Who>().notNull(),
    offeredOn: date('offered_on').notNull(),
    state: jsonb().$type<HandOverState>().notNull(),
  },
  (table) => [
    index('hand_over_account').on(table.accountId),
    index('hand_over_email').on(table.email),
    index('hand_over_offered')
      .on(table.offeredOn)
      .where(sql`${table.state} ->> 'at' = 'offered'`),
  ],
);

export const handOverName = pgTable(
  'hand_over_name',
  {
    handOverId: uuid('hand_over_id')
      .notNull()
      .references(() => handOver.id, { onDelete: 'cascade' }),
    heldId: uuid('held_id')
      .notNull()
      .references(() => heldName.id),
    /** While it can be taken. */
    isOpen: boolean('is_open').notNull().default(true),
  },
  (table) => [
    primaryKey({ columns: [table.handOverId, table.heldId] }),
    uniqueIndex('hand_over_open')
      .on(table.heldId)
      .where(sql`${table.isOpen}`),
  ],
);
