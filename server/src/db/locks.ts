import type pg from 'pg';
import { openPool } from './pool';

/**
 * Locks that all server processes share, kept by PostgreSQL. They have connections of their own: who holds a lock
 * needs another connection to work with, and could wait for it for ever if those who wait for locks had them all.
 */
export class Locks {
  private readonly pool: pg.Pool;

  constructor(url: string) {
    this.pool = openPool({ connectionString: url, max: 20, application_name: 'tienda-locks' });
  }

  /**
   * Runs an action while no other process runs one under the same key; `undefined` at once where another does.
   * PostgreSQL frees the lock when the process dies.
   */
  async exclusively<Result>(key: string, action: () => Promise<Result>): Promise<Result | undefined> {
    const client = await this.pool.connect();
    let broken: Error | undefined;
    const breaks = (fault: Error) => {
      broken = fault;
    };
    client.on('error', breaks);
    try {
      const { rows } = await client.query<{ locked: boolean }>(
        'select pg_try_advisory_lock(hashtextextended($1, 0)) as locked',
        [key],
      );
      if (!rows[0]?.locked) return undefined;
      try {
        return await action();
      } finally {
        // A connection that broke took its lock along.
        if (!broken) await client.query('select pg_advisory_unlock(hashtextextended($1, 0))', [key]);
      }
    } finally {
      client.off('error', breaks);
      client.release(broken);
    }
  }

  close(): Promise<void> {
    return this.pool.end();
  }
}
