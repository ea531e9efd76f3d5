import { randomUUID } from 'node:crypto';
import { and, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from './database';
import { Heartbeat } from './heartbeat';
import { lease } from './schema';

/** When a lease that begins now runs out, by the database's clock. */
export function leaseEnd(seconds: number): SQL {
  return sql`now() + make_interval(secs => ${seconds})`;
}

/**
 * What only one server process does at a time. A lease is a row with an end, which its holder moves on while it works:
 * no connection is held meanwhile, and what a process had that died is taken over when its lease runs out.
 */
export class Leases {
  private readonly heartbeat: Heartbeat;

  constructor(
    private readonly database: Database,
    /** How long a process may be silent before others take over what it had. */
    private readonly leaseSeconds: number,
    private readonly log: Logger,
  ) {
    this.heartbeat = new Heartbeat(leaseSeconds, (holders) => this.extend(holders), log);
  }

  /** Runs an action while no other process runs one under the same key; `undefined` at once where another does. */
  async exclusively<Result>(key: string, action: () => Promise<Result>): Promise<Result | undefined> {
    const holder = randomUUID();
    const taken = await this.database.execute(sql`
      insert into lease as l (key, holder, until) values (${key}, ${holder}, ${leaseEnd(this.leaseSeconds)})
      on conflict (key) do update set holder = excluded.holder, until = excluded.until where l.until < now()
      returning key`);
    if (taken.rows.length === 0) return undefined;
    try {
      return await this.heartbeat.during(holder, action);
    } finally {
      // Where that fails, it runs out by itself.
      await this.database
        .delete(lease)
        .where(and(eq(lease.key, key), eq(lease.holder, holder)))
        .catch((fault: unknown) => this.log.warn({ err: fault, key }, 'a lease could not be given back'));
    }
  }

  private async extend(holders: readonly string[]): Promise<void> {
    await this.database
      .update(lease)
      .set({ until: leaseEnd(this.leaseSeconds) })
      .where(inArray(lease.holder, [...holders]));
  }
}
