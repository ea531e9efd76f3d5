import { ArrayMaxSize, IsArray, IsBoolean, IsString, MaxLength } from 'class-validator';
import { DeclarationModel, RolesModel } from '../../people/contacts/models';
import { ListOf, MayBeLeftOut } from '../../platform/http/readModel';
import { accountRoute, route, type Route } from '../../platform/http/route';
import { SomeNames } from '../held/someNames';
import type { NameStore } from '../held/store';
import type { HolderChanges } from './service';

class NameContactsModel extends RolesModel {
  @SomeNames()
  names!: string[];

  /** It is only told what would come of it. */
  @MayBeLeftOut()
  @IsBoolean({ message: 'A preview is true or false.' })
  preview?: boolean;

  /** What the extensions of the names ask to be said of a new holder. */
  @MayBeLeftOut()
  @IsArray({ message: 'Declarations come as a list.' })
  @ArrayMaxSize(2000)
  @ListOf(DeclarationModel)
  declarations?: DeclarationModel[];
}

class LinkModel {
  /** What the link in the mail carries. */
  @IsString({ message: 'Open the link in the mail.' })
  @MaxLength(100)
  token!: string;
}

class HolderAnswerModel extends LinkModel {
  @IsBoolean({ message: 'Agree, or do not: true or false.' })
  agrees!: boolean;

  @MayBeLeftOut()
  @IsBoolean({ message: 'Let the names be moved away at once, or not: true or false.' })
  waives?: boolean;
}

export function holderChangeRoutes(changes: HolderChanges, names: NameStore): Route[] {
  return [
    accountRoute(
      'post',
      '/api/me/name-contacts',
      {
        needs: 'changeHolder',
        summary:
          'Changes who is what to names; where somebody else is to hold them, old and new holder are asked by mail',
        model: NameContactsModel,
        perMinute: 20,
      },
      async ({ actor, body: { names: some, preview = false, ...wanted } }) => ({
        body: await (preview ? changes.preview(actor, some, wanted) : changes.ask(actor, some, wanted)),
      }),
    ),
    accountRoute(
      'delete',
      '/api/me/names/:name/holder-change',
      { needs: 'changeHolder', summary: 'Withdraws a change of holder that not both have agreed to' },
      async ({ actor, params }) => {
        await changes.withdraw(await names.need(actor, params['name'] ?? ''));
        return {};
      },
    ),
    route(
      'post',
      '/api/holder-changes/look',
      { summary: 'A change of holder, by what the mail’s link carries', model: LinkModel, perMinute: 60 },
      async ({ body: { token } }) => ({ body: await changes.look(token) }),
    ),
    route(
      'post',
      '/api/holder-changes/answer',
      {
        summary: 'The old holder or the new one agrees to a change, or refuses it',
        model: HolderAnswerModel,
        perMinute: 30,
      },
      async ({ body: { token, agrees, waives = false } }) => ({ body: await changes.answer(token, agrees, waives) }),
    ),
  ];
}
