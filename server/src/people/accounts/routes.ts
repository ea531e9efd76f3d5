import {
  Credentials,
  MailAddress,
  MailCode,
  NewAccount,
  PasswordReset,
  SecondStep,
} from '@tienda/core/accounts/credentials';
import type { Context } from 'koa';
import { Problem } from '../../platform/http/problem';
import { route, sessionOf, type Route } from '../../platform/http/route';
import { languageOf } from '../../platform/texts/texts';
import type { AccountService } from './service';
import type { Sessions } from '../../platform/http/sessions';
import type { Entrance } from './entrance';
import type { Guard } from './guard';
import type { AccountStore } from './store';
import type { TwoStep } from './twoStep';

/** Ways in: signing up, signing in, and a new password for who has forgotten theirs. */
export function entranceRoutes(
  accounts: AccountService,
  store: AccountStore,
  twoStep: TwoStep,
  sessions: Sessions,
  entrance: Entrance,
  guard: Guard,
): Route[] {
  /** The address as accounts know it, and the session that its codes are good in. */
  async function whom(ctx: Context, typedEmail: string) {
    const { id } = sessionOf(ctx) ?? (await sessions.begin(ctx));
    return { email: typedEmail.toLowerCase(), sessionId: id };
  }

  return [
    route(
      'get',
      '/api/session',
      { summary: 'Who is here; begins a session where there is none', perMinute: 240 },
      async ({ ctx }) => {
        const session = sessionOf(ctx) ?? (await sessions.begin(ctx));
        return entrance.shown(session, session.accountId ? await store.byId(session.accountId) : undefined);
      },
    ),
    route(
      'post',
      '/api/session',
      { summary: 'Signs in, or asks for the second step', model: Credentials, perMinute: 10 },
      async ({ ctx, body: { email: typedEmail, password } }) => {
        const email = typedEmail.toLowerCase();
        const signIn = () => accounts.signIn(email, password);
        return entrance.admit(ctx, await guard.attempt(ctx, 'guess', { email }, 'sign-in', signIn));
      },
    ),
    route(
      'post',
      '/api/session/second-step',
      { summary: 'Signs in with the code of the second step', model: SecondStep, perMinute: 10 },
      async ({ ctx, body: { code } }) => {
        const accountId = sessionOf(ctx)?.awaiting;
        if (!accountId) throw new Problem(409, 'no-second-step', 'Sign in first', 'Type address and password first.');
        const pass = () => twoStep.pass(accountId, code);
        return entrance.enter(ctx, await guard.attempt(ctx, 'guess', { accountId }, 'second step', pass));
      },
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
      async ({ ctx, body: { email: sentTo, password } }) => {
        const to = await whom(ctx, sentTo);
        const signUp = () => accounts.signUp(to, password, languageOf(ctx));
        await guard.attempt(ctx, 'mail', to, 'sign-up', signUp);
        return { status: 202, body: { sentTo } };
      },
    ),
    route(
      'post',
      '/api/accounts/confirm',
      { summary: 'Confirms the address with the code, and signs in', model: MailCode, perMinute: 20 },
      async ({ ctx, body: { email, code } }) => {
        const by = await whom(ctx, email);
        const confirm = () => accounts.confirm(by, code);
        return entrance.enter(ctx, await guard.attempt(ctx, 'guess', by, 'sign-up code', confirm));
      },
    ),
    route(
      'post',
      '/api/accounts/reset',
      { summary: 'Asks for a code to set a new password with', model: MailAddress, perMinute: 10 },
      async ({ ctx, body: { email: sentTo } }) => {
        const to = await whom(ctx, sentTo);
        await guard.attempt(ctx, 'mail', to, 'new password', () => accounts.askReset(to, languageOf(ctx)));
        return { status: 202, body: { sentTo } };
      },
    ),
    route(
      'post',
      '/api/accounts/reset/confirm',
      {
        summary: 'Sets a new password with the code, signs out everywhere, and signs in here',
        model: PasswordReset,
        perMinute: 10,
      },
      async ({ ctx, body: { email, code, password } }) => {
        const by = await whom(ctx, email);
        const reset = () => accounts.reset(by, code, password);
        return entrance.admit(ctx, await guard.attempt(ctx, 'guess', by, 'code for a new password', reset));
      },
    ),
  ];
}
