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
    const taken = await this.take([key], holder);
    if (!taken.has(key)) return undefined;
    try {
      return await this.during(holder, action);
    } finally {
      await this.giveBack([key], holder);
    }
  }

  /** Takes what nobody else has, for as long as a lease runs; also what could not be given back. @returns what could be had */
  async take(keys: readonly string[], holder: string): Promise<ReadonlySet<string>> {
    // In the same order everywhere, so that no two wait for each other.
    const { rows } = await this.database.execute<{ key: string }>(sql`
      insert into lease as l (key, holder, until)
      select key, ${holder}, ${leaseEnd(this.leaseSeconds)} from unnest(${sql.param([...keys])}::text[]) as key order by key
      on conflict (key) do update set holder = excluded.holder, until = excluded.until
      where l.until < now() or l.holder = excluded.holder
      returning key`);
    return new Set(rows.map(({ key }) => key));
  }

  /** What a holder has does not run out while an action runs. */
  during<Result>(holder: string, action: () => Promise<Result>): Promise<Result> {
    return this.heartbeat.during(holder, action);
  }

  /** Others may have them now. Where that fails, they run out by themselves. */
  async giveBack(keys: readonly string[], holder: string): Promise<void> {
    await this.database
      .delete(lease)
      .where(and(sql`${lease.key} = any(${sql.param([...keys])}::text[])`, eq(lease.holder, holder)))
      .catch((fault: unknown) => this.log.warn({ err: fault, keys }, 'leases could not be given back'));
  }

  private async extend(holders: readonly string[]): Promise<void> {
    await this.database
      .update(lease)
      .set({ until: leaseEnd(this.leaseSeconds) })
      .where(inArray(lease.holder, [...holders]));
  }
}
