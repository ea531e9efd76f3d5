import path from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import pg from 'pg';

export type Database = NodePgDatabase;

/** The stand-ins' database, which several of them share. */
export function connect(url: string): { database: Database; close: () => Promise<void> } {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  // A connection that breaks while nobody uses it is replaced by the pool; one in use fails its next query.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  return { database: drizzle(pool), close: () => pool.end() };
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
