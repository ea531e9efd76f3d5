import type { Context } from 'koa';
import type { BasketStore } from '../basket/store';
import type { Clock } from '../clock/clock';
import type { Config } from '../config';
import { sessionOf, type Answer } from '../http/route';
import type { CodeUseStore } from '../promotions/store';
import type { Session, Sessions } from './sessions';
import type { Account } from './store';

/** What the app is told of the session, and how one begins for an account. */
export class Entrance {
  constructor(
    private readonly sessions: Sessions,
    private readonly basket: BasketStore,
    private readonly codeUses: CodeUseStore,
    private readonly clock: Clock,
    private readonly config: Pick<Config, 'demo' | 'paymentsUrl'>,
  ) {}

  async shown(session: Session, account: Account | undefined): Promise<Answer> {
    return {
      body: {
        csrf: session.csrf,
        account: account ? await this.shownAccount(account) : null,
        /** True while a second step is awaited. */
        secondStep: session.awaiting !== null,
        now: this.clock.now().toISOString(),
        demo: this.config.demo,
        paymentsUrl: this.config.paymentsUrl,
      },
    };
  }

  /** What the app needs of an account to preview what the server will charge, and to show its choices. */
  async shownAccount({
    id,
    email,
    autoRenew,
    marketing,
    language,
    twoStepSince,
    recoveryHashes,
  }: Account): Promise<object> {
    const [isNew, uses] = await Promise.all([this.codeUses.isNew(id), this.codeUses.ofAccount(id)]);
    return {
      email,
      autoRenew,
      marketing,
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
    const session = await this.sessions.begin(ctx, null, account.id, sessionOf(ctx)?.basketId);
    await this.endVisitor(ctx);
    return this.shown(session, undefined);
  }

  /** A new session for the account, the old one ended; what the visitor put in the basket comes along. */
  async enter(ctx: Context, account: Account): Promise<Answer> {
    const visitor = sessionOf(ctx);
    const session = await this.sessions.begin(ctx, account.id);
    if (visitor && !visitor.accountId) await this.basket.merge(visitor.basketId, account.basketId);
    await this.endVisitor(ctx);
    return this.shown(session, account);
  }

  private async endVisitor(ctx: Context): Promise<void> {
    const visitor = sessionOf(ctx);
    if (visitor) await this.sessions.end(visitor);
  }
}
