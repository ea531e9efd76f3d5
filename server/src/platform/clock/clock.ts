import { eq, sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Database } from '../db/database';
import type { Notifications } from '../db/notifications';
import { demoClock } from '../db/schema';

/** The only source of time in the server. */
export interface Clock {
  now(): Date;
}

/** The day on which this program started, in the world: a demo's clock that is moved on passes it by. */
export const startedOn: IsoDate = isoDate(new Date());

const channel = 'demo_clock';
const row = 1;
const dayInMs = 24 * 3600 * 1000;

/** The time of people's own devices. */
export interface WorldClock {
  world(): Date;
}

/** The real time, moved ahead by whole days in the demo; all server processes move together. */
export class DemoClock implements Clock, WorldClock {
  private days = 0;

  private constructor(private readonly database: Database) {}

  static async open(database: Database, notifications: Notifications, log: Logger): Promise<DemoClock> {
    const clock = new DemoClock(database);
    await notifications.subscribe(channel, () => {
      clock.refresh().catch((fault: unknown) => log.error({ err: fault }, 'the demo clock could not be read'));
    });
    await clock.refresh();
    return clock;
  }

  now(): Date {
    return new Date(Date.now() + this.days * dayInMs);
  }

  /** The time that people's own devices show, however far the demo is ahead. */
  world(): Date {
    return new Date();
  }

  /** Whole days that the demo is ahead of the world. */
  get daysAhead(): number {
    return this.days;
  }

  async advance(days: number): Promise<void> {
    await this.database
      .insert(demoClock)
      .values({ id: row, days })
      .onConflictDoUpdate({ target: demoClock.id, set: { days: sql`${demoClock.days} + ${days}` } });
    await this.database.execute(sql`select pg_notify(${channel}, '')`);
    await this.refresh();
  }

  private async refresh(): Promise<void> {
    const [found] = await this.database.select().from(demoClock).where(eq(demoClock.id, row));
    this.days = found?.days ?? 0;
  }
}
