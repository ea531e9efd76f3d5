import { randomUUID } from 'node:crypto';
import { PassThrough } from 'node:stream';
import type { Context } from 'koa';
import type { Logger } from 'pino';
import { isCurrency, type Currency } from '@tienda/core/pricing/money';
import { badField } from '../http/problem';
import { route, sessionOf, type Route } from '../http/route';
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
          q: 'What was typed',
          currency: 'ISO 4217 code; USD when left out',
          extensions: 'Only these extensions for bare words, separated by commas; all when left out',
          first: 'Extensions on screen, to be answered first, separated by commas',
          rest: 'Milliseconds before registries are asked, in case the asker types on',
          fresh: '1 to ask registries again whatever is known',
        },
        produces: 'application/x-ndjson',
        perMinute: 600,
      },
      async ({ ctx }) => {
        const request = readRequest(ctx);
        const lines = new PassThrough();
        const gone = new AbortController();
        ctx.type = 'application/x-ndjson';
        ctx.set('Cache-Control', 'no-store');
        ctx.body = lines;
        ctx.req.socket.setNoDelay(true);
        ctx.res.once('close', () => gone.abort());
        const asker = { id: sessionOf(ctx)?.basketId ?? `${ctx.ip} ${randomUUID()}`, signal: gone.signal };
        search
          .search(request, asker, (events) => {
            if (!gone.signal.aborted) lines.write(events.map((event) => `${JSON.stringify(event)}\n`).join(''));
          })
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

function readRequest(ctx: Context): SearchRequest {
  const query = textOf(ctx, 'q');
  if (query === undefined || query.trim() === '') throw badField('/q', 'empty', 'Type a name or a word to search for.');
  if (query.length > longestQuery) throw badField('/q', 'tooLong', 'That is too much for one search.');
  const only = textOf(ctx, 'extensions');
  const first = textOf(ctx, 'first');
  const restMs = Number(textOf(ctx, 'rest') ?? 0);
  if (!Number.isInteger(restMs) || restMs < 0 || restMs > longestRestMs)
    throw badField('/rest', 'badNumber', `rest is a whole number of milliseconds, 0 to ${longestRestMs}.`);
  return {
    query,
    currency: readCurrency(ctx),
    ...(only === undefined ? {} : { only: new Set(only.split(',')) }),
    ...(first === undefined ? {} : { first: first.split(',') }),
    restMs,
    fresh: textOf(ctx, 'fresh') === '1',
  };
}

/** @throws Problem 422 where it is not a currency that Tienda charges in */
export function readCurrency(ctx: Context): Currency {
  const currency = textOf(ctx, 'currency') ?? 'USD';
  if (!isCurrency(currency))
    throw badField('/currency', 'unknownCurrency', 'Choose a currency that Tienda charges in.');
  return currency;
}

function textOf(ctx: Context, name: string): string | undefined {
  const value = ctx.query[name];
  if (Array.isArray(value)) throw badField(`/${name}`, 'repeated', `Give ${name} once.`);
  return value;
}
