import { randomBytes, timingSafeEqual } from 'node:crypto';
import { and, desc, eq, getTableColumns, gt, ne, or, sql, type Placeholder, type SQL } from 'drizzle-orm';
import type { Leave } from '@tienda/core/accounts/helper';
import type { Context } from 'koa';
import type { WorldClock } from '../clock/clock';
import type { Database, Transaction } from '../db/database';
import { helper, session } from '../db/schema';
import type { Cookies } from './cookies';
import type { Limits } from './limits';
import { networkOf } from './network';
import { Problem } from './problem';
import { isUuid } from './uuid';
import { hashOfToken } from '../secrets/hashOfToken';

/** An account that is helped with a request, and what is left to whoever helps. */
export interface Help {
  /** Of the invitation that was accepted. */
  readonly id: string;
  readonly account: string;
  /** Of whoever helps. */
  readonly email: string;
  readonly leave: Leave;
  /** What is put in for the account helped. */
  readonly basketId: string;
}

export interface Session extends Readonly<typeof session.$inferSelect> {
  /** Where the request is for an account that the one signed in helps. */
  readonly help?: Help;
}

const cookieName = 'tienda_session';
const minuteMs = 60_000;
/** Noted this often, so that reading does not write each time. */
const seenEveryMs = minuteMs;
const longestAgent = 300;
/** How long a session lasts, and how long without a request (ASVS 4.0.3, 3.3.2). */
const visitors = { longestMs: 30 * 24 * 60 * minuteMs, idleMs: 30 * 24 * 60 * minuteMs };
const signedIn = { longestMs: 12 * 60 * minuteMs, idleMs: 30 * minuteMs };
/** How long the second step is waited for. */
const atSecondStep = { longestMs: 10 * minuteMs, idleMs: 10 * minuteMs };
/** That one network may begin without signing in. */
const newVisitors = { what: 'session', times: 60, seconds: 60 };

/** What a session begins with. */
interface Beginning {
  readonly accountId?: string;
  /** Whose second step is still to come. */
  readonly awaiting?: string;
  /** Of the visitor so far. */
  readonly basketId?: string;
}

/** Visitors' sessions, kept in PostgreSQL; the browser has only a random token in a cookie it cannot read. */
export class Sessions {
  /** Reads a session with its help, and without; written once for all requests. */
  private readonly withHelp;
  private readonly alone;

  constructor(
    private readonly database: Database,
    /** Sessions live in the world's time, however far the demo is ahead. */
    private readonly clock: WorldClock,
    private readonly cookies: Cookies,
    private readonly limits: Limits,
  ) {
    const reading = (help: SQL<Help | null>) =>
      database
        .select({ ...getTableColumns(session), help })
        .from(session)
        .where(eq(session.tokenHash, sql.placeholder('tokenHash')))
        .prepare('');
    this.withHelp = reading(helpOf(sql.placeholder('helped')));
    this.alone = reading(sql`null::jsonb`);
  }

  /** The session whose cookie came with the request. */
  async find(ctx: Context): Promise<Session | undefined> {
    const token = this.cookies.get(ctx, cookieName);
    if (!token) return undefined;
    const helped = helpedBy(ctx);
    const tokenHash = hashOfToken(token);
    const [row] = await (isUuid(helped)
      ? this.withHelp.execute({ tokenHash, helped })
      : this.alone.execute({ tokenHash }));
    const found = row && sessionWith(row);
    const now = this.clock.world();
    if (!found || found.expiresAt <= now) return undefined;
    const idleMs = now.getTime() - (found.seenAt ?? found.createdAt).getTime();
    if (idleMs > lifetimeOf(found).idleMs) {
      await this.end(found);
      return undefined;
    }
    if (idleMs > seenEveryMs)
      await this.database.update(session).set({ seenAt: now }).where(eq(session.tokenHash, found.tokenHash));
    if (helped !== undefined && found.accountId && !found.help) throw leaveEnded();
    return found;
  }

  /** Begins a session, signed in or not, and sets its cookie. @throws Problem 429 where visitors begin too many */
  async begin(ctx: Context, { accountId, awaiting, basketId }: Beginning = {}): Promise<Session> {
    if (!accountId && !awaiting) await this.limits.spend(ctx, { ...newVisitors, whose: networkOf(ctx.ip) });
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.world();
    const whose = { accountId: accountId ?? null, awaiting: awaiting ?? null };
    const { longestMs } = lifetimeOf(whose);
    const [begun] = await this.database
      .insert(session)
      .values({
        ...whose,
        tokenHash: hashOfToken(token),
        csrf: randomBytes(24).toString('base64url'),
        ...(basketId ? { basketId } : {}),
        agent: ctx.get('User-Agent').slice(0, longestAgent),
        createdAt: now,
        expiresAt: new Date(now.getTime() + longestMs),
      })
      .returning();
    if (!begun) throw new Error('The session was not kept');
    this.cookies.set(ctx, cookieName, token, longestMs);
    return begun;
  }

  /** Those signed in to an account, the latest first. */
  ofAccount(accountId: string): Promise<Session[]> {
    return this.database
      .select()
      .from(session)
      .where(and(eq(session.accountId, accountId), gt(session.expiresAt, this.clock.world())))
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
  async endAll(accountId: string, except?: Session, within: Database | Transaction = this.database): Promise<void> {
    const others = except ? ne(session.tokenHash, except.tokenHash) : undefined;
    await within
      .delete(session)
      .where(and(or(eq(session.accountId, accountId), eq(session.awaiting, accountId)), others));
  }

  async end({ tokenHash }: Session): Promise<void> {
    await this.database.delete(session).where(eq(session.tokenHash, tokenHash));
  }
}

/** For which account the request is, by the invitation to help it; a link cannot carry a header. */
function helpedBy(ctx: Context): string | undefined {
  const asked = ctx.get('X-Tienda-For') || (ctx.path.startsWith('/api/me/') ? ctx.query['helping'] : undefined);
  return typeof asked === 'string' && asked !== '' ? asked : undefined;
}

/** Read with the session, so that it costs nothing of its own, and counts from the moment that it is given or ended. */
function helpOf(asked: Placeholder): SQL<Help | null> {
  return sql`(
    select jsonb_build_object('id', h.id, 'account', h.account_id, 'email', h.email, 'leave', h.leave, 'basketId', h.basket_id)
    from ${helper} h
    where h.id = ${asked}::uuid and h.helper_id = ${session}.account_id and h.state ->> 'at' = 'active')`;
}

function sessionWith({ help, ...row }: typeof session.$inferSelect & { readonly help: Help | null }): Session {
  return { ...row, ...(help ? { help } : {}) };
}

function leaveEnded(): Problem {
  return new Problem(403, 'leave-ended', 'No leave any more', 'You do not help this account any more.');
}

function lifetimeOf({ accountId, awaiting }: Pick<Session, 'accountId' | 'awaiting'>) {
  if (accountId) return signedIn;
  return awaiting ? atSecondStep : visitors;
}

/** True where the token sent is the session's own. */
export function csrfMatches({ csrf }: Pick<Session, 'csrf'>, sent: string): boolean {
  const expected = Buffer.from(csrf);
  const given = Buffer.from(sent);
  return expected.length === given.length && timingSafeEqual(expected, given);
}
