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
    sentAt: instant('sent_at'),
    /** Times that it could not be sent. */
    attempts: smallint().notNull().default(0),
  },
  (table) => [index('outgoing_mail_unsent').on(table.sentAt, table.attempts, table.id)],
);
