import path from 'node:path';
import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import { sql, type SQL } from 'drizzle-orm';
import pg from 'pg';
import { openPool } from './pool';

export type Database = NodePgDatabase;
export type Transaction = Parameters<Parameters<Database['transaction']>[0]>[0];

/** A part of a statement that several subjects write together: `name as (…)`. */
export type StatementPart = SQL;

export interface OpenDatabase {
  readonly pool: pg.Pool;
  readonly database: Database;
}

/** Any number; servers that start together migrate one after the other. */
const migrationLock = 7_443_661;

/** Who waits longer for a connection is told so, instead of waiting for ever. */
const patienceMs = 30_000;

/**
 * Opens the database and brings its tables up to date.
 *
 * @param connections at the most; one is enough, since nothing that has one ever waits for a second
 * @param directUrl the same database without a pooler between
 */
export async function openDatabase(url: string, connections = 20, directUrl = url): Promise<OpenDatabase> {
  const pool = openPool(
    { connectionString: url, max: connections, connectionTimeoutMillis: patienceMs },
    url === directUrl,
  );
  const database = drizzle(pool);
  const overClient = new WeakMap<pg.PoolClient, Database>();
  // Drizzle's own keeps its connection for ever where even `begin` fails, as it does while PostgreSQL restarts.
  database.transaction = async (action, config) => {
    const client = await pool.connect();
    const known = overClient.get(client) ?? drizzle(client);
    overClient.set(client, known);
    try {
      return await known.transaction(action, config);
    } finally {
      client.release();
    }
  };
  await migrated(directUrl);
  return { pool, database };
}

/** Brings the tables up to date, over a session of its own: servers that start together wait for each other there. */
async function migrated(url: string): Promise<void> {
  const client = new pg.Client({ connectionString: url, connectionTimeoutMillis: patienceMs });
  // A session that breaks fails what is asked of it.
  client.on('error', () => undefined);
  await client.connect();
  try {
    // The lock ends with the session.
    await client.query('select pg_advisory_lock($1)', [migrationLock]);
    await migrate(drizzle(client), { migrationsFolder: path.resolve('server/drizzle') });
  } finally {
    await client.end();
  }
}

/** True where PostgreSQL answers. */
export async function databaseAnswers(database: Database): Promise<boolean> {
  return database.execute(sql`select 1`).then(
    () => true,
    () => false,
  );
}

/** The unique index that a statement broke; undefined where that is not why it failed. */
export function brokenConstraint(fault: unknown): string | undefined {
  // Drizzle wraps what PostgreSQL says.
  const said = fault instanceof Error && fault.cause ? fault.cause : fault;
  return said instanceof pg.DatabaseError && said.code === '23505' ? said.constraint : undefined;
}
