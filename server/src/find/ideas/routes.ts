import type { Logger } from 'pino';
import { answerLines } from '../../platform/http/ndjson';
import { currencyParameter } from '../../platform/http/parameters';
import { queryChoice, queryText, route, type Route } from '../../platform/http/route';
import { readCurrency } from '../search/routes';
import type { IdeaEvent, IdeaService } from './service';

export function ideaRoutes(ideas: IdeaService, log: Logger): Route[] {
  return [
    route(
      'get',
      '/api/ideas',
      {
        summary: 'Names to take instead of one, or beside it to protect it, then what the registries say of them',
        query: {
          name: { description: 'A full name', required: true, schema: { type: 'string', minLength: 1 } },
          for: {
            description: 'To take instead of it, which is meant when left out, or to protect it',
            schema: { type: 'string', enum: ['instead', 'protect'] },
          },
          currency: currencyParameter,
        },
        produces: 'application/x-ndjson',
        perMinute: 120,
      },
      async ({ ctx }) => {
        const asked = ideas.read(queryText(ctx, 'name') ?? '');
        const purpose = queryChoice(ctx, 'for', ['instead', 'protect']) ?? 'instead';
        const currency = readCurrency(ctx);
        return answerLines<IdeaEvent>(ctx, log, (asker, tell) => ideas.tell(asked, purpose, currency, asker, tell));
      },
    ),
  ];
}
