import { PassThrough } from 'node:stream';
import { isCurrency } from '@tienda/core/pricing/money';
import { badField } from '../http/problem';
import { route, type Route } from '../http/route';
import { rateOf } from '../pricing/rates';
import type { SearchService } from './service';
import type { Logger } from 'pino';

/** Longer than 500 names of the longest kind. */
const longestQuery = 130_000;

export function searchRoutes(search: SearchService, log: Logger): Route[] {
  return [
    route(
      'get',
      '/api/search',
      {
        summary: 'Which names are free, a line per answer as soon as it is known',
        query: { q: 'What was typed', currency: 'ISO 4217 code; USD when left out' },
        produces: 'application/x-ndjson',
        perMinute: 240,
      },
      async ({ ctx }) => {
        const query = ctx.query['q'];
        if (typeof query !== 'string' || query.trim() === '')
          throw badField('/q', 'empty', 'Type a name or a word to search for.');
        if (query.length > longestQuery) throw badField('/q', 'tooLong', 'That is too much for one search.');
        const currency = ctx.query['currency'] ?? 'USD';
        if (typeof currency !== 'string' || !isCurrency(currency))
          throw badField('/currency', 'unknownCurrency', 'Choose a currency that Tienda charges in.');
        const lines = new PassThrough();
        ctx.type = 'application/x-ndjson';
        ctx.set('Cache-Control', 'no-store');
        ctx.body = lines;
        search
          .search(query, currency, rateOf(currency), (event) => lines.write(`${JSON.stringify(event)}\n`))
          .then(() => lines.end())
          .catch((fault: unknown) => {
            log.error({ fault }, 'a search failed');
            lines.destroy();
          });
        return undefined;
      },
    ),
  ];
}
