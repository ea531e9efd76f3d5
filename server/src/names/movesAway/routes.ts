import { IsBoolean } from 'class-validator';
import { accountRoute, type Route } from '../../platform/http/route';
import type { Asking } from '../operations/asking';
import type { MovingAway } from './service';

class ReleaseAnswerModel {
  @IsBoolean({ message: 'Say whether it goes: true or false.' })
  agreed!: boolean;
}

export function moveAwayRoutes(movingAway: MovingAway, asking: Asking): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/moves-away',
      { needs: 'seeNames', summary: 'Names that other registrars ask for, and those that have left lately' },
      async ({ actor }) => ({ body: await movingAway.list(actor) }),
    ),
    accountRoute(
      'post',
      '/api/me/moves-away/:name',
      {
        needs: 'letNamesGo',
        summary: 'Lets a name go that another registrar asks for, or keeps it',
        model: ReleaseAnswerModel,
      },
      async ({ actor, params, body: { agreed } }) => {
        await movingAway.answer(actor, params['name'] ?? '', agreed, asking);
        return { body: await movingAway.list(actor) };
      },
    ),
  ];
}
