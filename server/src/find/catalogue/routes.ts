import { notFound } from '../../platform/http/problem';
import { queryChoice, route, type Route } from '../../platform/http/route';
import rates from './rates.json';
import type { CatalogueReader } from './catalogue';

export function catalogueRoutes(catalogue: CatalogueReader): Route[] {
  return [
    route(
      'get',
      '/api/extensions',
      {
        summary: 'Every extension, amounts in USD cents',
        query: {
          brief: {
            description: '1 leaves out life-cycle, transfer rules and past prices',
            schema: { type: 'string', enum: ['0', '1'] },
          },
        },
      },
      async ({ ctx }) => {
        const form = queryChoice(ctx, 'brief', ['0', '1']) === '1' ? 'brief' : 'whole';
        ctx.set('Cache-Control', 'private, max-age=60');
        ctx.vary('Accept-Encoding');
        const { plain, gzipped } = catalogue.written(form);
        const small = ctx.acceptsEncodings('gzip', 'identity') === 'gzip';
        ctx.type = 'json';
        if (small) ctx.set('Content-Encoding', 'gzip');
        ctx.body = small ? gzipped : plain;
        return undefined;
      },
    ),
    route(
      'get',
      '/api/extensions/:label',
      { summary: 'All that is known of one extension', params: { label: { description: 'As A-label' } } },
      async ({ ctx, params }) => {
        const extension = catalogue.current().get(params['label'] ?? '');
        if (!extension) throw notFound('extension');
        ctx.set('Cache-Control', 'private, max-age=60');
        return { body: extension };
      },
    ),
    route('get', '/api/rates', { summary: 'Exchange rates for one US dollar' }, async () => ({ body: rates })),
    route(
      'get',
      '/api/agreements/:id',
      { summary: 'A registry’s terms', params: { id: { description: 'As the extension names it' } } },
      async ({ params }) => {
        const agreement = catalogue.agreement(params['id'] ?? '');
        if (!agreement) throw notFound('agreement');
        return { body: agreement };
      },
    ),
  ];
}
