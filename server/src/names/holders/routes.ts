import { IsString, MaxLength } from 'class-validator';
import { MailAddress } from '@tienda/core/accounts/credentials';
import { accountRoute, route, type Route } from '../../platform/http/route';
import type { HolderChecks } from './service';

class ConfirmationModel {
  /** What the link in the mail carries. */
  @IsString({ message: 'Open the link in the mail.' })
  @MaxLength(100)
  token!: string;
}

export function holderRoutes(checks: HolderChecks): Route[] {
  return [
    route(
      'post',
      '/api/holder-checks/confirm',
      {
        summary: 'A holder confirms the address with what the mail’s link carries',
        model: ConfirmationModel,
        perMinute: 30,
      },
      async ({ body: { token } }) => ({ body: await checks.confirm(token) }),
    ),
    accountRoute(
      'get',
      '/api/me/holder-checks',
      { needs: 'confirmHolder', summary: 'Holders’ addresses: confirmed, to be confirmed by when, or out of time' },
      async ({ actor }) => ({ body: await checks.list(actor) }),
    ),
    accountRoute(
      'post',
      '/api/me/holder-checks',
      {
        needs: 'confirmHolder',
        summary: 'Sends the mail to a holder’s address again',
        model: MailAddress,
        perMinute: 5,
      },
      async ({ actor, body: { email } }) => {
        await checks.askAgain(actor, email);
        return { status: 202, body: { sentTo: email } };
      },
    ),
  ];
}
