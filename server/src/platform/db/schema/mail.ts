import { sql } from 'drizzle-orm';
import { bigint, index, pgTable, primaryKey, smallint, text, uuid } from 'drizzle-orm/pg-core';
import { account } from './accounts';
import { instant } from './instant';
import { octets } from './octets';
import { zone } from './zones';

/** Which addresses are forwarded, and where to: what the postbox reads, written with the zone. */
export const mailForward = pgTable(
  'mail_forward',
  {
    /** What follows the @: whole, or `*.` and what it is below. */
    host: text().notNull(),
    /** Before the @; `*` for all others. */
    local: text().notNull(),
    target: text().notNull(),
    zone: text()
      .notNull()
      .references(() => zone.name, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.host, table.local, table.target] }),
    index('mail_forward_zone').on(table.zone),
  ],
);

/** An address that an account has mail forwarded to: none of it goes there before whoever reads it has agreed. */
export const mailTarget = pgTable(
  'mail_target',
  {
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    address: text().notNull(),
    /** Of what the link in the mail carries. */
    tokenHash: text('token_hash').notNull().unique(),
    askedAt: instant('asked_at').notNull(),
    /** What was answered last: at most one of the two is there. */
    agreedAt: instant('agreed_at'),
    declinedAt: instant('declined_at'),
  },
  (table) => [primaryKey({ columns: [table.accountId, table.address] })],
);

/** A mail that was taken in, kept until it is where it has to be. */
export const mailMessage = pgTable('mail_message', {
  id: uuid().primaryKey(),
  /** Of its envelope; empty for what nobody answers to. */
  sender: text().notNull(),
  content: octets().notNull(),
});

/** A mail on its way to one target, and what came of it; in the time of the world. */
export const mailDelivery = pgTable(
  'mail_delivery',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    messageId: uuid('message_id').references(() => mailMessage.id, { onDelete: 'set null' }),
    /** The name that it was sent to, empty once that is nobody's; null for what goes back to a sender. */
    zone: text(),
    /** As it was addressed. */
    address: text().notNull(),
    /** Of the envelope that it came in. */
    sender: text().notNull(),
    target: text().notNull(),
    acceptedAt: instant('accepted_at').notNull(),
    attempts: smallint().notNull().default(0),
    /** When it is tried, or taken over where a process took it and died. */
    nextAt: instant('next_at').notNull(),
    endedAt: instant('ended_at'),
    /** How it ended: at its target, or not. */
    outcome: text().$type<'delivered' | 'refused' | 'givenUp'>(),
    /** What the target said the last time, where it was no. */
    answer: text(),
  },
  (table) => [
    index('mail_delivery_waiting')
      .on(table.nextAt)
      .where(sql`${table.endedAt} is null`),
    index('mail_delivery_zone').on(table.zone, table.id),
    index('mail_delivery_message').on(table.messageId),
    index('mail_delivery_ended').on(table.endedAt),
  ],
);
