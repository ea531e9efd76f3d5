import { createHash, randomBytes, timingSafeEqual } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { Context } from 'koa';
import type { Clock } from '../clock/clock';
import type { Database } from '../db/database';
import { session } from '../db/schema';

export type Session = typeof session.$inferSelect;

const cookieName = 'tienda_session';
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
    return found && found.expiresAt > this.clock.now() ? found : undefined;
  }

  /** Begins a session, signed in or not, and sets its cookie. */
  async begin(ctx: Context, accountId: string | null): Promise<Session> {
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    const expiresAt = new Date(now.getTime() + lifetimeMs);
    const csrf = randomBytes(24).toString('base64url');
    const [begun] = await this.database
      .insert(session)
      .values({ tokenHash: digest(token), csrf, accountId, createdAt: now, expiresAt })
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

  async end({ tokenHash }: Session): Promise<void> {
    await this.database.delete(session).where(eq(session.tokenHash, tokenHash));
  }
}

/** True where the token sent is the session's own. */
export function csrfMatches({ csrf }: Session, sent: string): boolean {
  const expected = Buffer.from(csrf);
  const given = Buffer.from(sent);
  return expected.length === given.length && timingSafeEqual(expected, given);
}

function digest(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}
