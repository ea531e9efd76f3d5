import path from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export type Database = NodePgDatabase;

/** Statements that one connection plans once: those of which there is one for each number of rows are planned each time. */
const mostPrepared = 100;

/** The stand-ins' database, which several of them share. */
export function connect(url: string): { database: Database; close: () => Promise<void> } {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  // A connection that breaks while nobody uses it is replaced by the pool; one in use fails its next query.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => {
    client.on('error', () => undefined);
    prepareAll(client);
  });
  return { database: drizzle(pool), close: () => pool.end() };
}

/** Gives each of the few statements that are asked again and again a name, under which the connection keeps its plan. */
function prepareAll(client: pg.PoolClient): void {
  const names = new Map<string, string>();
  const ask = client.query.bind(client) as (asked: string | pg.QueryConfig, ...rest: unknown[]) => unknown;
  const named = (asked: string | pg.QueryConfig, ...rest: unknown[]) => {
    if (typeof asked === 'string' || asked.name !== undefined) return ask(asked, ...rest);
    const { text } = asked;
    if (names.size < mostPrepared && !names.has(text)) names.set(text, `s${names.size}`);
    return ask({ ...asked, name: names.get(text) }, ...rest);
  };
  client.query = named as typeof client.query;
}

/** Brings the tables up to date. */
export async function migrateDatabase(url: string): Promise<void> {
  const { database, close } = connect(url);
  try {
    await migrate(database, { migrationsFolder: path.resolve('standins/drizzle') });
  } finally {
    await close();
  }
}
