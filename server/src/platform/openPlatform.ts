import type pg from 'pg';
import type { Logger } from 'pino';
import { Attention } from './attention/attention';
import { DemoClock } from './clock/clock';
import type { Config } from './config';
import { openDatabase, type Database } from './db/database';
import { sweepOut } from './jobs/housekeeping';
import { Leases } from './db/leases';
import { Notifications } from './db/notifications';
import { Cookies } from './http/cookies';
import { Idempotency } from './http/idempotency';
import { Limits } from './http/limits';
import type { Route } from './http/route';
import { Sessions } from './http/sessions';
import type { Chore } from './jobs/sweeper';
import { Outbox } from './outbox/outbox';
import { OutgoingStore } from './outbox/store';
import { Keyring } from './secrets/keyring';

/** What a wing of the house offers to visitors, and what falls due in it by itself. */
export interface Wing {
  readonly routes: readonly Route[];
  readonly chores: readonly Chore[];
}

/** What everything else stands on. */
export interface Platform {
  readonly config: Config;
  readonly log: Logger;
  readonly pool: pg.Pool;
  readonly database: Database;
  readonly leases: Leases;
  readonly notifications: Notifications;
  readonly clock: DemoClock;
  readonly attention: Attention;
  readonly limits: Limits;
  readonly cookies: Cookies;
  readonly sessions: Sessions;
  readonly idempotency: Idempotency;
  readonly outbox: Outbox;
  /** Auth codes and links in mails are made with it. */
  readonly codeKeys: Keyring;
  readonly chores: readonly Chore[];
  close(): Promise<void>;
}

/** Opens the database, its tables up to date, and all that stands on nothing else. */
export async function openPlatform(config: Config, log: Logger): Promise<Platform> {
  const { databaseUrl, databaseConnections, directDatabaseUrl } = config;
  const { pool, database } = await openDatabase(databaseUrl, databaseConnections, directDatabaseUrl);
  const notifications = new Notifications(directDatabaseUrl, log);
  await notifications.open();
  const clock = await DemoClock.open(database, notifications, log);
  const attention = new Attention(database, clock, log);
  const limits = new Limits(pool, config.limits);
  const cookies = new Cookies(config.isSecure);
  const outbox = new Outbox(new OutgoingStore(database), attention, clock, log);
  return {
    config,
    log,
    pool,
    database,
    leases: new Leases(database, config.leaseSeconds, log),
    notifications,
    clock,
    attention,
    limits,
    cookies,
    sessions: new Sessions(database, clock, cookies, limits),
    idempotency: new Idempotency(database, clock),
    outbox,
    codeKeys: new Keyring(config.codeKeys),
    chores: [
      { name: 'mail', run: () => outbox.flush() },
      { name: 'housekeeping', run: () => sweepOut(database, clock) },
    ],
    close: async () => {
      await notifications.close();
      await pool.end();
    },
  };
}
