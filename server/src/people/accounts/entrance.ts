import type { ShownAccount, ShownSession } from '@tienda/core/accounts/shownSession';
import type { Context } from 'koa';
import type { Clock } from '../../platform/clock/clock';
import type { Config } from '../../platform/config';
import { sessionOf, type Answer } from '../../platform/http/route';
import type { KnownDevices } from './devices';
import type { Guard } from './guard';
import type { Session, Sessions } from '../../platform/http/sessions';
import type { Account } from './store';

/** What is sold to those who come in. */
export interface Custom {
  /** True where the account never had a name of Tienda. */
  isNew(accountId: string): Promise<boolean>;
  /** How often the account used each promo code. */
  codesUsed(accountId: string): Promise<ReadonlyMap<string, number>>;
  /** What a visitor put in a basket goes into another, both by id. */
  moveBasket(from: string, to: string): Promise<void>;
}

export interface EntranceParts {
  readonly sessions: Sessions;
  readonly devices: KnownDevices;
  readonly guard: Guard;
  readonly custom: Custom;
  readonly clock: Clock;
  readonly config: Pick<Config, 'demo' | 'paymentsUrl'>;
}

/** What the app is told of the session, and how one begins for an account. */
export class Entrance {
  constructor(private readonly parts: EntranceParts) {}

  async shown(session: Session, account: Account | undefined): Promise<Answer> {
    const { clock, config } = this.parts;
    const body: ShownSession = {
      csrf: session.csrf,
      account: account ? await this.shownAccount(account) : null,
      secondStep: session.awaiting !== null,
      now: clock.now().toISOString(),
      demo: config.demo,
      paymentsUrl: config.paymentsUrl,
    };
    return { body };
  }

  /** What the app needs of an account to preview what the server will charge, and to show its choices. */
  async shownAccount({
    id,
    email,
    autoRenew,
    marketing,
    invoiceFiles,
    language,
    twoStepSince,
    recoveryHashes,
  }: Account): Promise<ShownAccount> {
    const { custom } = this.parts;
    const [isNew, uses] = await Promise.all([custom.isNew(id), custom.codesUsed(id)]);
    return {
      email,
      autoRenew,
      marketing,
      invoiceFiles,
      language,
      twoStep: twoStepSince !== null,
      recoveryCodes: recoveryHashes.length,
      isNew,
      codesUsed: Object.fromEntries(uses),
    };
  }

  /** The password or a code was right: signed in, or asked for the second step where the account has one. */
  async admit(ctx: Context, account: Account): Promise<Answer> {
    if (!account.twoStepSince) return this.enter(ctx, account);
    const basketId = sessionOf(ctx)?.basketId;
    const session = await this.parts.sessions.begin(ctx, { awaiting: account.id, ...(basketId ? { basketId } : {}) });
    await this.endVisitor(ctx);
    return this.shown(session, undefined);
  }

  /** A new session for the account, the old one ended; what the visitor put in the basket comes along. */
  async enter(ctx: Context, account: Account): Promise<Answer> {
    const { sessions, devices, custom } = this.parts;
    const visitor = sessionOf(ctx);
    const session = await sessions.begin(ctx, { accountId: account.id });
    await devices.remember(ctx, account.id);
    if (visitor && !visitor.accountId) await custom.moveBasket(visitor.basketId, account.basketId);
    await this.endVisitor(ctx);
    this.parts.guard.note(ctx, 'signed in', { account: account.id });
    return this.shown(session, account);
  }

  private async endVisitor(ctx: Context): Promise<void> {
    const visitor = sessionOf(ctx);
    if (visitor) await this.parts.sessions.end(visitor);
  }
}
