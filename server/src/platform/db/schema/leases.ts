import { index, pgTable, text } from 'drizzle-orm/pg-core';
import { instant } from './instant';

/** Who has something to themselves, and until when: a row instead of a session's lock. By the database's clock. */
export const lease = pgTable(
  'lease',
  {
    key: text().primaryKey(),
    /** Of the process that has it; nobody else may give it back. */
    holder: text().notNull(),
    until: instant('until').notNull(),
  },
  (table) => [index('lease_until').on(table.until)],
);
