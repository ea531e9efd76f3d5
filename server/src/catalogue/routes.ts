import { notFound } from '../http/problem';
import { route, type Route } from '../http/route';
import rates from '../pricing/rates.json';
import type { CatalogueReader } from './catalogue';

export function catalogueRoutes(catalogue: CatalogueReader): Route[] {
  return [
    route('get', '/api/extensions', { summary: 'Every extension, amounts in USD cents' }, async ({ ctx }) => {
      ctx.set('Cache-Control', 'private, max-age=60');
      ctx.vary('Accept-Encoding');
      const { plain, gzipped } = catalogue.written();
      const small = ctx.acceptsEncodings('gzip', 'identity') === 'gzip';
      ctx.type = 'json';
      if (small) ctx.set('Content-Encoding', 'gzip');
      ctx.body = small ? gzipped : plain;
      return undefined;
    }),
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
