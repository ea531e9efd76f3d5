import { setTimeout as pause } from 'node:timers/promises';
import type pg from 'pg';
import type { Logger } from 'pino';
import { openPool } from '../db/pool';

const waitMs = 250;
const patienceMs = 120_000;

/**
 * The queue's own connections. A statement for which PostgreSQL cannot be reached is tried again: it is being
 * started anew, and what the queue says of its jobs may be said twice.
 */
export class PatientSql {
  private readonly pool: pg.Pool;
  private closed = false;

  constructor(
    url: string,
    private readonly log: Logger,
  ) {
    this.pool = openPool({ connectionString: url, max: 4, application_name: 'tienda-queue' });
  }

  async executeSql(text: string, values: unknown[]): Promise<{ rows: unknown[] }> {
    for (const end = Date.now() + patienceMs; ; await pause(waitMs)) {
      try {
        return await this.pool.query(text, values);
      } catch (fault) {
        // Nobody waits for the answer any more: jobs under way are taken up again by another process.
        if (this.closed) return new Promise(() => undefined);
        if (!isOutOfReach(fault) || Date.now() > end) throw fault;
        this.log.warn({ err: fault }, 'the queue waits for PostgreSQL');
      }
    }
  }

  async close(): Promise<void> {
    this.closed = true;
    await this.pool.end();
  }
}

/** True where the connection failed, not the statement (PostgreSQL error classes 08 and 57P). */
function isOutOfReach(fault: unknown): boolean {
  if (!(fault instanceof Error)) return false;
  const code = 'code' in fault && typeof fault.code === 'string' ? fault.code : '';
  return /^(08|57P|ECONN|EPIPE)/.test(code) || /^Connection terminated/.test(fault.message);
}
