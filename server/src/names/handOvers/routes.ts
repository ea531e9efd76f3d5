import { IsEmail, MaxLength } from 'class-validator';
import { PasswordProof } from '@tienda/core/accounts/credentials';
import type { ProvenByPassword } from '../../people/accounts/guard';
import { accountRoute, type Route } from '../../platform/http/route';
import { SomeNames } from '../held/someNames';
import type { HandingOver } from './service';

class HandOverModel extends PasswordProof {
  @SomeNames()
  names!: string[];

  @IsEmail({}, { message: 'Write a full mail address, as in lotte@quayquill.example.' })
  @MaxLength(254, { message: 'A mail address has at most 254 characters.' })
  email!: string;
}

export function handOverRoutes(handingOver: HandingOver, proven: ProvenByPassword): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/hand-overs',
      { needs: 'handOver', summary: 'Names offered to other accounts, and those offered to this one' },
      async ({ actor }) => ({ body: await handingOver.list(actor) }),
    ),
    accountRoute(
      'post',
      '/api/me/hand-overs',
      {
        needs: 'handOver',
        summary: 'Offers names to another account here, for the password once more',
        model: HandOverModel,
        perMinute: 10,
      },
      async ({ ctx, actor, body: { names, email, password } }) => {
        await proven(ctx, actor, password, 'names offered to another account');
        return { status: 201, body: await handingOver.offer(actor, names, email) };
      },
    ),
    accountRoute(
      'delete',
      '/api/me/hand-overs/:id',
      { needs: 'handOver', summary: 'Names are not offered any more' },
      async ({ actor, params }) => ({ body: await handingOver.withdraw(actor, params['id'] ?? '') }),
    ),
    accountRoute(
      'post',
      '/api/me/hand-overs/:id/take',
      { needs: 'handOver', summary: 'Takes names that another account offers' },
      async ({ actor, params }) => ({ body: await handingOver.take(actor, params['id'] ?? '') }),
    ),
    accountRoute(
      'post',
      '/api/me/hand-overs/:id/decline',
      { needs: 'handOver', summary: 'Does not take names that another account offers' },
      async ({ actor, params }) => ({ body: await handingOver.decline(actor, params['id'] ?? '') }),
    ),
  ];
}
