import { PasswordProof } from '@tienda/core/accounts/credentials';
import { IsBoolean, MaxLength } from 'class-validator';
import { readCurrency } from '../../find/search/routes';
import type { ProvenByPassword } from '../../people/accounts/guard';
import { currencyParameter } from '../../platform/http/parameters';
import { MayBeLeftOut, PartOf, TextOrNull } from '../../platform/http/readModel';
import { accountRoute, type Route } from '../../platform/http/route';
import { SomeNames } from '../held/someNames';
import type { NameStore } from '../held/store';
import type { NameViews } from '../held/views';
import { DelegationModel } from './delegationModel';
import type { NameChanges } from './service';

class NameChangeModel {
  @MayBeLeftOut()
  @IsBoolean({ message: 'Auto-renew is true or false.' })
  autoRenew?: boolean;

  @MayBeLeftOut()
  @IsBoolean({ message: 'The lock is true or false.' })
  locked?: boolean;

  @MayBeLeftOut()
  @IsBoolean({ message: 'Privacy is true or false.' })
  privacy?: boolean;

  @TextOrNull()
  @MaxLength(36, { message: 'A group is known by its id.' })
  groupId?: string | null;

  @MayBeLeftOut()
  @PartOf(DelegationModel)
  delegation?: DelegationModel;
}

class NameChangesModel extends NameChangeModel {
  @SomeNames()
  names!: string[];
}

export function changeRoutes(
  changes: NameChanges,
  names: NameStore,
  views: NameViews,
  proven: ProvenByPassword,
): Route[] {
  const query = { currency: currencyParameter };
  return [
    accountRoute(
      'patch',
      '/api/me/names/:name',
      {
        needs: 'changeNames',
        summary: 'Switches auto-renew, lock and privacy, puts it in a group, and sets its nameservers',
        model: NameChangeModel,
        query,
      },
      async ({ ctx, actor, params, body }) => {
        const name = params['name'] ?? '';
        await changes.change(actor, await names.need(actor, name), body);
        return { body: await views.alone(await names.need(actor, name), readCurrency(ctx)) };
      },
    ),
    accountRoute(
      'post',
      '/api/me/name-changes',
      {
        needs: 'changeNames',
        summary:
          'Changes auto-renew, lock, privacy, group or nameservers of many names; registries carry it out as they answer',
        model: NameChangesModel,
      },
      async ({ actor, body: { names: some, ...change } }) => ({ body: await changes.changeMany(actor, some, change) }),
    ),
    accountRoute(
      'post',
      '/api/me/names/:name/auth-code',
      {
        needs: 'seeAuthCode',
        summary: 'A new auth code, shown this once, for the password once more',
        model: PasswordProof,
      },
      async ({ ctx, actor, params, body: { password } }) => {
        const held = await names.need(actor, params['name'] ?? '');
        await proven(ctx, actor, password, 'auth code shown');
        return { body: { authCode: await changes.newAuthCode(actor, held) } };
      },
    ),
  ];
}
