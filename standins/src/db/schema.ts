import { bigint, index, integer, jsonb, pgSchema, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';
import type { EppContact } from '@tienda/core/epp/objects';

/** Each stand-in keeps to a schema of its own: they share a database, not data. */
export const registrySchema = pgSchema('registry');
export const paymentsSchema = pgSchema('payments');
export const mailSchema = pgSchema('mail');
export const brokerSchema = pgSchema('broker');

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

/** A registered name, as the registry keeps it. */
export const registeredDomain = registrySchema.table(
  'domain',
  {
    name: text().primaryKey(),
    registry: text().notNull(),
    sponsor: text().notNull(),
    registrant: text().notNull(),
    contacts: jsonb().$type<readonly { type: string; id: string }[]>().notNull(),
    authCode: text('auth_code').notNull(),
    statuses: text().array().notNull(),
    createdAt: instant('created_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
  },
  (table) => [index('domain_registry').on(table.registry)],
);

export const registryContact = registrySchema.table(
  'contact',
  {
    registry: text().notNull(),
    id: text().notNull(),
    sponsor: text().notNull(),
    contact: jsonb().$type<EppContact>().notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.registry, table.id] })],
);

/** A card known only by its token; the number is forgotten when the token is made. */
export const cardToken = paymentsSchema.table('card_token', {
  token: text().primaryKey(),
  last4: text().notNull(),
  outcome: text({ enum: ['succeeds', 'declines', 'timesOut'] }).notNull(),
  createdAt: instant('created_at').notNull(),
});

export const intent = paymentsSchema.table(
  'intent',
  {
    id: text().primaryKey(),
    reference: text().notNull(),
    amount: bigint({ mode: 'number' }).notNull(),
    currency: text().notNull(),
    token: text().notNull(),
    status: text({ enum: ['authorised', 'declined', 'captured', 'voided'] }).notNull(),
    captured: bigint({ mode: 'number' }).notNull(),
    reason: text(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [index('intent_reference').on(table.reference)],
);

/** An offer for a name, under the buyer's reference. Amount: US cents that would reach the holder. */
export const brokerOffer = brokerSchema.table('offer', {
  reference: text().primaryKey(),
  name: text().notNull(),
  amount: bigint({ mode: 'number' }).notNull(),
  message: text().notNull(),
  sentAt: instant('sent_at').notNull(),
});

/** What was answered to a key, so that a repeated request is answered alike. */
export const idempotentAnswer = paymentsSchema.table('idempotent_answer', {
  key: text().primaryKey(),
  request: text().notNull(),
  status: integer().notNull(),
  body: jsonb().$type<Record<string, unknown>>().notNull(),
  createdAt: instant('created_at').notNull(),
});

export const message = mailSchema.table(
  'message',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    from: text().notNull(),
    to: text().notNull(),
    subject: text().notNull(),
    text: text().notNull(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [index('message_to').on(table.to, table.receivedAt)],
);
