import type { Context } from 'koa';
import { toULabel } from '@tienda/core/idna/idna';
import { statementOf, type Statement, type StatementPeriod } from '@tienda/core/orders/statement';
import { isIsoDate, isoDate } from '@tienda/core/time/isoDate';
import { readCurrency } from '../../find/search/routes';
import type { Press } from '../../money/papers/press';
import type { AccountStore } from '../../people/accounts/store';
import type { Clock } from '../../platform/clock/clock';
import { currencyParameter } from '../../platform/http/parameters';
import { badField } from '../../platform/http/problem';
import { accountRoute, queryText, type Route } from '../../platform/http/route';
import type { GroupStore } from '../groups/store';
import type { NameViews } from '../held/views';
import type { StatementStore } from './store';

export interface StatementParts {
  readonly groups: Pick<GroupStore, 'need'>;
  readonly store: StatementStore;
  readonly views: Pick<NameViews, 'inList'>;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly press: Pick<Press, 'printStatement'>;
  readonly clock: Clock;
}

const contentType = 'application/pdf';
const day = { type: 'string', format: 'date' };
const query = {
  currency: currencyParameter,
  from: { description: 'The first day', schema: day },
  to: { description: 'The last day', schema: day },
};

export function statementRoutes(parts: StatementParts): Route[] {
  const { groups, store, views, accounts, press, clock } = parts;
  const made = async (ctx: Context, accountId: string, id: string): Promise<Statement> => {
    const period = readPeriod(ctx);
    const currency = readCurrency(ctx);
    const { title } = await groups.need(accountId, id);
    const [account, names] = await Promise.all([accounts.byId(accountId), store.names(accountId, id)]);
    const payments = await store.payments(
      accountId,
      names.map(({ name }) => name),
    );
    const language = account?.language ?? 'en';
    const about = { title, language, madeOn: isoDate(clock.now()), period, currency };
    return statementOf(
      about,
      names.map((held) => {
        const { name, registeredOn, expiresOn, autoRenew, renewal } = views.inList(held, currency);
        return {
          name,
          unicode: toULabel(name),
          registeredOn,
          expiresOn,
          autoRenew,
          renewal: { amount: renewal.amount },
        };
      }),
      payments,
    );
  };
  return [
    accountRoute(
      'get',
      '/api/me/groups/:id/statement',
      { needs: 'seePapers', summary: 'What a group holds, bought and has due', query },
      async ({ ctx, actor: { account }, params }) => ({ body: await made(ctx, account, params['id'] ?? '') }),
    ),
    accountRoute(
      'get',
      '/api/me/groups/:id/statement.pdf',
      { needs: 'seePapers', summary: 'The same as PDF', produces: contentType, query },
      async ({ ctx, actor: { account }, params }) => {
        const statement = await made(ctx, account, params['id'] ?? '');
        ctx.type = contentType;
        const { from, to } = statement.period;
        ctx.set('Content-Disposition', `inline; filename="statement-${from}-${to}.pdf"`);
        ctx.body = await press.printStatement(statement);
        return undefined;
      },
    ),
  ];
}

/** @throws Problem 422 naming the day that is none */
function readPeriod(ctx: Context): StatementPeriod {
  const [from, to] = (['from', 'to'] as const).map((which) => {
    const text = queryText(ctx, which);
    if (text === undefined || !isIsoDate(text) || text < '1900')
      throw badField(`/${which}`, 'notADate', `${which} is a day: YYYY-MM-DD.`);
    return text;
  });
  if (from === undefined || to === undefined || from > to)
    throw badField('/to', 'outOfRange', 'The last day is the first one or later.');
  return { from, to };
}
