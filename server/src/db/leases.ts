import { randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { Logger } from 'pino';
import type { Database } from './database';

/**
 * What only one server process does at a time. A lease is a row with an end, which its holder moves on while it works:
 * no connection is held meanwhile, and what a process had that died is taken over when its lease runs out.
 */
export class Leases {
  private readonly holder = randomUUID();

  constructor(
    private readonly database: Database,
    /** How long a process may be silent before others take over what it had. */
    private readonly leaseSeconds: number,
    private readonly log: Logger,
  ) {}

  /** Runs an action while no other process runs one under the same key; `undefined` at once where another does. */
  async exclusively<Result>(key: string, action: () => Promise<Result>): Promise<Result | undefined> {
    const holder = `${this.holder} ${randomUUID()}`;
    const until = sql`now() + make_interval(secs => ${this.leaseSeconds})`;
    const taken = await this.database.execute(sql`
      insert into lease as l (key, holder, until) values (${key}, ${holder}, ${until})
      on conflict (key) do update set holder = excluded.holder, until = excluded.until where l.until < now()
      returning key`);
    if (taken.rows.length === 0) return undefined;
    const mine = sql`key = ${key} and holder = ${holder}`;
    const renewal = setInterval(
      () => {
        this.database.execute(sql`update lease set until = ${until} where ${mine}`).catch((fault: unknown) => {
          this.log.warn({ err: fault, key }, 'a lease could not be renewed');
        });
      },
      (this.leaseSeconds * 1000) / 3,
    );
    try {
      return await action();
    } finally {
      clearInterval(renewal);
      // Where that fails, it runs out by itself.
      await this.database.execute(sql`delete from lease where ${mine}`).catch((fault: unknown) => {
        this.log.warn({ err: fault, key }, 'a lease could not be given back');
      });
    }
  }
}
