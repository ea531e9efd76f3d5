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
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { sql } from 'drizzle-orm';
import type { Invoice } from '@tienda/core/orders/invoice';
import type { TopUpState } from '@tienda/core/orders/topUp';
import type { Currency } from '@tienda/core/money/money';
import type { PaymentWay } from '@tienda/core/orders/payment';
import { account } from './accounts';
import { instant } from './instant';
import { octets } from './octets';
import { customerOrder } from './orders';

/**
 * Money of an account's own, as a list of what came and went; never changed, never removed. The balance is its
 * sum. `reference` is the top-up or the order it belongs to, so that nothing is entered twice.
 */
export const balanceEntry = pgTable(
  'balance_entry',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    currency: text().$type<Currency>().notNull(),
    /** Minor units; below 0 where it went. */
    amount: bigint({ mode: 'number' }).notNull(),
    kind: text({ enum: ['topUp', 'order', 'notUsed', 'credited'] }).notNull(),
    reference: uuid().notNull(),
    at: instant('at').notNull(),
  },
  (table) => [
    unique('balance_entry_once').on(table.kind, table.reference),
    index('balance_account').on(table.accountId),
  ],
);

/** Money on its way to an account's balance. */
export const topUp = pgTable(
  'top_up',
  {
    id: uuid().primaryKey(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    currency: text().$type<Currency>().notNull(),
    amount: bigint({ mode: 'number' }).notNull(),
    way: jsonb().$type<PaymentWay>().notNull(),
    state: jsonb().$type<TopUpState>().notNull(),
    createdAt: instant('created_at').notNull(),
    /** When to look again; null once nothing more will happen. */
    lookAt: instant('look_at'),
    /** Since when the provider has been silent; null where it answers. */
    silentSince: instant('silent_since'),
  },
  (table) => [index('top_up_account').on(table.accountId, table.createdAt), index('top_up_look').on(table.lookAt)],
);

/** Invoices and credit notes, as they were issued; never changed, never removed. */
export const invoice = pgTable(
  'invoice',
  {
    kind: text({ enum: ['invoice', 'creditNote'] }).notNull(),
    number: text().notNull(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    orderId: uuid('order_id')
      .notNull()
      .references(() => customerOrder.id),
    /** What it takes back: a name that was given back; nothing, where it is about its order as a whole. */
    about: text().notNull().default(''),
    invoice: jsonb().$type<Invoice>().notNull(),
    issuedAt: instant('issued_at').notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.kind, table.number] }),
    unique('invoice_once').on(table.orderId, table.kind, table.about),
    index('invoice_account').on(table.accountId, table.issuedAt),
  ],
);

/** Documents as files, as they were when they were first read; never changed, never removed. */
export const paper = pgTable(
  'paper',
  {
    kind: text({ enum: ['invoice', 'receipt', 'creditNote'] }).notNull(),
    number: text().notNull(),
    /** PDF. */
    content: octets().notNull(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.number] })],
);

/** The last number given in a year, moved on in the transaction that uses it: so there are no gaps. */
export const invoiceCounter = pgTable(
  'invoice_counter',
  {
    kind: text({ enum: ['invoice', 'creditNote'] }).notNull(),
    year: smallint().notNull(),
    last: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.kind, table.year] })],
);

/** A card that its holder wants to pay with again. */
export const keptCard = pgTable(
  'kept_card',
  {
    id: uuid().primaryKey().defaultRandom(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id, { onDelete: 'cascade' }),
    /** The provider's; the number is not known here. */
    token: text().notNull(),
    last4: text().notNull(),
    /** `YYYY-MM`: the last month in which it is good; null where that is not known. */
    expires: text(),
    /** True once its holder was told that it runs out. */
    endTold: boolean('end_told').notNull().default(false),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    unique('kept_card_once').on(table.accountId, table.token),
    index('kept_card_account').on(table.accountId),
    index('kept_card_ends')
      .on(table.expires)
      .where(sql`not ${table.endTold}`),
  ],
);
