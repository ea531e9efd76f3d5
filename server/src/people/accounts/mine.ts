import type { Actor } from '@tienda/core/accounts/actor';
import {
  MailChange,
  MailChangeCodes,
  PasswordChange,
  PasswordProof,
  SecondStep,
  TwoStepProof,
} from '@tienda/core/accounts/credentials';
import Bowser from 'bowser';
import type { Context } from 'koa';
import { notFound } from '../../platform/http/problem';
import { accountRoute, sessionOf, type Route } from '../../platform/http/route';
import { isUuid } from '../../platform/http/uuid';
import type { Departure } from './departure';
import { AccountChoices } from './models';
import type { AccountService } from './service';
import type { Session, Sessions } from '../../platform/http/sessions';
import type { Entrance } from './entrance';
import type { Guard } from './guard';
import type { AccountStore } from './store';
import type { TwoStep } from './twoStep';

/** What holders of an account see and change of it. */
export function ownAccountRoutes(
  accounts: AccountService,
  store: AccountStore,
  twoStep: TwoStep,
  sessions: Sessions,
  entrance: Entrance,
  guard: Guard,
  departure: Departure,
): Route[] {
  const sessionIn = (ctx: Context) => sessionOf(ctx)?.id ?? '';
  const shown = async (actor: Actor) => {
    const account = await store.byId(actor.account);
    if (!account) throw notFound('account');
    return { body: await entrance.shownAccount(account) };
  };
  return [
    accountRoute(
      'patch',
      '/api/me/account',
      {
        needs: 'changeAccount',
        summary:
          'What auto-renew is set to for a new name, the language of mails, whether marketing mail is wanted, and invoices attached as PDF',
        model: AccountChoices,
      },
      async ({ actor, body: { autoRenew, marketing, invoiceFiles, language } }) => {
        const choices = {
          ...(autoRenew === undefined ? {} : { autoRenew }),
          ...(marketing === undefined ? {} : { marketing }),
          ...(invoiceFiles === undefined ? {} : { invoiceFiles }),
          ...(language === undefined ? {} : { language }),
        };
        if (Object.keys(choices).length > 0) await store.change(actor.account, choices);
        return shown(actor);
      },
    ),
    accountRoute(
      'post',
      '/api/me/password',
      {
        needs: 'changeAccount',
        summary: 'Sets another password, and signs out everywhere else',
        model: PasswordChange,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { current, password } }) => {
        const change = () => accounts.changePassword(actor, current, password, sessionOf(ctx));
        await guard.proven(ctx, actor, 'password changed', change);
        return {};
      },
    ),
    accountRoute(
      'post',
      '/api/me/mail',
      {
        needs: 'changeAccount',
        summary: 'Asks for another mail address: codes go to both',
        model: MailChange,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { email: sentTo, password } }) => {
        const ask = () => accounts.askMailChange(actor, sentTo.toLowerCase(), password, sessionIn(ctx));
        await guard.proven(ctx, actor, 'other mail address asked for', ask);
        return { status: 202, body: { sentTo } };
      },
    ),
    accountRoute(
      'post',
      '/api/me/mail/confirm',
      {
        needs: 'changeAccount',
        summary: 'Changes the mail address with both codes',
        model: MailChangeCodes,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { oldCode, newCode } }) => {
        const change = () => accounts.changeMail(actor, oldCode, newCode, sessionIn(ctx));
        await guard.proven(ctx, actor, 'mail address changed', change);
        return shown(actor);
      },
    ),
    accountRoute(
      'get',
      '/api/me/sessions',
      { needs: 'changeAccount', summary: 'Where the account is signed in' },
      async ({ ctx, actor }) => {
        const here = sessionOf(ctx)?.id;
        return { body: (await sessions.ofAccount(actor.account)).map((one) => shownSession(one, here)) };
      },
    ),
    accountRoute(
      'delete',
      '/api/me/sessions',
      { needs: 'changeAccount', summary: 'Signs out everywhere, here too' },
      async ({ actor }) => {
        await sessions.endAll(actor.account);
        return {};
      },
    ),
    accountRoute(
      'delete',
      '/api/me/sessions/:id',
      { needs: 'changeAccount', summary: 'Signs out in one place' },
      async ({ actor, params }) => {
        const id = params['id'] ?? '';
        if (!isUuid(id) || !(await sessions.endById(actor.account, id))) throw notFound('session');
        return {};
      },
    ),
    accountRoute(
      'post',
      '/api/me/two-step',
      {
        needs: 'changeAccount',
        summary: 'Begins a second step of signing in: what an authenticator app needs',
        model: PasswordProof,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { password } }) => {
        await guard.proven(ctx, actor, 'second step begun', () => accounts.prove(actor, password));
        return { status: 201, body: await twoStep.begin(actor) };
      },
    ),
    accountRoute(
      'post',
      '/api/me/two-step/confirm',
      {
        needs: 'changeAccount',
        summary: 'Takes the second step into use; answers recovery codes, this once',
        model: SecondStep,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { code } }) => {
        const confirm = () => twoStep.confirm(actor, code);
        return { body: { recoveryCodes: await guard.proven(ctx, actor, 'second step switched on', confirm) } };
      },
    ),
    accountRoute(
      'post',
      '/api/me/two-step/off',
      {
        needs: 'changeAccount',
        summary: 'Gives the second step up, with a last code of it',
        model: TwoStepProof,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { password, code } }) => {
        await guard.proven(ctx, actor, 'second step switched off', async () => {
          await accounts.prove(actor, password);
          await twoStep.end(actor, code);
        });
        return shown(actor);
      },
    ),
    accountRoute(
      'get',
      '/api/me/export',
      { needs: 'changeAccount', summary: 'All that is kept of the account, as JSON', perMinute: 10 },
      async ({ ctx, actor }) => {
        ctx.set('Content-Disposition', 'attachment; filename="tienda-account.json"');
        guard.note(ctx, 'account exported');
        return { body: await departure.everything(actor) };
      },
    ),
    accountRoute(
      'post',
      '/api/me/closing',
      {
        needs: 'closeAccount',
        summary: 'Closes the account; what the law wants kept stays',
        model: PasswordProof,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { password } }) => {
        await guard.proven(ctx, actor, 'closing', () => accounts.prove(actor, password));
        await departure.close(actor);
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

/** A place where the account is signed in. */
export interface ShownPlace {
  readonly id: string;
  /** The browser, in a word or two. */
  readonly agent: string;
  /** ISO 8601 instants. */
  readonly since: string;
  readonly seen: string;
  readonly here: boolean;
}

function shownSession({ id, agent, createdAt, seenAt }: Session, here: string | undefined): ShownPlace {
  return {
    id,
    agent: browserOf(agent),
    since: createdAt.toISOString(),
    seen: (seenAt ?? createdAt).toISOString(),
    here: id === here,
  };
}
