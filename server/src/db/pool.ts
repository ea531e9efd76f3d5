import pg from 'pg';

/**
 * Connections to PostgreSQL. One that breaks while nobody uses it is replaced; one in use fails its next query, and
 * takes nothing else down.
 */
export function openPool(options: pg.PoolConfig): pg.Pool {
  const pool = new pg.Pool(options);
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return pool;
}
