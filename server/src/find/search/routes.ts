import type { Context } from 'koa';
import type { Logger } from 'pino';
import type { SearchEvent } from '@tienda/core/search/searchEvent';
import { isCurrency, type Currency } from '@tienda/core/money/money';
import { answerLines } from '../../platform/http/ndjson';
import { badField } from '../../platform/http/problem';
import { currencyParameter } from '../../platform/http/parameters';
import { queryChoice, queryText, route, type Route } from '../../platform/http/route';
import type { SearchRequest, SearchService } from './service';

/** Longer than 500 names of the longest kind. */
const longestQuery = 130_000;
const longestRestMs = 1000;

export function searchRoutes(search: SearchService, log: Logger): Route[] {
  return [
    route(
      'get',
      '/api/search',
      {
        summary: 'Which names are free, a line per answer as soon as it is known',
        query: {
          q: {
            description: 'What was typed',
            schema: { type: 'string', minLength: 1, maxLength: longestQuery, pattern: '\\S' },
            required: true,
          },
          currency: currencyParameter,
          extensions: {
            description: 'Only these extensions for bare words, separated by commas; all when left out',
          },
          first: { description: 'Extensions on screen, to be answered first, separated by commas' },
          rest: {
            description: 'Milliseconds before registries are asked, in case the asker types on',
            schema: { type: 'integer', minimum: 0, maximum: longestRestMs },
          },
          fresh: {
            description: '1 to ask registries again whatever is known',
            schema: { type: 'string', enum: ['0', '1'] },
          },
          next: {
            description: '1 to be told of names to go on with too',
            schema: { type: 'string', enum: ['0', '1'] },
          },
        },
        produces: 'application/x-ndjson',
        perMinute: 600,
      },
      async ({ ctx }) => {
        const request = readRequest(ctx);
        return answerLines<SearchEvent>(ctx, log, (asker, tell) => search.search(request, asker, tell));
      },
    ),
  ];
}

function readRequest(ctx: Context): SearchRequest {
  const query = queryText(ctx, 'q');
  if (query === undefined || query.trim() === '') throw badField('/q', 'empty', 'Type a name or a word to search for.');
  if (query.length > longestQuery) throw badField('/q', 'tooLong', 'That is too much for one search.');
  const only = queryText(ctx, 'extensions');
  const first = queryText(ctx, 'first');
  const restMs = Number(queryText(ctx, 'rest') ?? 0);
  if (!Number.isInteger(restMs) || restMs < 0 || restMs > longestRestMs)
    throw badField('/rest', 'badNumber', `rest is a whole number of milliseconds, 0 to ${longestRestMs}.`);
  return {
    query,
    currency: readCurrency(ctx),
    ...(only === undefined ? {} : { only: new Set(only.split(',')) }),
    ...(first === undefined ? {} : { first: first.split(',') }),
    restMs,
    fresh: queryChoice(ctx, 'fresh', ['0', '1']) === '1',
    next: queryChoice(ctx, 'next', ['0', '1']) === '1',
  };
}

/** @throws Problem 422 where it is not a currency that Tienda charges in */
export function readCurrency(ctx: Context): Currency {
  const currency = queryText(ctx, 'currency') ?? 'USD';
  if (!isCurrency(currency))
    throw badField('/currency', 'unknownCurrency', 'Choose a currency that Tienda charges in.');
  return currency;
}
