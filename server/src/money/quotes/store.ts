import { eq } from 'drizzle-orm';
import type { AgreedQuote } from '@tienda/core/pricing/quoteChanges';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import type { Database } from '../../platform/db/database';
import { storedQuote } from '../../platform/db/schema';

export type StoredQuote = typeof storedQuote.$inferSelect;

export class QuoteStore {
  constructor(private readonly database: Database) {}

  async keep(request: QuoteRequest, quote: AgreedQuote, validUntil: Date): Promise<string> {
    const [kept] = await this.database
      .insert(storedQuote)
      .values({ request, quote, validUntil })
      .returning({ id: storedQuote.id });
    if (!kept) throw new Error('The quote was not kept');
    return kept.id;
  }

  async find(id: string): Promise<StoredQuote | undefined> {
    const [found] = await this.database.select().from(storedQuote).where(eq(storedQuote.id, id));
    return found;
  }
}
