import { randomBytes } from 'node:crypto';
import { and, eq, inArray } from 'drizzle-orm';
import type { Context } from 'koa';
import type { Database, Transaction } from '../../platform/db/database';
import type { Clock } from '../../platform/clock/clock';
import { account, knownDevice } from '../../platform/db/schema';
import type { Cookies } from '../../platform/http/cookies';
import { hashOfToken } from '../../platform/secrets/hashOfToken';

const cookieName = 'tienda_device';
const lifetimeMs = 400 * 24 * 3600 * 1000;

/**
 * Browsers that an account was signed in on. Guesses from elsewhere do not lock them out. What the cookie holds gets
 * nobody in.
 */
export class KnownDevices {
  constructor(
    private readonly database: Database,
    private readonly cookies: Cookies,
    private readonly clock: Clock,
  ) {}

  /** The device, where the account of that address or id was signed in on it. */
  async find(ctx: Context, whose: { readonly email: string } | { readonly accountId: string }) {
    const token = this.cookies.get(ctx, cookieName);
    if (!token) return undefined;
    const isIts =
      'email' in whose
        ? inArray(
            knownDevice.accountId,
            this.database.select({ id: account.id }).from(account).where(eq(account.email, whose.email.toLowerCase())),
          )
        : eq(knownDevice.accountId, whose.accountId);
    const [found] = await this.database
      .select({ device: knownDevice.tokenHash })
      .from(knownDevice)
      .where(and(eq(knownDevice.tokenHash, hashOfToken(token)), isIts));
    return found?.device;
  }

  /** The account is signed in here. */
  async remember(ctx: Context, accountId: string): Promise<void> {
    const token = this.cookies.get(ctx, cookieName) ?? randomBytes(24).toString('base64url');
    const now = this.clock.now();
    await this.database
      .insert(knownDevice)
      .values({ tokenHash: hashOfToken(token), accountId, seenAt: now })
      .onConflictDoUpdate({ target: [knownDevice.tokenHash, knownDevice.accountId], set: { seenAt: now } });
    this.cookies.set(ctx, cookieName, token, lifetimeMs);
  }

  /** Somebody else may have had the password: no device is known any more. */
  async forget(accountId: string, within: Database | Transaction = this.database): Promise<void> {
    await within.delete(knownDevice).where(eq(knownDevice.accountId, accountId));
  }
}
