import { sql } from 'drizzle-orm';
import { bigint, index, jsonb, pgTable, smallint, text } from 'drizzle-orm/pg-core';
import type { Mail } from '../../gateways/mail/mailGateway';
import { instant } from './instant';

/** Mails to send, written together with what they tell of; `key` says what that is, so that none is sent twice. */
export const outgoingMail = pgTable(
  'outgoing_mail',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    key: text().notNull().unique(),
    mail: jsonb().$type<Mail>().notNull(),
    createdAt: instant('created_at').notNull(),
    /** What it said is kept no longer from then on. */
    sentAt: instant('sent_at'),
    /** Times that it could not be sent. */
    attempts: smallint().notNull().default(0),
    /** When it is tried, or taken over where a process took it and died. */
    nextAt: instant('next_at').notNull().defaultNow(),
    givenUpAt: instant('given_up_at'),
  },
  (table) => [
    index('outgoing_mail_waiting')
      .on(table.nextAt, table.id)
      .where(sql`${table.sentAt} is null and ${table.givenUpAt} is null`),
    index('outgoing_mail_sent').on(table.sentAt),
  ],
);
