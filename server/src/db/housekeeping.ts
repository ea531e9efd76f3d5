import { lt, sql } from 'drizzle-orm';
import type { Database } from './database';
import { idempotentRequest, rateLimit, session, signUp, storedQuote } from './schema';

const dayInMs = 24 * 3600 * 1000;

/** Sweeps out what nobody can use any more: run-out sessions, sign-ups, unordered quotes, counts and keys. */
export async function sweepOut(database: Database, now: Date): Promise<void> {
  const dayAgo = new Date(now.getTime() - dayInMs);
  await database.delete(session).where(lt(session.expiresAt, now));
  await database.delete(signUp).where(lt(signUp.expiresAt, dayAgo));
  await database
    .delete(storedQuote)
    .where(
      sql`${storedQuote.validUntil} < ${dayAgo} and not exists (select 1 from customer_order where quote_id = ${storedQuote.id})`,
    );
  await database
    .delete(idempotentRequest)
    .where(lt(idempotentRequest.createdAt, new Date(now.getTime() - 7 * dayInMs)));
  await database.delete(rateLimit).where(lt(rateLimit.expire, Date.now() - dayInMs));
}
