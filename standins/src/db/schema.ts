import { sql } from 'drizzle-orm';
import { bigint, index, integer, jsonb, pgSchema, primaryKey, text, timestamp, unique } from 'drizzle-orm/pg-core';
import type { DelegationSigner } from '@tienda/core/dns/delegationSigner';
import type { ContactLink, EppContact, EppTransfer, PendingResult } from '@tienda/core/epp/objects';

/** Where the money of an intent is. `paid` money was sent and is here; `authorised` money is held. */
export const intentStatuses = ['waiting', 'authorised', 'paid', 'declined', 'captured', 'voided', 'refunded'] as const;

/** How an intent is paid, and what is needed for it. */
export type IntentMethod =
  | { readonly type: 'card'; readonly token: string }
  /** The buyer comes back to `returnUrl`. */
  | { readonly type: 'wallet'; readonly returnUrl: string }
  /** E.164. */
  | { readonly type: 'mobile'; readonly phone: string }
  | { readonly type: 'transfer' };

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
    contacts: jsonb().$type<readonly ContactLink[]>().notNull(),
    /** Null: its registrar's own. */
    nameservers: text().array(),
    ds: jsonb().$type<readonly DelegationSigner[]>().notNull().default([]),
    /** When that changed last, and with it what its zone says. */
    delegatedAt: instant('delegated_at'),
    authCode: text('auth_code').notNull(),
    statuses: text().array().notNull(),
    creator: text().notNull(),
    createdAt: instant('created_at').notNull(),
    updatedBy: text('updated_by'),
    updatedAt: instant('updated_at'),
    expiresAt: instant('expires_at').notNull(),
    /** When its registrar let it go, and when it was asked for back; both null again once it is restored. */
    deletedAt: instant('deleted_at'),
    restoreAskedAt: instant('restore_asked_at'),
    /** When it was taken back from redemption. */
    restoredAt: instant('restored_at'),
    /** The latest transfer, and the years that it adds; `transferDueAt`: when a pending one is decided by itself. */
    transfer: jsonb().$type<EppTransfer & { readonly years: number }>(),
    transferDueAt: instant('transfer_due_at'),
    /** While the registry reviews the name: when it decides, and the clTRID and svTRID it was asked under. */
    decidesAt: instant('decides_at'),
    transaction: text(),
    serverTransaction: text('server_transaction'),
  },
  (table) => [
    index('domain_registry').on(table.registry),
    index('domain_decides').on(table.decidesAt),
    index('domain_transfer_due')
      .on(table.registry, table.transferDueAt)
      .where(sql`${table.transferDueAt} is not null`),
  ],
);

/** A host that names can be delegated to (RFC 5732). */
export const registryHost = registrySchema.table(
  'host',
  {
    registry: text().notNull(),
    host: text().notNull(),
    /** Who made it; whoever sponsors the name above it changes it. */
    sponsor: text().notNull(),
    addresses: text().array().notNull(),
    statuses: text().array().notNull().default(['ok']),
    createdAt: instant('created_at').notNull(),
    updatedBy: text('updated_by'),
    updatedAt: instant('updated_at'),
  },
  (table) => [primaryKey({ columns: [table.registry, table.host] })],
);

/** What was set about the registries from outside: their clock, prices of single names, faults. */
export const registrySetting = registrySchema.table('setting', {
  key: text().primaryKey(),
  value: jsonb().$type<unknown>().notNull(),
});

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

/** What a registry has to tell a registrar, until it is taken off the queue (RFC 5730 section 2.9.2.3). */
export const registryMessage = registrySchema.table(
  'message',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    registry: text().notNull(),
    client: text().notNull(),
    text: text().notNull(),
    result: jsonb().$type<PendingResult | EppTransfer>().notNull(),
  },
  (table) => [index('message_client').on(table.registry, table.client, table.id)],
);

/** A card known only by its token; the number is forgotten when the token is made. */
export const cardToken = paymentsSchema.table('card_token', {
  token: text().primaryKey(),
  last4: text().notNull(),
  /** `YYYY-MM`: the last month in which it is good. */
  expires: text(),
  outcome: text({ enum: ['succeeds', 'declines', 'timesOut', 'succeedsOnce'] }).notNull(),
  createdAt: instant('created_at').notNull(),
});

export const intent = paymentsSchema.table(
  'intent',
  {
    id: text().primaryKey(),
    reference: text().notNull(),
    amount: bigint({ mode: 'number' }).notNull(),
    currency: text().notNull(),
    method: jsonb().$type<IntentMethod>().notNull(),
    status: text({ enum: intentStatuses }).notNull(),
    captured: bigint({ mode: 'number' }).notNull().default(0),
    refunded: bigint({ mode: 'number' }).notNull().default(0),
    /** What has come of a transfer so far. */
    received: bigint({ mode: 'number' }).notNull().default(0),
    reason: text(),
    /** Where the shop wants to be told of changes. */
    notifyUrl: text('notify_url'),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [index('intent_reference').on(table.reference), index('intent_status').on(table.status)],
);

/** A change that the shop is told of, again and again until it says that it heard. */
export const notice = paymentsSchema.table(
  'notice',
  {
    id: text().primaryKey(),
    url: text().notNull(),
    body: text().notNull(),
    attempts: integer().notNull().default(0),
    /** Null once it was heard, or given up. */
    nextAt: instant('next_at'),
  },
  (table) => [index('notice_next').on(table.nextAt)],
);

/** An offer for a name, under the buyer's reference. Amount: US cents that would reach the holder. */
export const brokerOffer = brokerSchema.table('offer', {
  reference: text().primaryKey(),
  name: text().notNull(),
  amount: bigint({ mode: 'number' }).notNull(),
  message: text().notNull(),
  sentAt: instant('sent_at').notNull(),
  /** When the money was here, and its holder was asked to hand the name over. */
  soldAt: instant('sold_at'),
  /** The code that the name can be asked for with, once its holder has handed it over. */
  authCode: text('auth_code'),
  /** What its holder was paid, US cents, once the name had come. */
  paid: bigint({ mode: 'number' }),
  calledOffAt: instant('called_off_at'),
});

/** What the holder of a name does once it is sold, where that is not to hand it over. */
export const brokerSeller = brokerSchema.table('seller', {
  name: text().primaryKey(),
  does: text().$type<'handOver' | 'nothing' | 'backOut' | 'giveWrongCode'>().notNull(),
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
    attachments: jsonb().$type<readonly { filename: string; size: number }[]>().notNull().default([]),
    /** Of RFC 5322: a mail that comes twice under it is one. */
    messageId: text('message_id'),
    /** As it came, head and all; of what came from another mail server. */
    source: text(),
    receivedAt: instant('received_at').notNull(),
  },
  (table) => [index('message_to').on(table.to, table.receivedAt), unique('message_once').on(table.to, table.messageId)],
);
