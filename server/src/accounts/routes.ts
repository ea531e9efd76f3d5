import { Credentials, MailCode, NewAccount } from '@tienda/core/accounts/credentials';
import type { Context } from 'koa';
import type { BasketStore } from '../basket/store';
import type { Config } from '../config';
import type { Clock } from '../clock/clock';
import { accountRoute, route, sessionOf, type Answer, type Route } from '../http/route';
import type { CodeUseStore } from '../promotions/store';
import { AccountChoices } from './models';
import type { AccountService } from './service';
import type { Session, Sessions } from './sessions';
import type { Account, AccountStore } from './store';

export function accountRoutes(
  accounts: AccountService,
  store: AccountStore,
  sessions: Sessions,
  basket: BasketStore,
  codeUses: CodeUseStore,
  clock: Clock,
  config: Config,
): Route[] {
  async function shown(session: Session, account: Account | undefined): Promise<Answer> {
    return {
      body: {
        csrf: session.csrf,
        account: account ? await shownAccount(account) : null,
        now: clock.now().toISOString(),
        demo: config.demo,
        paymentsUrl: config.paymentsUrl,
      },
    };
  }

  /** What the app needs of an account to preview what the server will charge. */
  async function shownAccount({ id, email, autoRenew }: Account): Promise<object> {
    const [isNew, uses] = await Promise.all([codeUses.isNew(id), codeUses.ofAccount(id)]);
    return { email, autoRenew, isNew, codesUsed: Object.fromEntries(uses) };
  }

  /** A new session for the account, the old one ended; what the visitor put in the basket comes along. */
  async function enter(ctx: Context, account: Account): Promise<Answer> {
    const visitor = sessionOf(ctx);
    const session = await sessions.begin(ctx, account.id);
    if (visitor) {
      if (!visitor.accountId) await basket.merge(visitor.basketId, account.basketId);
      await sessions.end(visitor);
    }
    return shown(session, account);
  }

  return [
    route(
      'get',
      '/api/session',
      { summary: 'Who is here; begins a session where there is none', perMinute: 240 },
      async ({ ctx }) => {
        const session = sessionOf(ctx) ?? (await sessions.begin(ctx, null));
        return shown(session, session.accountId ? await store.byId(session.accountId) : undefined);
      },
    ),
    route(
      'post',
      '/api/session',
      { summary: 'Signs in', model: Credentials, perMinute: 10 },
      async ({ ctx, body: { email, password } }) => enter(ctx, await accounts.signIn(email, password)),
    ),
    accountRoute(
      'patch',
      '/api/me/account',
      { summary: 'What auto-renew is set to for a new name', model: AccountChoices },
      async ({ accountId, body: { autoRenew } }) => ({
        body: await shownAccount(await store.choose(accountId, autoRenew)),
      }),
    ),
    route('delete', '/api/session', { summary: 'Signs out' }, async ({ ctx }) => {
      const session = sessionOf(ctx);
      if (session) await sessions.end(session);
      return {};
    }),
    route(
      'post',
      '/api/accounts',
      { summary: 'Asks for an account: a code goes to the address', model: NewAccount, perMinute: 10 },
      async ({ body: { email, password } }) => {
        await accounts.signUp(email, password);
        return { status: 202, body: { sentTo: email } };
      },
    ),
    route(
      'post',
      '/api/accounts/confirm',
      { summary: 'Confirms the address with the code, and signs in', model: MailCode, perMinute: 20 },
      async ({ ctx, body: { email, code } }) => enter(ctx, await accounts.confirm(email, code)),
    ),
  ];
}
