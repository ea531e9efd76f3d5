import { createHash } from 'node:crypto';
import { and, eq, isNull } from 'drizzle-orm';
import type { Context } from 'koa';
import type { Clock } from '../clock/clock';
import type { Database } from '../db/database';
import { idempotentRequest } from '../db/schema';
import { Problem } from './problem';
import type { Answer } from './route';

const longestKey = 100;

/** A request that counts once, however often it is sent. */
export interface SentOnce {
  /** The same each time that it is sent. */
  readonly key: string;
  /** Digest of all that is sent. */
  readonly request: string;
}

/** @throws Problem 400 without a key */
export function sentOnce(ctx: Context): SentOnce {
  const key = ctx.get('Idempotency-Key');
  if (!key || key.length > longestKey)
    throw new Problem(400, 'key-needed', 'A key is needed', 'Send an Idempotency-Key header of up to 100 characters.');
  const request = createHash('sha256')
    .update(`${ctx.method} ${ctx.path} ${JSON.stringify(ctx.request.body)}`)
    .digest('hex');
  return { key, request };
}

export function keyReused(): Problem {
  return new Problem(409, 'key-reused', 'Key used before', 'This Idempotency-Key belongs to another request.');
}

/** Answers a repeated request as it was answered the first time. Refusals are not kept: they may be mended. */
export class Idempotency {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** @throws Problem 400 without a key, 409 where the key was used for another request */
  async once(ctx: Context, accountId: string, action: () => Promise<Answer>): Promise<Answer> {
    const { key, request } = sentOnce(ctx);
    const mine = and(eq(idempotentRequest.accountId, accountId), eq(idempotentRequest.key, key));
    const first = await this.database
      .insert(idempotentRequest)
      .values({ accountId, key, request, createdAt: this.clock.now() })
      .onConflictDoNothing()
      .returning({ key: idempotentRequest.key });
    if (first.length === 0) {
      const [earlier] = await this.database.select().from(idempotentRequest).where(mine);
      if (earlier && earlier.request !== request) throw keyReused();
      if (earlier?.status) return { status: earlier.status, body: earlier.body };
      // The first attempt is at work or died: the action itself is safe to repeat.
    }
    const answer = await action().catch(async (refusal: unknown) => {
      // What was refused may be mended and sent again under its key.
      await this.database.delete(idempotentRequest).where(and(mine, isNull(idempotentRequest.status)));
      throw refusal;
    });
    await this.database
      .update(idempotentRequest)
      .set({ status: answer.status ?? 200, body: answer.body })
      .where(mine);
    return answer;
  }
}
