import path from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { sql } from 'drizzle-orm';
import pg from 'pg';

export type Database = NodePgDatabase;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

export interface OpenDatabase {
  readonly pool: pg.Pool;
  readonly database: Database;
}

/** Any number; servers that start together migrate one after the other. */
const migrationLock = 7_443_661;

/** Opens the database and brings its tables up to date. */
export async function openDatabase(url: string): Promise<OpenDatabase> {
  const pool = new pg.Pool({ connectionString: url, max: 20 });
  // A connection that breaks while nobody uses it is replaced by the pool; one in use fails its next query.
  pool.on('error', () => undefined);
  pool.on('connect', (client) => client.on('error', () => undefined));
  const database = drizzle(pool);
  const client = await pool.connect();
  try {
    await client.query('select pg_advisory_lock($1)', [migrationLock]);
    await migrate(database, { migrationsFolder: path.resolve('server/drizzle') });
  } finally {
    await client.query('select pg_advisory_unlock($1)', [migrationLock]);
    client.release();
  }
  return { pool, database };
}

/** True where PostgreSQL answers. */
export async function databaseAnswers(database: Database): Promise<boolean> {
  return database.execute(sql`select 1`).then(
    () => true,
    () => false,
  );
}

/**
 * Runs an action while no other process runs one under the same key; `undefined` at once where another does.
 * PostgreSQL frees the lock when the process dies.
 */
export async function exclusively<Result>(
  pool: pg.Pool,
  key: string,
  action: () => Promise<Result>,
): Promise<Result | undefined> {
  const client = await pool.connect();
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
