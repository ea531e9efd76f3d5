import type { Logger } from 'pino';
import { answerLines } from '../http/ndjson';
import { badField } from '../http/problem';
import { queryText, route, type Route } from '../http/route';
import { readCurrency } from '../search/routes';
import type { IdeaEvent, IdeaService } from './service';

export function ideaRoutes(ideas: IdeaService, log: Logger): Route[] {
  return [
    route(
      'get',
      '/api/ideas',
      {
        summary: 'Names to take instead of one, or beside it to protect it, then what the registries say of them',
        query: { name: 'A full name', for: 'instead or protect', currency: 'ISO 4217 code; USD when left out' },
        produces: 'application/x-ndjson',
        perMinute: 120,
      },
      async ({ ctx }) => {
        const asked = ideas.read(queryText(ctx, 'name') ?? '');
        const purpose = queryText(ctx, 'for') ?? 'instead';
        if (purpose !== 'instead' && purpose !== 'protect')
          throw badField('/for', 'badPurpose', 'Ask for names instead of it, or to protect it.');
        const currency = readCurrency(ctx);
        return answerLines<IdeaEvent>(ctx, log, (asker, tell) => ideas.tell(asked, purpose, currency, asker, tell));
      },
    ),
  ];
}
