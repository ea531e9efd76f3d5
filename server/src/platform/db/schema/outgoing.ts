import { sql } from 'drizzle-orm';
import { bigint, index, jsonb, pgTable, smallint, text } from 'drizzle-orm/pg-core';
import { instant } from './instant';

/**
 * All that leaves, written together with what it tells of; `key` says what that is, so that nothing leaves twice, `kind`
 * what its content is.
 */
export const outgoing = pgTable(
  'outgoing',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    kind: text().notNull(),
    key: text().notNull().unique(),
    content: jsonb().$type<object>().notNull(),
    createdAt: instant('created_at').notNull(),
    /** Of what it said no more is kept from then on than its carrier wants. */
    sentAt: instant('sent_at'),
    /** Times that it could not be sent. */
    attempts: smallint().notNull().default(0),
    /** When it is tried, or taken over where a process took it and died. */
    nextAt: instant('next_at').notNull().defaultNow(),
    givenUpAt: instant('given_up_at'),
  },
  (table) => [
    index('outgoing_waiting')
      .on(table.nextAt, table.id)
      .where(sql`${table.sentAt} is null and ${table.givenUpAt} is null`),
    index('outgoing_sent').on(table.sentAt),
  ],
);
