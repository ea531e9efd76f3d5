import { createHash } from 'node:crypto';
import pg from 'pg';

/** No statement of the shop takes this long, nor does a transaction rest: what does is broken, and holds up others. */
const patience = { statement_timeout: 20_000, idle_in_transaction_session_timeout: 60_000, keepAlive: true };

/** A connection rests this long before it is closed: who comes next would wait for another, and for all to be planned anew. */
const idleTimeoutMillis = 300_000;

/** Statements that one connection prepares at the most: lists of every length would fill PostgreSQL's memory. */
const mostPrepared = 300;

/**
 * Connections to PostgreSQL. One that breaks while nobody uses it is replaced; one in use fails its next query, and
 * takes nothing else down.
 *
 * @param prepares whether each statement is planned once a connection, which a pooler between does not bear
 */
export function openPool(options: pg.PoolConfig, prepares: boolean): pg.Pool {
  const pool = new pg.Pool({ ...patience, idleTimeoutMillis, ...options });
  pool.on('error', () => undefined);
  pool.on('connect', (client) => {
    client.on('error', () => undefined);
    if (prepares) prepareAll(client);
  });
  return pool;
}

/** Names what a client asks, so that it is sent and planned once. */
function prepareAll(client: pg.PoolClient): void {
  const names = new Map<string, string>();
  const nameOf = (text: string) => {
    const known = names.get(text);
    if (known !== undefined || names.size >= mostPrepared) return known;
    const name = createHash('sha256').update(text).digest('base64url');
    names.set(text, name);
    return name;
  };
  const query = client.query.bind(client) as (...asked: unknown[]) => unknown;
  const named = (asked: unknown, ...rest: unknown[]) => {
    const isOne = typeof asked === 'object' && asked !== null && 'text' in asked && !('submit' in asked);
    if (!isOne || typeof asked.text !== 'string') return query(asked, ...rest);
    const name = nameOf(asked.text);
    return query(name === undefined ? asked : { ...asked, name }, ...rest);
  };
  client.query = named as typeof client.query;
}
