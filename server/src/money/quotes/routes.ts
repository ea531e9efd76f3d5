import { badFields } from '../../platform/http/problem';
import { actorOf, route, type Route } from '../../platform/http/route';
import { QuoteRequestModel } from './models';
import type { QuoteService } from './service';

export function quoteRoutes(quotes: QuoteService): Route[] {
  return [
    route(
      'post',
      '/api/quotes',
      { summary: 'The price of a basket, binding for 30 minutes', model: QuoteRequestModel, perMinute: 240 },
      async ({ ctx, body }) => {
        const quote = await quotes.bind(body, actorOf(ctx));
        const repeated = quote.problems.filter(({ code }) => code === 'repeatedName');
        if (repeated.length > 0) throw badFields(repeated);
        return { body: quote };
      },
    ),
  ];
}
