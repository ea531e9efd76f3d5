import { randomUUID } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import type { Database } from '../../platform/db/database';
import { storedQuote } from '../../platform/db/schema';
import { together } from '../../platform/db/together';

export type StoredQuote = typeof storedQuote.$inferSelect;

export class QuoteStore {
  /** Keeps it; quotes of one moment share a statement. */
  readonly keep = together(async (quotes: readonly Omit<StoredQuote, 'id'>[]): Promise<string[]> => {
    const rows = quotes.map((one): StoredQuote => ({ id: randomUUID(), ...one }));
    await this.database.execute(sql`
      insert into ${storedQuote} (id, request, quote, valid_until)
      select id, request, quote, "validUntil"
      from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb)
        as kept (id uuid, request jsonb, quote jsonb, "validUntil" timestamptz)
    `);
    return rows.map(({ id }) => id);
  });

  /** Reads one; written once for all. */
  private readonly found;

  constructor(private readonly database: Database) {
    this.found = database
      .select()
      .from(storedQuote)
      .where(eq(storedQuote.id, sql.placeholder('id')))
      .prepare('');
  }

  async find(id: string): Promise<StoredQuote | undefined> {
    const [found] = await this.found.execute({ id });
    return found;
  }
}
