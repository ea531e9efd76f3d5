import path from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export type Database = NodePgDatabase;

/** Opens the stand-ins' database and brings its tables up to date. */
export async function openDatabase(url: string): Promise<{ database: Database; close: () => Promise<void> }> {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  // A connection that breaks while nobody uses it is replaced by the pool; one in use fails its next query.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  const database = drizzle(pool);
  await migrate(database, { migrationsFolder: path.resolve('standins/drizzle') });
  return { database, close: () => pool.end() };
}
