import { inArray, lt, sql } from 'drizzle-orm';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Clock, WorldClock } from '../clock/clock';
import type { Database } from '../db/database';
import {
  basketCodes,
  basketLine,
  idempotentRequest,
  knownDevice,
  lease,
  mailCode,
  outgoing,
  rateLimit,
  session,
  signUp,
  storedQuote,
  wrongAuthCode,
} from '../db/schema';

const dayInMs = 24 * 3600 * 1000;

/**
 * Sweeps out what nobody can use any more: run-out sessions with their visitors' baskets, sign-ups, unordered quotes,
 * counts and keys. Sessions live in the world's time.
 */
export async function sweepOut(database: Database, clock: Clock & WorldClock): Promise<void> {
  const now = clock.now();
  const dayAgo = new Date(now.getTime() - dayInMs);
  const over = await database.delete(session).where(lt(session.expiresAt, clock.world())).returning();
  const baskets = over.filter(({ accountId }) => accountId === null).map(({ basketId }) => basketId);
  if (baskets.length > 0) {
    await database.delete(basketLine).where(inArray(basketLine.basketId, baskets));
    await database.delete(basketCodes).where(inArray(basketCodes.basketId, baskets));
  }
  await database.delete(lease).where(lt(lease.until, sql`now() - interval '1 day'`));
  await database.delete(signUp).where(lt(signUp.expiresAt, dayAgo));
  await database.delete(knownDevice).where(lt(knownDevice.seenAt, new Date(now.getTime() - 400 * dayInMs)));
  await database.delete(mailCode).where(lt(mailCode.expiresAt, dayAgo));
  await database.delete(outgoing).where(lt(outgoing.sentAt, new Date(now.getTime() - 90 * dayInMs)));
  await database
    .delete(storedQuote)
    .where(
      sql`${storedQuote.validUntil} < ${dayAgo} and not exists (select 1 from customer_order where quote_id = ${storedQuote.id})`,
    );
  await database
    .delete(idempotentRequest)
    .where(lt(idempotentRequest.createdAt, new Date(now.getTime() - 7 * dayInMs)));
  await database.delete(wrongAuthCode).where(lt(wrongAuthCode.day, isoDate(dayAgo)));
  await database.delete(rateLimit).where(lt(rateLimit.expire, Date.now() - dayInMs));
}
