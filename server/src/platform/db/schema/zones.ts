import { sql } from 'drizzle-orm';
import {
  bigint,
  bigserial,
  boolean,
  date,
  index,
  integer,
  jsonb,
  pgSchema,
  pgTable,
  primaryKey,
  text,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Who } from '@tienda/core/accounts/actor';
import type { Met } from '@tienda/core/dns/forward';
import type { DnsRecord } from '@tienda/core/dns/record';
import type { Signing } from '@tienda/core/dns/signing';
import { instant } from './instant';

/** What Tienda's name servers answer for a name, for as long as it is held. */
export const zone = pgTable(
  'zone',
  {
    /** A-label. */
    name: text().primaryKey(),
    /** Counts the changes: who changes it says which it knows. */
    version: integer().notNull().default(0),
    /** Of its SOA. */
    serial: bigint({ mode: 'number' }).notNull(),
    records: jsonb().$type<readonly DnsRecord[]>().notNull().default([]),
    /** How it is signed; null: it is not. */
    signing: jsonb().$type<Signing>(),
    /** The account that held it, where the name has moved away: it goes on for a while. */
    leftBy: uuid('left_by'),
    /** The first day on which it does not. */
    goesOn: date('goes_on'),
  },
  (table) => [
    index('zone_left')
      .on(table.goesOn)
      .where(sql`${table.goesOn} is not null`),
    index('zone_signing')
      .on(table.name)
      .where(sql`${table.signing} ->> 'at' <> 'on'`),
  ],
);

/** A state that a zone had, from when on, and by whom. */
export const zoneVersion = pgTable(
  'zone_version',
  {
    name: text()
      .notNull()
      .references(() => zone.name, { onDelete: 'cascade' }),
    version: integer().notNull(),
    at: instant('at').notNull(),
    who: jsonb().$type<Who>().notNull(),
    records: jsonb().$type<readonly DnsRecord[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.name, table.version] })],
);

/** The addresses of hosts that an ALIAS leads to, as resolvers said the last time. */
export const aliasTarget = pgTable(
  'alias_target',
  {
    host: text().primaryKey(),
    addresses: text().array().notNull(),
    /** When they are asked for again. */
    dueAt: instant('due_at').notNull(),
  },
  (table) => [index('alias_due').on(table.dueAt)],
);

/** Which zones lead to such a host. */
export const aliasUse = pgTable(
  'alias_use',
  {
    zone: text()
      .notNull()
      .references(() => zone.name, { onDelete: 'cascade' }),
    host: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.zone, table.host] }), index('alias_host').on(table.host)],
);

/** The channel on which it is told which zones have changed for name servers: by triggers on what those read. */
export const zoneChanges = 'zones';

/** The channel on which it is told that forwards or their certificates have changed. */
export const forwardChanges = 'forwards';
/** Keys of certificates are sealed for this. */
export const certificateKeys = 'certificate key';

/** What visitors of a host meet here, sent on or shown a page: what the forwarder reads, written with the zone. */
export const webForward = pgTable(
  'web_forward',
  {
    /** Whole, or `*.` and what it is below. */
    host: text().primaryKey(),
    zone: text()
      .notNull()
      .references(() => zone.name, { onDelete: 'cascade' }),
    forward: jsonb().$type<Met>().notNull(),
  },
  (table) => [index('forward_zone').on(table.zone)],
);

/** What hosts of forwarded names answer with over HTTPS; there before there is one, to be asked for. */
export const certificate = pgTable(
  'certificate',
  {
    host: text().primaryKey(),
    /** Null for a host of Tienda's own. */
    zone: text().references(() => zone.name, { onDelete: 'cascade' }),
    /** PEM, the host's own first. */
    chain: text(),
    /** PEM, sealed. */
    key: text(),
    goodUntil: instant('good_until'),
    /** Which authority issued it. */
    authority: text(),
    /** When it is asked for next; null: not any more. */
    nextAt: instant('next_at'),
    attempts: integer().notNull().default(0),
    /** What the authority said the last time, where it was no. */
    problem: text(),
  },
  (table) => [index('certificate_next').on(table.nextAt), index('certificate_zone').on(table.zone)],
);

/** What an authority is answered that wants to know whether visitors of a host come here (RFC 8555 section 8.3). */
export const acmeChallenge = pgTable('acme_challenge', { token: text().primaryKey(), answer: text().notNull() });

/** The account with an authority: its key, sealed, and its address there. */
export const acmeAccount = pgTable('acme_account', {
  authority: text().primaryKey(),
  key: text().notNull(),
  url: text().notNull(),
});

/** What the name servers read, as they know it; their other tables are their own. */
const dns = pgSchema('dns');

export const servedZone = dns.table('domains', {
  id: integer().primaryKey().generatedByDefaultAsIdentity(),
  name: text().notNull().unique(),
  master: text(),
  lastCheck: integer('last_check'),
  type: text().notNull(),
  notifiedSerial: bigint('notified_serial', { mode: 'number' }),
  account: text(),
  options: text(),
  catalog: text(),
});

export const servedRecord = dns.table(
  'records',
  {
    id: bigserial({ mode: 'number' }).primaryKey(),
    domainId: integer('domain_id')
      .notNull()
      .references(() => servedZone.id, { onDelete: 'cascade' }),
    /** Whole, without the last dot. */
    name: text().notNull(),
    /** Null where there is nothing but names below. */
    type: text(),
    content: text(),
    ttl: integer(),
    prio: integer(),
    disabled: boolean().notNull().default(false),
    /** Its place for denials of existence: the labels below the zone, the last one first. */
    ordername: text(),
    /** False for what a sub-name's own servers answer. */
    auth: boolean().notNull().default(true),
  },
  (table) => [
    index('record_name').on(table.name, table.type),
    index('record_order').on(table.domainId, table.ordername.op('text_pattern_ops')),
  ],
);
