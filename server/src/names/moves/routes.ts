import { ArrayMaxSize, ArrayMinSize, IsArray, IsString, MaxLength } from 'class-validator';
import { longestCode } from '@tienda/core/transfers/readMoves';
import { ListOf, MayBeLeftOut } from '../../platform/http/readModel';
import { accountRoute, type Route } from '../../platform/http/route';
import type { CallingOff } from './callingOff';
import type { Moves } from './service';

/** Names that can be given at once. */
const mostNames = 500;

class WantedNameModel {
  @IsString({ message: 'A name is text.' })
  @MaxLength(253, { message: 'A name has at most 253 characters.' })
  name!: string;

  /** The auth code; one that was given before stays where it is left out. */
  @MayBeLeftOut()
  @IsString({ message: 'An auth code is text.' })
  @MaxLength(longestCode, { message: `An auth code has at most ${longestCode} characters.` })
  code?: string;
}

class WantedNamesModel {
  @IsArray({ message: 'Names come as a list.' })
  @ArrayMinSize(1, { message: 'Name at least one.' })
  @ArrayMaxSize(mostNames, { message: `At most ${mostNames} names at once.` })
  @ListOf(WantedNameModel)
  names!: WantedNameModel[];
}

export function moveRoutes(moves: Moves, callingOff: CallingOff): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/moves',
      { needs: 'moveNames', summary: 'Names that are to come here, and what stands in the way of each' },
      async ({ actor }) => ({ body: await moves.list(actor) }),
    ),
    accountRoute(
      'post',
      '/api/me/moves',
      {
        needs: 'moveNames',
        summary: 'Looks at names that are to come here, with or without their auth codes',
        model: WantedNamesModel,
        perMinute: 20,
      },
      async ({ actor, body: { names } }) => ({ body: await moves.want(actor, names) }),
    ),
    accountRoute(
      'delete',
      '/api/me/moves/:name',
      { needs: 'moveNames', summary: 'A name is not to come here any more' },
      async ({ actor, params }) => {
        await moves.forget(actor, params['name'] ?? '');
        return {};
      },
    ),
    accountRoute(
      'post',
      '/api/me/moves/:name/call-off',
      { needs: 'moveNames', summary: 'Calls off a name that is on its way here', perMinute: 20 },
      async ({ actor, params }) => {
        await callingOff.of(actor, params['name'] ?? '');
        return { status: 202, body: await moves.list(actor) };
      },
    ),
  ];
}
