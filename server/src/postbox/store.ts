import { and, eq, inArray, isNull, lte, sql } from 'drizzle-orm';
import { drizzle } from 'drizzle-orm/node-postgres';
import type { Pool } from 'pg';
import { catchAll } from '@tienda/core/dns/mailForward';
import { standingFor } from '@tienda/core/dns/record';
import { certificateOfOwn, servedCertificate } from '../names/certificates/store';
import type { Database, Transaction } from '../platform/db/database';
import { account, heldName, mailDelivery, mailForward, mailMessage, mailTarget, zone } from '../platform/db/schema';

/** Where mail to an address goes. */
export interface Route {
  readonly zone: string;
  /** Who agreed to get it. */
  readonly targets: readonly string[];
  /** Who has not been heard of yet. */
  readonly asked: readonly string[];
}

/** One way that a mail has to go. */
export interface Due {
  /** Null for what goes back to a sender. */
  readonly zone: string | null;
  readonly address: string;
  readonly target: string;
}

/** A mail as it is taken in. */
export interface Accepted {
  readonly id: string;
  readonly sender: string;
  readonly content: Buffer;
  readonly due: readonly Due[];
}

type Delivery = typeof mailDelivery.$inferSelect;

/** A delivery that this process has taken for a while. */
export interface ClaimedDelivery extends Delivery {
  readonly messageId: string;
}

export type Outcome = NonNullable<Delivery['outcome']>;

/** What has moved away goes on for a while as whoever held it had set it up. */
const isHolder = eq(account.id, sql`coalesce(${heldName.accountId}, ${zone.leftBy})`);

/** Asks where mail goes, and keeps what was taken in until it is there. */
export class PostboxStore {
  private constructor(private readonly database: Database) {}

  static over(pool: Pool): PostboxStore {
    return new PostboxStore(drizzle(pool));
  }

  /**
   * Where an address is forwarded to: its own record counts before that of all others, and a name before an asterisk.
   *
   * @returns undefined where there is no such address
   */
  async routeOf(typedLocal: string, host: string): Promise<Route | undefined> {
    const hosts = standingFor(host);
    const local = typedLocal.toLowerCase();
    // Of `orders+spring` it is orders that is forwarded (RFC 5233).
    const locals = [local.replace(/\+.*$/, ''), catchAll];
    const rows = await this.database
      .select({
        host: mailForward.host,
        local: mailForward.local,
        zone: mailForward.zone,
        target: mailForward.target,
        isAgreed: sql<boolean>`${mailTarget.agreedAt} is not null or ${account.email} = ${mailForward.target}`,
      })
      .from(mailForward)
      .innerJoin(zone, eq(zone.name, mailForward.zone))
      .leftJoin(heldName, and(eq(heldName.name, mailForward.zone), isNull(heldName.leftAt)))
      .innerJoin(account, isHolder)
      .leftJoin(mailTarget, and(eq(mailTarget.accountId, account.id), eq(mailTarget.address, mailForward.target)))
      .where(and(inArray(mailForward.host, hosts), inArray(mailForward.local, locals)));
    const places = hosts.flatMap((at) =>
      locals.map((one) => rows.filter((row) => row.host === at && row.local === one)),
    );
    const [found = []] = places.filter((some) => some.length > 0);
    const [first] = found;
    if (!first) return local === 'postmaster' ? this.postmasterOf(hosts) : undefined;
    const targets = (isAgreed: boolean) => found.filter((row) => row.isAgreed === isAgreed).map(({ target }) => target);
    return { zone: first.zone, targets: targets(true), asked: targets(false) };
  }

  /** Somebody has to be there for those who have trouble with the mail of a name (RFC 5321 section 4.5.1). */
  private async postmasterOf(hosts: readonly string[]): Promise<Route | undefined> {
    const [row] = await this.database
      .select({ zone: mailForward.zone, email: account.email })
      .from(mailForward)
      .innerJoin(zone, eq(zone.name, mailForward.zone))
      .leftJoin(heldName, and(eq(heldName.name, mailForward.zone), isNull(heldName.leftAt)))
      .innerJoin(account, isHolder)
      .where(inArray(mailForward.host, [...hosts]))
      .limit(1);
    return row && { zone: row.zone, targets: [row.email], asked: [] };
  }

  /** Once this is done the mail is ours to deliver. */
  async accept({ id, sender, content, due }: Accepted, at: Date): Promise<void> {
    await this.database.transaction((transaction) => put(transaction, { id, sender, content, due }, at));
  }

  /** Takes what has its turn, the content of each mail once; other processes take others. */
  async claim(now: Date, leaseUntil: Date, limit: number): Promise<ClaimedDelivery[]> {
    const due = this.database
      .select({ id: mailDelivery.id })
      .from(mailDelivery)
      .where(and(isNull(mailDelivery.endedAt), lte(mailDelivery.nextAt, now)))
      .orderBy(mailDelivery.nextAt)
      .limit(limit)
      .for('update', { skipLocked: true });
    const claimed = await this.database
      .update(mailDelivery)
      .set({ nextAt: leaseUntil })
      .where(inArray(mailDelivery.id, due))
      .returning();
    return claimed.filter((one): one is ClaimedDelivery => one.messageId !== null);
  }

  async contents(ids: readonly string[]): Promise<Map<string, Buffer>> {
    const rows = await this.database
      .select({ id: mailMessage.id, content: mailMessage.content })
      .from(mailMessage)
      .where(inArray(mailMessage.id, [...new Set(ids)]));
    return new Map(rows.map(({ id, content }) => [id, content]));
  }

  /** A delivery has ended; the mail goes with its last one. @param notice what its sender is told of it */
  async ended(
    { id, messageId }: ClaimedDelivery,
    outcome: Outcome,
    answer: string,
    at: Date,
    notice?: Accepted,
  ): Promise<void> {
    await this.database.transaction(async (transaction) => {
      // Who ends another delivery of the same mail waits for this one, and then sees it ended.
      await transaction
        .select({ id: mailMessage.id })
        .from(mailMessage)
        .where(eq(mailMessage.id, messageId))
        .for('update');
      const ended = await transaction
        .update(mailDelivery)
        .set({ endedAt: at, outcome, answer })
        .where(and(eq(mailDelivery.id, id), isNull(mailDelivery.endedAt)))
        .returning();
      if (ended.length > 0 && notice) await put(transaction, notice, at);
      await transaction.execute(sql`
        delete from ${mailMessage} m where m.id = ${messageId}
          and not exists (select 1 from ${mailDelivery} d where d.message_id = m.id and d.ended_at is null)`);
    });
  }

  /** It was not taken for now. */
  async postponed({ id, attempts }: ClaimedDelivery, answer: string, nextAt: Date): Promise<void> {
    await this.database
      .update(mailDelivery)
      .set({ attempts: attempts + 1, answer, nextAt })
      .where(eq(mailDelivery.id, id));
  }

  /** The certificate that connections here are made private with, its key as it is sealed. */
  certificate(host: string) {
    return servedCertificate(this.database, host);
  }

  /** Whoever answers under it has begun: it is asked for now, however often it could not be had before. */
  wantCertificate(host: string): Promise<void> {
    return certificateOfOwn(this.database, host);
  }
}

async function put(transaction: Transaction, { id, sender, content, due }: Accepted, at: Date): Promise<void> {
  await transaction.insert(mailMessage).values({ id, sender, content });
  await transaction
    .insert(mailDelivery)
    .values(due.map((one) => ({ ...one, messageId: id, sender, acceptedAt: at, nextAt: at })));
}
