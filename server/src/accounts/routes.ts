import {
  Credentials,
  MailAddress,
  MailCode,
  NewAccount,
  PasswordReset,
  SecondStep,
} from '@tienda/core/accounts/credentials';
import { Problem } from '../http/problem';
import { route, sessionOf, type Route } from '../http/route';
import { languageOf } from '../texts/texts';
import type { AccountService } from './service';
import type { Sessions } from './sessions';
import type { Entrance } from './entrance';
import type { AccountStore } from './store';
import type { TwoStep } from './twoStep';

/** Ways in: signing up, signing in, and a new password for who has forgotten theirs. */
export function entranceRoutes(
  accounts: AccountService,
  store: AccountStore,
  twoStep: TwoStep,
  sessions: Sessions,
  entrance: Entrance,
): Route[] {
  return [
    route(
      'get',
      '/api/session',
      { summary: 'Who is here; begins a session where there is none', perMinute: 240 },
      async ({ ctx }) => {
        const session = sessionOf(ctx) ?? (await sessions.begin(ctx, null));
        return entrance.shown(session, session.accountId ? await store.byId(session.accountId) : undefined);
      },
    ),
    route(
      'post',
      '/api/session',
      { summary: 'Signs in, or asks for the second step', model: Credentials, perMinute: 10, failuresPerAddress: 10 },
      async ({ ctx, body: { email, password } }) => entrance.admit(ctx, await accounts.signIn(email, password)),
    ),
    route(
      'post',
      '/api/session/second-step',
      {
        summary: 'Signs in with the code of the second step',
        model: SecondStep,
        perMinute: 10,
        failuresPerAddress: 10,
      },
      async ({ ctx, body: { code } }) => {
        const awaiting = sessionOf(ctx)?.awaiting;
        if (!awaiting) throw new Problem(409, 'no-second-step', 'Sign in first', 'Type address and password first.');
        return entrance.enter(ctx, await twoStep.pass(awaiting, code));
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
      { summary: 'Asks for an account: a code goes to the address', model: NewAccount, perMinute: 10, perAddress: 5 },
      async ({ ctx, body: { email, password } }) => {
        await accounts.signUp(email, password, languageOf(ctx));
        return { status: 202, body: { sentTo: email } };
      },
    ),
    route(
      'post',
      '/api/accounts/confirm',
      {
        summary: 'Confirms the address with the code, and signs in',
        model: MailCode,
        perMinute: 20,
        failuresPerAddress: 20,
      },
      async ({ ctx, body: { email, code } }) => entrance.enter(ctx, await accounts.confirm(email, code)),
    ),
    route(
      'post',
      '/api/accounts/reset',
      { summary: 'Asks for a code to set a new password with', model: MailAddress, perMinute: 10, perAddress: 5 },
      async ({ body: { email } }) => {
        await accounts.askReset(email);
        return { status: 202, body: { sentTo: email } };
      },
    ),
    route(
      'post',
      '/api/accounts/reset/confirm',
      {
        summary: 'Sets a new password with the code, signs out everywhere, and signs in here',
        model: PasswordReset,
        perMinute: 10,
        failuresPerAddress: 10,
      },
      async ({ ctx, body: { email, code, password } }) => {
        const account = await accounts.reset(email, code, password);
        await sessions.endAll(account.id);
        return entrance.admit(ctx, account);
      },
    ),
  ];
}
