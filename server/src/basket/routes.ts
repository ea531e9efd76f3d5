import type { Context } from 'koa';
import type { BasketLine } from '@tienda/core/names/basketLine';
import { domainName } from '@tienda/core/names/domainName';
import { toULabel } from '@tienda/core/names/idna';
import type { AccountStore } from '../accounts/store';
import type { Sessions } from '../accounts/sessions';
import type { CatalogueReader } from '../catalogue/catalogue';
import { badField } from '../http/problem';
import { route, sessionOf, type Answer, type Route } from '../http/route';
import type { AvailabilityStore } from '../search/store';
import { BasketLineModel } from './models';
import type { BasketStore } from './store';

const mostLines = 500;

export function basketRoutes(
  basket: BasketStore,
  sessions: Sessions,
  accounts: AccountStore,
  catalogue: CatalogueReader,
  availability: AvailabilityStore,
): Route[] {
  /** The account's basket for those signed in, else the visitor's own. */
  async function basketOf(ctx: Context): Promise<string | undefined> {
    const session = sessionOf(ctx);
    return session?.accountId ? accounts.basketOf(session.accountId) : session?.basketId;
  }

  async function answer(id: string | undefined): Promise<Answer> {
    const lines = id ? await basket.lines(id) : [];
    const answers = await availability.answers(
      lines.map(({ name }) => name),
      new Date(0),
    );
    const shown = lines.map((line): BasketLine => {
      const known = answers.get(line.name);
      return { ...line, unicode: toULabel(line.name), ...(known ? { answer: known } : {}) };
    });
    return { body: { lines: shown } };
  }

  return [
    route('get', '/api/basket', { summary: 'What is in the basket' }, async ({ ctx }) => answer(await basketOf(ctx))),
    route(
      'put',
      '/api/basket/:name',
      { summary: 'Puts a name in the basket, or changes what was chosen for it', model: BasketLineModel },
      async ({ ctx, params, body: { years, privacy, autoRenew } }) => {
        const read = domainName(params['name'] ?? '', catalogue.current());
        if (read.kind === 'problem') throw badField('/name', read.code, read.detail);
        const { terms, unicode } = read.extension;
        if (!terms.register.includes(years))
          throw badField('/years', 'termNotOffered', `.${unicode} is offered for ${terms.register.join(', ')} years.`);
        const id = (await basketOf(ctx)) ?? (await sessions.begin(ctx, null)).basketId;
        if ((await basket.size(id)) >= mostLines)
          throw badField('/name', 'basketFull', `A basket holds at most ${mostLines} names: check out or remove some.`);
        await basket.put(id, { name: read.name, years, privacy, autoRenew });
        return answer(id);
      },
    ),
    route('delete', '/api/basket/:name', { summary: 'Takes a name out of the basket' }, async ({ ctx, params }) => {
      const id = await basketOf(ctx);
      if (id) await basket.remove(id, [params['name'] ?? '']);
      return answer(id);
    }),
  ];
}
