import { pgTable, text } from 'drizzle-orm/pg-core';
import { instant } from './instant';

/** What was given up, or is tried in vain for too long, until someone has seen to it. */
export const attention = pgTable('attention', {
  /** What it is about: raised once. */
  key: text().primaryKey(),
  what: text().notNull(),
  raisedAt: instant('raised_at').notNull(),
  settledAt: instant('settled_at'),
});
