import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { and, desc, eq, ne, or } from 'drizzle-orm';
import type { Context } from 'koa';
import type { Clock } from '../clock/clock';
import type { Database } from '../db/database';
import { session } from '../db/schema';

export type Session = typeof session.$inferSelect;

const cookieName = 'tienda_session';
/** Noted this often, so that reading does not write each time. */
const seenEveryMs = 5 * 60 * 1000;
const longestAgent = 300;
const lifetimeMs = 30 * 24 * 3600 * 1000;

/** Visitors' sessions, kept in PostgreSQL; the browser has only a random token in a cookie it cannot read. */
export class Sessions {
  constructor(
    private readonly database: Database,
    private readonly clock: Clock,
  ) {}

  /** The session whose cookie came with the request. */
  async find(ctx: Context): Promise<Session | undefined> {
    const token = ctx.cookies.get(cookieName);
    if (!token) return undefined;
    const [found] = await this.database
      .select()
      .from(session)
      .where(eq(session.tokenHash, digest(token)));
    const now = this.clock.now();
    if (!found || found.expiresAt <= now) return undefined;
    if (now.getTime() - (found.seenAt ?? found.createdAt).getTime() > seenEveryMs)
      await this.database.update(session).set({ seenAt: now }).where(eq(session.tokenHash, found.tokenHash));
    return found;
  }

  /** Begins a session, signed in or not, and sets its cookie. @param awaiting whose second step is still to come @param basketId of the visitor so far */
  async begin(
    ctx: Context,
    accountId: string | null,
    awaiting: string | null = null,
    basketId?: string,
  ): Promise<Session> {
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    const expiresAt = new Date(now.getTime() + lifetimeMs);
    const csrf = randomBytes(24).toString('base64url');
    const [begun] = await this.database
      .insert(session)
      .values({
        tokenHash: digest(token),
        csrf,
        accountId,
        awaiting,
        ...(basketId ? { basketId } : {}),
        agent: ctx.get('User-Agent').slice(0, longestAgent),
        createdAt: now,
        expiresAt,
      })
      .returning();
    if (!begun) throw new Error('The session was not kept');
    ctx.cookies.set(cookieName, token, {
      httpOnly: true,
      sameSite: 'lax',
      secure: ctx.secure,
      path: '/',
      maxAge: lifetimeMs,
      overwrite: true,
    });
    return begun;
  }

  /** Those signed in to an account, the latest first. */
  ofAccount(accountId: string): Promise<Session[]> {
    return this.database
      .select()
      .from(session)
      .where(eq(session.accountId, accountId))
      .orderBy(desc(session.createdAt));
  }

  /** @returns false where the account has no such session */
  async endById(accountId: string, id: string): Promise<boolean> {
    const ended = await this.database
      .delete(session)
      .where(and(eq(session.accountId, accountId), eq(session.id, id)))
      .returning();
    return ended.length > 0;
  }

  /** Signs an account out everywhere, but for one session where one is given. */
  async endAll(accountId: string, except?: Session): Promise<void> {
    const others = except ? ne(session.tokenHash, except.tokenHash) : undefined;
    await this.database
      .delete(session)
      .where(and(or(eq(session.accountId, accountId), eq(session.awaiting, accountId)), others));
  }

  async end({ tokenHash }: Session): Promise<void> {
    await this.database.delete(session).where(eq(session.tokenHash, tokenHash));
  }
}

/** True where the token sent is the session's own. */
export function csrfMatches({ csrf }: Pick<Session, 'csrf'>, sent: string): boolean {
  const expected = Buffer.from(csrf);
  const given = Buffer.from(sent);
  return expected.length === given.length && timingSafeEqual(expected, given);
}

function digest(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
