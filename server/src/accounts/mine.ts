import {
  MailChange,
  MailChangeCodes,
  PasswordChange,
  PasswordProof,
  SecondStep,
} from '@tienda/core/accounts/credentials';
import Bowser from 'bowser';
import { notFound } from '../http/problem';
import { accountRoute, sessionOf, type Route } from '../http/route';
import { isUuid } from '../http/uuid';
import type { Departure } from './departure';
import { AccountChoices } from './models';
import type { AccountService } from './service';
import type { Session, Sessions } from './sessions';
import type { Entrance } from './entrance';
import type { AccountStore } from './store';
import type { TwoStep } from './twoStep';

/** What holders of an account see and change of it. */
export function ownAccountRoutes(
  accounts: AccountService,
  store: AccountStore,
  twoStep: TwoStep,
  sessions: Sessions,
  entrance: Entrance,
  departure: Departure,
): Route[] {
  const shown = async (accountId: string) => {
    const account = await store.byId(accountId);
    if (!account) throw notFound('account');
    return { body: await entrance.shownAccount(account) };
  };
  return [
    accountRoute(
      'patch',
      '/api/me/account',
      {
        summary:
          'What auto-renew is set to for a new name, the language of mails, and whether marketing mail is wanted',
        model: AccountChoices,
      },
      async ({ accountId, body: { autoRenew, marketing, language } }) => {
        const choices = {
          ...(autoRenew === undefined ? {} : { autoRenew }),
          ...(marketing === undefined ? {} : { marketing }),
          ...(language === undefined ? {} : { language }),
        };
        if (Object.keys(choices).length > 0) await store.change(accountId, choices);
        return shown(accountId);
      },
    ),
    accountRoute(
      'post',
      '/api/me/password',
      { summary: 'Sets another password, and signs out everywhere else', model: PasswordChange, perMinute: 10 },
      async ({ ctx, accountId, body: { current, password } }) => {
        await accounts.changePassword(accountId, current, password);
        await sessions.endAll(accountId, sessionOf(ctx));
        return {};
      },
    ),
    accountRoute(
      'post',
      '/api/me/mail',
      { summary: 'Asks for another mail address: codes go to both', model: MailChange, perMinute: 10 },
      async ({ accountId, body: { email, password } }) => {
        await accounts.askMailChange(accountId, email, password);
        return { status: 202, body: { sentTo: email } };
      },
    ),
    accountRoute(
      'post',
      '/api/me/mail/confirm',
      { summary: 'Changes the mail address with both codes', model: MailChangeCodes, perMinute: 10 },
      async ({ accountId, body: { oldCode, newCode } }) => {
        await accounts.changeMail(accountId, oldCode, newCode);
        return shown(accountId);
      },
    ),
    accountRoute(
      'get',
      '/api/me/sessions',
      { summary: 'Where the account is signed in' },
      async ({ ctx, accountId }) => {
        const here = sessionOf(ctx)?.id;
        return { body: (await sessions.ofAccount(accountId)).map((one) => shownSession(one, here)) };
      },
    ),
    accountRoute('delete', '/api/me/sessions', { summary: 'Signs out everywhere, here too' }, async ({ accountId }) => {
      await sessions.endAll(accountId);
      return {};
    }),
    accountRoute(
      'delete',
      '/api/me/sessions/:id',
      { summary: 'Signs out in one place' },
      async ({ accountId, params }) => {
        const id = params['id'] ?? '';
        if (!isUuid(id) || !(await sessions.endById(accountId, id))) throw notFound('session');
        return {};
      },
    ),
    accountRoute(
      'post',
      '/api/me/two-step',
      {
        summary: 'Begins a second step of signing in: what an authenticator app needs',
        model: PasswordProof,
        perMinute: 10,
      },
      async ({ accountId, body: { password } }) => {
        await accounts.prove(accountId, password);
        return { status: 201, body: await twoStep.begin(accountId) };
      },
    ),
    accountRoute(
      'post',
      '/api/me/two-step/confirm',
      {
        summary: 'Takes the second step into use; answers recovery codes, this once',
        model: SecondStep,
        perMinute: 10,
      },
      async ({ accountId, body: { code } }) => ({ body: { recoveryCodes: await twoStep.confirm(accountId, code) } }),
    ),
    accountRoute(
      'post',
      '/api/me/two-step/off',
      { summary: 'Gives the second step up', model: PasswordProof, perMinute: 10 },
      async ({ accountId, body: { password } }) => {
        await accounts.prove(accountId, password);
        await twoStep.end(accountId);
        return shown(accountId);
      },
    ),
    accountRoute(
      'get',
      '/api/me/export',
      { summary: 'All that is kept of the account, as JSON', perMinute: 10 },
      async ({ ctx, accountId }) => {
        ctx.set('Content-Disposition', 'attachment; filename="tienda-account.json"');
        ctx.set('Cache-Control', 'private, no-store');
        return { body: await departure.everything(accountId) };
      },
    ),
    accountRoute(
      'post',
      '/api/me/closing',
      { summary: 'Closes the account; what the law wants kept stays', model: PasswordProof, perMinute: 10 },
      async ({ accountId, body: { password } }) => {
        await accounts.prove(accountId, password);
        await departure.close(accountId);
        return {};
      },
    ),
  ];
}

/** `Firefox, Windows`; empty where the browser does not say what it is. */
function browserOf(agent: string): string {
  if (agent === '') return '';
  const { browser, os } = Bowser.parse(agent);
  return [browser.name, os.name].filter(Boolean).join(', ');
}

function shownSession({ id, agent, createdAt, seenAt }: Session, here: string | undefined): object {
  return {
    id,
    agent: browserOf(agent),
    since: createdAt.toISOString(),
    seen: (seenAt ?? createdAt).toISOString(),
    here: id === here,
  };
}
