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
  timestamp,
  uuid,
  varchar,
} from 'drizzle-orm/pg-core';
import type { Contact } from '@tienda/core/contacts/contact';
import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { LineFacts } from '@tienda/core/basket/lineFacts';
import type { NameStatus } from '@tienda/core/names/availability';
import type { FeePayer, OfferState } from '@tienda/core/names/offer';
import type { OrderEvent } from '@tienda/core/orders/order';
import type { Quote } from '@tienda/core/pricing/quote';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';

const instant = (name: string) => timestamp(name, { withTimezone: true, mode: 'date' });

export const account = pgTable('account', {
  id: uuid().primaryKey().defaultRandom(),
  /** Lower case. */
  email: text().notNull().unique(),
  passwordHash: text('password_hash').notNull(),
  basketId: uuid('basket_id').notNull().defaultRandom(),
  /** What auto-renew is set to for a name newly put in the basket. */
  autoRenew: boolean('auto_renew').notNull().default(true),
  createdAt: instant('created_at').notNull(),
});

/** An account asked for and not yet confirmed by the code sent to its address. */
export const signUp = pgTable('sign_up', {
  email: text().primaryKey(),
  passwordHash: text('password_hash').notNull(),
  codeHash: text('code_hash').notNull(),
  attempts: smallint().notNull().default(0),
  expiresAt: instant('expires_at').notNull(),
});

/** A visitor, signed in or not; the cookie's token is kept only as a digest. */
export const session = pgTable(
  'session',
  {
    tokenHash: text('token_hash').primaryKey(),
    csrf: text().notNull(),
    accountId: uuid('account_id').references(() => account.id, { onDelete: 'cascade' }),
    basketId: uuid('basket_id').notNull().defaultRandom(),
    createdAt: instant('created_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
  },
  (table) => [index('session_account').on(table.accountId), index('session_expires').on(table.expiresAt)],
);

export const basketLine = pgTable(
  'basket_line',
  {
    basketId: uuid('basket_id').notNull(),
    name: text().notNull(),
    years: smallint().notNull(),
    privacy: boolean().notNull(),
    autoRenew: boolean('auto_renew').notNull(),
    /** What the name offered when it was put in. */
    seen: jsonb().$type<LineFacts>(),
    position: bigint({ mode: 'number' }).generatedAlwaysAsIdentity().notNull(),
  },
  (table) => [primaryKey({ columns: [table.basketId, table.name] })],
);

/** The promo codes typed for a basket, and which of them to use. */
export const basketCodes = pgTable('basket_codes', {
  basketId: uuid('basket_id').primaryKey(),
  codes: jsonb().$type<BasketCodes>().notNull(),
});

/** The registries' latest word on names asked for. */
export const availability = pgTable('availability', {
  name: text().primaryKey(),
  status: text().$type<NameStatus>().notNull(),
  premiumRegister: bigint('premium_register', { mode: 'number' }),
  premiumRenew: bigint('premium_renew', { mode: 'number' }),
  checkedAt: instant('checked_at').notNull(),
});

export const storedQuote = pgTable(
  'quote',
  {
    id: uuid().primaryKey().defaultRandom(),
    request: jsonb().$type<QuoteRequest>().notNull(),
    quote: jsonb().$type<Quote>().notNull(),
    validUntil: instant('valid_until').notNull(),
  },
  (table) => [index('quote_valid_until').on(table.validUntil)],
);

export const contact = pgTable(
  'contact',
  {
    id: uuid().primaryKey().defaultRandom(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    contact: jsonb().$type<Contact>().notNull(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [index('contact_account').on(table.accountId, table.createdAt)],
);

export const customerOrder = pgTable(
  'customer_order',
  {
    id: uuid().primaryKey(),
    number: integer().generatedAlwaysAsIdentity({ startWith: 1001 }).notNull(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    quoteId: uuid('quote_id').notNull().unique(),
    contactId: uuid('contact_id')
      .notNull()
      .references(() => contact.id),
    cardToken: text('card_token').notNull(),
    agreements: jsonb().$type<readonly { id: string; version: string }[]>().notNull(),
    placedAt: instant('placed_at').notNull(),
    /** True once nothing remains to be done. */
    ended: boolean().notNull().default(false),
  },
  (table) => [index('order_account').on(table.accountId, table.placedAt), index('order_open').on(table.ended)],
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
    registeredOn: date('registered_on').notNull(),
    expiresOn: date('expires_on').notNull(),
    privacy: boolean().notNull(),
    autoRenew: boolean('auto_renew').notNull(),
    premiumRenew: bigint('premium_renew', { mode: 'number' }),
  },
  (table) => [index('held_name_account').on(table.accountId, table.expiresOn)],
);

/** A taken name that an account waits for. */
export const watch = pgTable(
  'watch',
  {
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    createdAt: instant('created_at').notNull(),
    /** When the registration runs out, as far as the public sees. */
    expiresOn: date('expires_on'),
    /** The earliest day on which it can be free. */
    freeFrom: date('free_from'),
    nextLookAt: instant('next_look_at').notNull(),
    /** When the mail went out that it is free. */
    freeAt: instant('free_at'),
  },
  (table) => [primaryKey({ columns: [table.accountId, table.name] }), index('watch_next_look').on(table.nextLookAt)],
);

/** An offer to the holder of a name. Amounts in USD cents. */
export const nameOffer = pgTable(
  'name_offer',
  {
    id: uuid().primaryKey(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    name: text().notNull(),
    amount: bigint({ mode: 'number' }).notNull(),
    feePaidBy: text('fee_paid_by').$type<FeePayer>().notNull(),
    message: text().notNull(),
    state: jsonb().$type<OfferState>().notNull(),
    /** True until the broker has been told of the latest amount. */
    untold: boolean().notNull().default(true),
    createdAt: instant('created_at').notNull(),
    changedAt: instant('changed_at').notNull(),
  },
  (table) => [index('name_offer_account').on(table.accountId, table.createdAt)],
);

/** What a keyed request was answered, so that sending it twice does it once. */
export const idempotentRequest = pgTable(
  'idempotent_request',
  {
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    key: text().notNull(),
    request: text().notNull(),
    status: integer(),
    body: jsonb(),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.accountId, table.key] })],
);

/** How far the demo clock is ahead; one row. */
export const demoClock = pgTable('demo_clock', {
  id: smallint().primaryKey(),
  days: integer().notNull(),
});

/** Counts of rate-limiter-flexible, in the shape that it asks for. */
export const rateLimit = pgTable('rate_limit', {
  key: varchar({ length: 255 }).primaryKey(),
  points: integer().notNull().default(0),
  expire: bigint({ mode: 'number' }),
});
