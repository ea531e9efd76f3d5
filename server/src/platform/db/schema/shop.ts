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
import type { BasketCodes } from '@tienda/core/basket/basketCodes';
import type { BasketAction } from '@tienda/core/basket/basketLine';
import type { LineFacts } from '@tienda/core/basket/lineFacts';
import type { NameStatus } from '@tienda/core/names/availability';
import type { FeePayer, OfferState } from '@tienda/core/names/offer';
import type { AgreedQuote } from '@tienda/core/pricing/quoteChanges';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { instant } from './instant';
import { account } from './accounts';

export const basketLine = pgTable(
  'basket_line',
  {
    basketId: uuid('basket_id').notNull(),
    name: text().notNull(),
    action: text().$type<BasketAction>().notNull().default('register'),
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
    /** What it was agreed at; the rest can be computed again. */
    quote: jsonb().$type<AgreedQuote>().notNull(),
    validUntil: instant('valid_until').notNull(),
  },
  (table) => [index('quote_valid_until').on(table.validUntil)],
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

const isOpenOffer = (state: unknown) => sql`${state} ->> 'at' in ('sent', 'countered', 'agreed')`;

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
    /** What its registry asked for moving a premium name here when it was made; 0 for any other. */
    move: bigint({ mode: 'number' }).notNull().default(0),
    message: text().notNull(),
    state: jsonb().$type<OfferState>().notNull(),
    /** Counts the changes of the buyer, and those that the broker has been told of. */
    revision: integer().notNull().default(1),
    toldRevision: integer('told_revision').notNull().default(0),
    /** When the broker was last spoken to about it: those longest ago come first. */
    lookedAt: instant('looked_at'),
    createdAt: instant('created_at').notNull(),
    changedAt: instant('changed_at').notNull(),
    /** When it lapses where nothing is said or done; null once it has ended. */
    lapsesAt: instant('lapses_at'),
  },
  (table) => [
    index('name_offer_account').on(table.accountId, table.createdAt),
    index('name_offer_lapses')
      .on(table.lapsesAt)
      .where(sql`${table.lapsesAt} is not null`),
    index('name_offer_open').on(table.lookedAt).where(isOpenOffer(table.state)),
    uniqueIndex('name_offer_once').on(table.accountId, table.name).where(isOpenOffer(table.state)),
  ],
);

/** A rise of prices, announced by a registry, of which all who held names were told. */
export const toldRise = pgTable(
  'told_rise',
  {
    /** A-label. */
    extension: text().notNull(),
    from: date('rises_on').notNull(),
  },
  (table) => [primaryKey({ columns: [table.extension, table.from] })],
);
