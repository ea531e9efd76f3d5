import pg from 'pg';

/** No statement of the shop takes this long, nor does a transaction rest: what does is broken, and holds up others. */
const patience = { statement_timeout: 20_000, idle_in_transaction_session_timeout: 60_000, keepAlive: true };

/**
 * Connections to PostgreSQL. One that breaks while nobody uses it is replaced; one in use fails its next query, and
 * takes nothing else down.
 */
export function openPool(options: pg.PoolConfig): pg.Pool {
  const pool = new pg.Pool({ ...patience, ...options });
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}
