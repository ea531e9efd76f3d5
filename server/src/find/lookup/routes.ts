import { domainName } from '@tienda/core/names/domainName';
import type { CatalogueReader } from '../catalogue/catalogue';
import { RdapSilent, type RdapGateway } from '../../gateways/rdap/rdapClient';
import { badField, Problem } from '../../platform/http/problem';
import { route, type Route } from '../../platform/http/route';

export function lookupRoutes(rdap: RdapGateway, catalogue: CatalogueReader): Route[] {
  return [
    route(
      'get',
      '/api/lookup/:name',
      {
        summary: 'Registration data of a name, as anyone may see it (RFC 9083)',
        produces: 'application/rdap+json',
        perMinute: 120,
      },
      async ({ ctx, params }) => {
        const read = domainName(params['name'] ?? '', catalogue.current());
        if (read.kind === 'problem') throw badField('/name', read.code, read.detail, read.facts);
        const found = await rdap.domain(read.name).catch((fault: unknown) => {
          if (!(fault instanceof RdapSilent)) throw fault;
          throw new Problem(
            502,
            'lookup-silent',
            'No answer',
            'Registration data cannot be reached: try again shortly.',
          );
        });
        if (!found)
          throw new Problem(
            404,
            'not-registered',
            'Not registered',
            `${read.unicode} is not registered: nobody holds it.`,
            [],
            { facts: { name: read.unicode } },
          );
        ctx.type = 'application/rdap+json';
        ctx.set('Cache-Control', 'no-store');
        ctx.body = JSON.stringify(found);
        return undefined;
      },
    ),
  ];
}
