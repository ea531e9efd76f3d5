import { IsBoolean, IsString, MaxLength } from 'class-validator';
import { accountRoute, route, type Route } from '../../platform/http/route';
import type { MailForwards } from './service';
import type { MailTrials } from './trial';

class TokenModel {
  /** What the link in the mail carries. */
  @IsString({ message: 'Open the link in the mail.' })
  @MaxLength(100)
  token!: string;
}

class ForwardAnswerModel extends TokenModel {
  @IsBoolean({ message: 'Whether the mail is wanted is true or false.' })
  agrees!: boolean;
}

class AddressModel {
  /** Before the @ `*` for all others. */
  @IsString({ message: 'The address is text.' })
  @MaxLength(320, { message: 'An address has at most 320 characters.' })
  address!: string;
}

export function mailForwardRoutes(forwards: MailForwards, trials: MailTrials): Route[] {
  const path = '/api/me/names/:name/zone/mail';
  return [
    accountRoute(
      'get',
      path,
      { needs: 'seeNames', summary: 'Who agreed to get the mail of a name, and what became of the latest' },
      async ({ actor, params }) => ({ body: await forwards.of(actor, params['name'] ?? '') }),
    ),
    accountRoute(
      'post',
      `${path}/targets`,
      {
        needs: 'changeRecords',
        summary: 'Asks again whether mail may be forwarded to an address',
        model: AddressModel,
        perMinute: 5,
      },
      async ({ actor, params, body: { address } }) => {
        await forwards.askAgain(actor, params['name'] ?? '', address);
        return { status: 202, body: { sentTo: address } };
      },
    ),
    accountRoute(
      'post',
      `${path}/trials`,
      {
        needs: 'changeRecords',
        summary: 'Sends a mail to an address that is forwarded, as anyone would',
        model: AddressModel,
        perMinute: 10,
      },
      async ({ actor, params, body: { address } }) => ({
        body: await trials.of(actor, params['name'] ?? '', address),
      }),
    ),
    route(
      'post',
      '/api/mail-targets/look',
      { summary: 'What is asked of whoever reads an address', model: TokenModel, perMinute: 30 },
      async ({ body: { token } }) => ({ body: await forwards.question(token) }),
    ),
    route(
      'post',
      '/api/mail-targets/answer',
      {
        summary: 'Whoever reads an address agrees to get mail that is forwarded there, or not any more',
        model: ForwardAnswerModel,
        perMinute: 30,
      },
      async ({ body: { token, agrees } }) => ({ body: await forwards.answer(token, agrees) }),
    ),
  ];
}
