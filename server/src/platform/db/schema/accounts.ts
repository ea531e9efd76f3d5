import {
  bigint,
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  smallint,
  text,
  uuid,
  varchar,
} from 'drizzle-orm/pg-core';
import type { Language } from '@tienda/core/accounts/language';
import type { Contact } from '@tienda/core/contacts/contact';
import { instant } from './instant';

export const account = pgTable('account', {
  id: uuid().primaryKey().defaultRandom(),
  /** Lower case. */
  email: text().notNull().unique(),
  passwordHash: text('password_hash').notNull(),
  basketId: uuid('basket_id').notNull().defaultRandom(),
  /** What auto-renew is set to for a name newly put in the basket. */
  autoRenew: boolean('auto_renew').notNull().default(true),
  /** Mail about anything but the account's own business; off unless asked for. */
  marketing: boolean().notNull().default(false),
  /** Invoices come as files with their mails; they are written out in them in any case. */
  invoiceFiles: boolean('invoice_files').notNull().default(false),
  /** What mails and papers are written in. */
  language: text().$type<Language>().notNull().default('en'),
  /** The secret of the second step, sealed; not in use before `twoStepSince`. */
  twoStepSecret: text('two_step_secret'),
  twoStepSince: instant('two_step_since'),
  /** The time step of the last code used: each is good once (RFC 6238 section 5.2). */
  twoStepLast: bigint('two_step_last', { mode: 'number' }),
  /** Digests of the recovery codes not used yet. */
  recoveryHashes: text('recovery_hashes').array().notNull().default([]),
  /** Part of the secret address of its calendar: another one ends the address there was. */
  calendar: integer().notNull().default(1),
  createdAt: instant('created_at').notNull(),
  /** What the law wants kept stays after that; the person is gone. */
  closedAt: instant('closed_at'),
});

/** A code sent to an address, by what it is for. */
export const mailCode = pgTable(
  'mail_code',
  {
    purpose: text({ enum: ['reset', 'oldMail', 'newMail'] }).notNull(),
    email: text().notNull(),
    /** That asked for it: the code is good there alone. */
    sessionId: uuid('session_id').notNull(),
    /** Null where the address has no account: then no mail went out. */
    accountId: uuid('account_id').references(() => account.id, { onDelete: 'cascade' }),
    codeHash: text('code_hash').notNull(),
    attempts: smallint().notNull().default(0),
    expiresAt: instant('expires_at').notNull(),
    /** The address wanted instead. */
    wanted: text(),
  },
  (table) => [
    primaryKey({ columns: [table.purpose, table.email, table.sessionId] }),
    index('mail_code_account').on(table.accountId),
  ],
);

/** A browser that an account was signed in on: a digest of what its cookie holds. */
export const knownDevice = pgTable(
  'known_device',
  {
    tokenHash: text('token_hash').notNull(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    seenAt: instant('seen_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.tokenHash, table.accountId] }),
    index('known_device_account').on(table.accountId),
  ],
);

/** An account asked for and not yet confirmed by the code sent to its address. */
export const signUp = pgTable(
  'sign_up',
  {
    email: text().notNull(),
    /** That asked for it: a password chosen elsewhere never becomes this one's. */
    sessionId: uuid('session_id').notNull(),
    passwordHash: text('password_hash').notNull(),
    /** That it was asked for in. */
    language: text().$type<Language>().notNull().default('en'),
    codeHash: text('code_hash').notNull(),
    attempts: smallint().notNull().default(0),
    expiresAt: instant('expires_at').notNull(),
  },
  (table) => [primaryKey({ columns: [table.email, table.sessionId] })],
);

/** A visitor, signed in or not; the cookie's token is kept only as a digest. */
export const session = pgTable(
  'session',
  {
    tokenHash: text('token_hash').primaryKey(),
    csrf: text().notNull(),
    accountId: uuid('account_id').references(() => account.id, { onDelete: 'cascade' }),
    basketId: uuid('basket_id').notNull().defaultRandom(),
    /** What the session is called in lists; its token is not told. */
    id: uuid().notNull().defaultRandom(),
    /** The account whose password was right, while its second step is awaited. */
    awaiting: uuid().references(() => account.id, { onDelete: 'cascade' }),
    /** What the browser says of itself. */
    agent: text().notNull().default(''),
    seenAt: instant('seen_at'),
    createdAt: instant('created_at').notNull(),
    expiresAt: instant('expires_at').notNull(),
  },
  (table) => [index('session_account').on(table.accountId), index('session_expires').on(table.expiresAt)],
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
    /** Shown no more since then; orders and names that need it keep it. */
    forgottenAt: instant('forgotten_at'),
  },
  (table) => [index('contact_account').on(table.accountId, table.createdAt)],
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

/** Counts of rate-limiter-flexible, in the shape that it asks for. */
export const rateLimit = pgTable('rate_limit', {
  key: varchar({ length: 255 }).primaryKey(),
  points: integer().notNull().default(0),
  expire: bigint({ mode: 'number' }),
});

/** How far the demo clock is ahead; one row. */
export const demoClock = pgTable('demo_clock', {
  id: smallint().primaryKey(),
  days: integer().notNull(),
});
