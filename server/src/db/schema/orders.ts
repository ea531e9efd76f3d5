import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  date,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Declaration } from '@tienda/core/contacts/declarations';
import type { NameContacts } from '@tienda/core/contacts/roles';
import type { PendingResult } from '@tienda/core/epp/objects';
import type { OrderEvent } from '@tienda/core/orders/order';
import type { PaymentWay } from '../../gateways/payments/paymentGateway';
import { instant } from './instant';
import { account, contact } from './accounts';

export const customerOrder = pgTable(
  'customer_order',
  {
    id: uuid().primaryKey(),
    number: integer().generatedAlwaysAsIdentity({ startWith: 1001 }).notNull(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    quoteId: uuid('quote_id').notNull(),
    contactId: uuid('contact_id')
      .notNull()
      .references(() => contact.id),
    /** Where the rest of the money comes from, beside the balance. */
    way: jsonb().$type<PaymentWay | { readonly type: 'balance' }>().notNull(),
    agreements: jsonb().$type<readonly { id: string; version: string }[]>().notNull(),
    /** Contacts of names that differ from the order's own, by name. */
    differing: jsonb().$type<Readonly<Record<string, Partial<NameContacts>>>>().notNull().default({}),
    /** What was said of the extensions' requirements, with their words on the day. */
    declarations: jsonb().$type<readonly (Declaration & { readonly text: string })[]>().notNull().default([]),
    placedAt: instant('placed_at').notNull(),
    /** When the order is looked at again at the latest, whoever was at work on it. */
    lookAt: instant('look_at').notNull(),
    /** True once nothing remains to be done. */
    ended: boolean().notNull().default(false),
    /** True once its payment came to nothing: its quote may be ordered again. */
    unpaid: boolean().notNull().default(false),
    /** What is asked outside without an answer, and since when, as ISO 8601 instants. */
    silentSince: jsonb('silent_since').$type<Readonly<Record<string, string>>>().notNull().default({}),
  },
  (table) => [
    uniqueIndex('order_of_quote')
      .on(table.quoteId)
      .where(sql`not ${table.unpaid}`),
    index('order_account').on(table.accountId, table.placedAt),
    index('order_open').on(table.ended, table.lookAt),
  ],
);

/** What happened to an order, in sequence; never changed, never removed. */
export const orderEvent = pgTable(
  'order_event',
  {
    orderId: uuid('order_id')
      .notNull()
      .references(() => customerOrder.id),
    sequence: integer().notNull(),
    event: jsonb().$type<OrderEvent>().notNull(),
    at: instant('at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.orderId, table.sequence] })],
);

/** The promo code that an order used. */
export const codeUse = pgTable(
  'code_use',
  {
    orderId: uuid('order_id')
      .primaryKey()
      .references(() => customerOrder.id),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    code: text().notNull(),
  },
  (table) => [index('code_use_code').on(table.code, table.accountId), index('code_use_account').on(table.accountId)],
);

/** A name held by an account. */
export const heldName = pgTable(
  'held_name',
  {
    name: text().primaryKey(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    orderId: uuid('order_id')
      .notNull()
      .references(() => customerOrder.id),
    contactId: uuid('contact_id')
      .notNull()
      .references(() => contact.id),
    /** The other contacts; the registrant where null. */
    contacts: jsonb().$type<NameContacts>(),
    registeredOn: date('registered_on').notNull(),
    expiresOn: date('expires_on').notNull(),
    privacy: boolean().notNull(),
    autoRenew: boolean('auto_renew').notNull(),
    premiumRenew: bigint('premium_renew', { mode: 'number' }),
    /** Put out of service at the registry. */
    suspended: boolean().notNull().default(false),
  },
  (table) => [
    index('held_name_account').on(table.accountId, table.expiresOn),
    index('held_name_suspended')
      .on(table.suspended)
      .where(sql`suspended`),
  ],
);

/** A holder's address that has to be confirmed, by account. */
export const holderCheck = pgTable(
  'holder_check',
  {
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    email: text().notNull(),
    /** Digest of what the mail's link carries. */
    tokenHash: text('token_hash').notNull().unique(),
    askedOn: date('asked_on').notNull(),
    reminded: smallint().notNull().default(0),
    confirmedAt: instant('confirmed_at'),
  },
  (table) => [
    primaryKey({ columns: [table.accountId, table.email] }),
    index('holder_check_open')
      .on(table.askedOn)
      .where(sql`confirmed_at is null`),
  ],
);

/** Every message taken off a registry's queue, as it came. */
export const registryMessage = pgTable(
  'registry_message',
  {
    registry: text().notNull(),
    /** The registry's own. */
    id: text().notNull(),
    text: text().notNull(),
    /** What it was understood to be about; null where it was not. */
    result: jsonb().$type<PendingResult>(),
    receivedAt: instant('received_at').notNull().defaultNow(),
  },
  (table) => [primaryKey({ columns: [table.registry, table.id] })],
);

/** What a registry told of a name that it looked at before registering it. */
export const registryDecision = pgTable('registry_decision', {
  name: text().primaryKey(),
  /** The clTRID that the name was asked for under. */
  transaction: text().notNull(),
  done: boolean().notNull(),
  text: text().notNull(),
});
