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
import type { Delegation, PointsTo } from '@tienda/core/dns/delegation';
import type { NameContacts } from '@tienda/core/contacts/roles';
import type { PendingResult } from '@tienda/core/epp/objects';
import type { RenewalCare } from '@tienda/core/lifecycle/renewalCare';
import type { HeldStage } from '@tienda/core/lifecycle/stage';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { Currency } from '@tienda/core/money/money';
import type { Who } from '@tienda/core/accounts/actor';
import type { OperationKind } from '@tienda/core/operations/operation';
import type { OperationRequest, OperationState } from '@tienda/core/operations/operations';
import type { OrderEvent, OrderLine, OrderTerms } from '@tienda/core/orders/order';
import type { PaymentState } from '@tienda/core/orders/paymentState';
import type { PaymentWay } from '@tienda/core/orders/payment';
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
    /** Asked one after the other where the one before was refused. */
    otherWays: jsonb('other_ways').$type<readonly PaymentWay[]>().notNull().default([]),
    agreements: jsonb().$type<readonly { id: string; version: string }[]>().notNull(),
    /** Contacts of names that differ from the order's own, by name. */
    differing: jsonb().$type<Readonly<Record<string, Partial<NameContacts>>>>().notNull().default({}),
    /** What was said of the extensions' requirements, with their words on the day. */
    declarations: jsonb().$type<readonly (Declaration & { readonly text: string })[]>().notNull().default([]),
    placedAt: instant('placed_at').notNull(),
    placedBy: jsonb('placed_by').$type<Who>().notNull().default({ type: 'owner' }),
    /** Digest of what was sent to place it: what is sent again under its key has to be the same. */
    request: text(),
    terms: jsonb().$type<OrderTerms>().notNull(),
    payment: jsonb().$type<PaymentState>().notNull(),
    /** True once a mail said how it ended. */
    told: boolean().notNull().default(false),
    /** Counts the changes of payment: who changes it says which it knows. */
    version: integer().notNull().default(0),
    /** Operations that have not ended. */
    open: integer().notNull(),
    /** When the payment is looked at next, by the shop's clock; null while there is nothing to do about it. */
    lookAt: instant('look_at'),
    /** Until when a process has it to itself, by the database's clock. */
    leasedUntil: instant('leased_until'),
    /** True once nothing remains to be done. */
    ended: boolean().notNull().default(false),
    /** True once nothing was bought in the end: its quote may be ordered again. */
    unpaid: boolean().notNull().default(false),
    /** Since when the payment provider has not answered; null where it does. */
    silentSince: instant('silent_since'),
  },
  (table) => [
    uniqueIndex('order_of_quote')
      .on(table.quoteId)
      .where(sql`not ${table.unpaid}`),
    index('order_account').on(table.accountId, table.placedAt),
    index('order_helper')
      .on(sql`(${table.placedBy} ->> 'id')`, table.placedAt)
      .where(sql`${table.placedBy} ->> 'type' = 'helper'`),
    index('order_due')
      .on(table.lookAt)
      .where(sql`${table.lookAt} is not null`),
  ],
);

/** What happened to an order, in the order of ids; never changed, never removed. */
export const orderEvent = pgTable(
  'order_event',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    orderId: uuid('order_id')
      .notNull()
      .references(() => customerOrder.id),
    event: jsonb().$type<OrderEvent>().notNull(),
    at: instant('at').notNull(),
  },
  (table) => [index('order_event_order').on(table.orderId, table.id)],
);

/** One thing done to one name at its registry. */
export const operation = pgTable(
  'operation',
  {
    id: uuid().primaryKey(),
    /** Older ones of a name come first. */
    sequence: bigint({ mode: 'number' }).notNull().generatedAlwaysAsIdentity(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    /** Null where nothing is paid for it. */
    orderId: uuid('order_id').references(() => customerOrder.id),
    /** Who asked for it, where it is of no order. */
    askedBy: jsonb('asked_by').$type<Who>().notNull().default({ type: 'owner' }),
    kind: text().$type<OperationKind>().notNull(),
    /** A-label. */
    name: text().notNull(),
    /** Whose lane it is in. */
    registry: text().notNull(),
    request: jsonb().$type<OperationRequest>().notNull(),
    /** What was agreed for it, where it is of an order. */
    line: jsonb().$type<OrderLine>(),
    state: jsonb().$type<OperationState>().notNull(),
    /** Counts the changes of state: who changes it says which it knows. */
    version: integer().notNull().default(0),
    /** The clTRID of every attempt. */
    transaction: text().notNull().unique(),
    /** What the registry told of it later, in its words. */
    decision: jsonb().$type<{ readonly done: boolean; readonly text: string }>(),
    attempts: integer().notNull().default(0),
    /** When it is tried next, by the shop's clock; null before it is paid for, and once it has ended. */
    nextAt: instant('next_at'),
    /** Until when a process has it to itself, by the database's clock. */
    leasedUntil: instant('leased_until'),
    /** When it is given up, or someone is told; null while the registry answers. */
    deadline: instant('deadline'),
    createdAt: instant('created_at').notNull(),
  },
  (table) => [
    index('operation_order').on(table.orderId),
    // Of what changes a name that is held, one thing at a time: what is begun is known to be the only one.
    uniqueIndex('operation_begun')
      .on(table.accountId, table.name)
      .where(
        sql`${table.kind} not in ('register', 'transferOut')
          and ${table.state} ->> 'at' not in ('ready', 'done', 'refused', 'givenUp')`,
      ),
    // Its holder is asked about one request at a time.
    uniqueIndex('operation_leaving')
      .on(table.name)
      .where(sql`${table.kind} = 'transferOut' and ${table.state} ->> 'at' not in ('done', 'refused', 'givenUp')`),
    // Whatever registries say of a name that is on its way here is about the one operation that asked for it.
    uniqueIndex('operation_moving')
      .on(table.name)
      .where(sql`${table.kind} = 'transferIn' and ${table.state} ->> 'at' in ('withHolder', 'sent', 'pending')`),
    // In the order in which they are taken: of many that wait, those behind are not looked at.
    index('operation_turn')
      .on(table.registry, table.nextAt, table.sequence)
      .where(sql`${table.nextAt} is not null`),
    // What holders asked for, and registries have not answered.
    index('operation_asked')
      .on(table.accountId)
      .where(sql`${table.orderId} is null and ${table.nextAt} is not null`),
    // Of all, open or not: an index of the open ones alone is empty in most statistics, and then scanned whole.
    index('operation_of_name').on(table.accountId, table.name, table.sequence),
  ],
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

/** Names kept together by their account. */
export const nameGroup = pgTable(
  'name_group',
  {
    id: uuid().primaryKey().defaultRandom(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    title: text().notNull(),
    note: text().notNull().default(''),
    /** Who is what to names that are registered for it. */
    contacts: jsonb().$type<Partial<NameContacts>>().notNull().default({}),
  },
  (table) => [uniqueIndex('name_group_title').on(table.accountId, sql`lower(${table.title})`)],
);

/** What lists of names are searched by, beside what they are sorted by. */
const searched = <Column>(
  table: Readonly<
    Record<
      'autoRenew' | 'privacy' | 'stage' | 'locked' | 'suspended' | 'unpaid' | 'groupId' | 'contactId' | 'pointsTo',
      Column
    >
  >,
) =>
  [
    table.autoRenew,
    table.privacy,
    table.stage,
    table.locked,
    table.suspended,
    table.unpaid,
    table.groupId,
    table.contactId,
    table.pointsTo,
  ] as const;

/** Each time that an account held a name. */
export const heldName = pgTable(
  'held_name',
  {
    id: uuid().primaryKey().defaultRandom(),
    name: text().notNull(),
    accountId: uuid('account_id')
      .notNull()
      .references(() => account.id),
    /** Null where it came from another account. */
    orderId: uuid('order_id').references(() => customerOrder.id),
    contactId: uuid('contact_id')
      .notNull()
      .references(() => contact.id),
    /** The other contacts; the registrant where null. */
    contacts: jsonb().$type<NameContacts>(),
    groupId: uuid('group_id').references(() => nameGroup.id, { onDelete: 'set null' }),
    registeredOn: date('registered_on').notNull(),
    expiresOn: date('expires_on').notNull(),
    privacy: boolean().notNull(),
    autoRenew: boolean('auto_renew').notNull(),
    premiumRenew: bigint('premium_renew', { mode: 'number' }),
    /** What its renewals are charged in: that of its first order. */
    currency: text().$type<Currency>().notNull().default('USD'),
    /** Locked against transfer, as its registry said last. */
    locked: boolean().notNull().default(false),
    /** Where it is delegated to, as its registry said last; as it began where null. */
    delegation: jsonb().$type<Delegation>(),
    pointsTo: text('points_to')
      .$type<PointsTo>()
      .notNull()
      .generatedAlwaysAs(
        sql`case coalesce(jsonb_array_length(nullif(delegation -> 'nameservers', 'null')), -1)
          when -1 then 'tienda' when 0 then 'nothing' else 'elsewhere' end`,
      ),
    /** Its holder has changed: it stays here until that day. */
    movableFrom: date('movable_from'),
    /** Put out of service at the registry. */
    suspended: boolean().notNull().default(false),
    stage: text().$type<HeldStage>().notNull().default('active'),
    /** The day on which the next stage can begin. */
    nextStageOn: date('next_stage_on').notNull(),
    /** How far its coming renewal was looked after. */
    care: jsonb().$type<RenewalCare>().notNull().default({}),
    /** The day on which something falls due about its renewal; null where nothing does. */
    careOn: date('care_on'),
    /** True where its renewal was tried and not paid. */
    unpaid: boolean()
      .notNull()
      .generatedAlwaysAs(sql`care ? 'failed'`),
    /** When it was let go of; null for the one who holds it now. */
    leftAt: instant('left_at'),
  },
  (table) => [
    uniqueIndex('held_name_current')
      .on(table.name)
      .where(sql`${table.leftAt} is null`),
    // One for each order of a list, with all that it is searched by (`names/lists`): a page is found without the rows.
    ...(['expiresOn', 'registeredOn'] as const).map((sort) =>
      index(`held_name_list_${sort === 'expiresOn' ? 'ends' : 'since'}`)
        .on(table.accountId, table[sort], table.name, ...searched(table), table.id)
        .where(sql`${table.leftAt} is null`),
    ),
    index('held_name_list_name')
      .on(table.accountId, table.name, table.expiresOn, ...searched(table), table.id)
      .where(sql`${table.leftAt} is null`),
    // What is searched for and found nowhere: a third of the pages of the list's own.
    index('held_name_names')
      .on(table.accountId, table.name, table.id)
      .where(sql`${table.leftAt} is null`),
    // Few of many: those whose days have come.
    index('held_name_late')
      .on(table.accountId, table.stage, table.registeredOn, table.name, table.privacy, table.id)
      .where(sql`${table.leftAt} is null and ${table.stage} <> 'active'`),
    index('held_name_stage')
      .on(table.nextStageOn)
      .where(sql`${table.leftAt} is null`),
    index('held_name_care')
      .on(table.careOn, table.accountId)
      .where(sql`${table.leftAt} is null`),
    index('held_name_registered').on(table.registeredOn),
    index('held_name_group')
      .on(table.groupId)
      .where(sql`${table.groupId} is not null`),
    index('held_name_premium')
      .on(table.accountId)
      .where(sql`${table.premiumRenew} is not null and ${table.leftAt} is null`),
    index('held_name_suspended')
      .on(table.suspended)
      .where(sql`suspended`),
  ],
);

/** What happened to a held name: who did what, and when; never changed. */
export const nameLog = pgTable(
  'name_log',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    heldId: uuid('held_id')
      .notNull()
      .references(() => heldName.id),
    at: instant('at').notNull(),
    who: jsonb().$type<Who>().notNull(),
    what: jsonb().$type<NameEvent>().notNull(),
  },
  (table) => [index('name_log_held').on(table.heldId, table.id)],
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
