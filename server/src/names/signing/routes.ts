import { IsIn } from 'class-validator';
import { accountRoute, type Route } from '../../platform/http/route';
import type { Pointing } from '../points/service';
import { signingWishes, type Signings, type SigningWish } from './service';

class SigningModel {
  @IsIn(signingWishes, { message: `Choose among ${signingWishes.join(', ')}.` })
  wanted!: SigningWish;
}

export function signingRoutes(signings: Signings, pointing: Pick<Pointing, 'of'>): Route[] {
  return [
    accountRoute(
      'put',
      '/api/me/names/:name/zone/signing',
      {
        needs: 'changeRecords',
        summary: 'Has a name signed (DNSSEC), or not any more, or by another key',
        model: SigningModel,
        perMinute: 20,
      },
      async ({ actor, params, body: { wanted } }) => {
        const name = params['name'] ?? '';
        await signings.wish(actor, name, wanted);
        return { body: await pointing.of(actor, name) };
      },
    ),
  ];
}
