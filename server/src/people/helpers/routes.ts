import { accountRoute, type Route } from '../../platform/http/route';
import type { ProvenByPassword } from '../accounts/guard';
import { InvitationModel, LeaveModel, leaveIn } from './models';
import type { Helping } from './service';

export function helperRoutes(helping: Helping, proven: ProvenByPassword): Route[] {
  return [
    accountRoute(
      'get',
      '/api/me/helpers',
      { needs: 'changeHelpers', summary: 'Who helps the account, and which accounts it helps' },
      async ({ actor }) => ({ body: await helping.list(actor) }),
    ),
    accountRoute(
      'post',
      '/api/me/helpers',
      {
        needs: 'changeHelpers',
        summary: 'Invites somebody to help, for the password once more',
        model: InvitationModel,
        perMinute: 10,
      },
      async ({ ctx, actor, body }) => {
        await proven(ctx, actor, body.password, 'helper invited');
        return { status: 201, body: await helping.invite(actor, { ...leaveIn(body), email: body.email }) };
      },
    ),
    accountRoute(
      'put',
      '/api/me/helpers/:id',
      {
        needs: 'changeHelpers',
        summary: 'Leaves a helper more or less from now on, for the password once more',
        model: LeaveModel,
        perMinute: 30,
      },
      async ({ ctx, actor, params, body }) => {
        await proven(ctx, actor, body.password, 'helper changed');
        return { body: await helping.change(actor, params['id'] ?? '', leaveIn(body)) };
      },
    ),
    accountRoute(
      'delete',
      '/api/me/helpers/:id',
      { needs: 'changeHelpers', summary: 'Ends at once that somebody helps, from either side' },
      async ({ actor, params }) => ({ body: await helping.end(actor, params['id'] ?? '') }),
    ),
    ...(['accept', 'decline'] as const).map((answer) =>
      accountRoute(
        'post',
        `/api/me/helpers/:id/${answer}`,
        { needs: 'changeHelpers', summary: `An invitation to help: ${answer}` },
        async ({ actor, params }) => ({
          body: await helping.answer(actor, params['id'] ?? '', answer === 'accept'),
        }),
      ),
    ),
  ];
}
