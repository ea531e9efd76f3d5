import type { RdapDomain } from '@tienda/core/rdap/domainObject';

/** RDAP gave no usable answer. */
export class RdapSilent extends Error {}

/** Registration data as anyone may look it up. */
export interface RdapGateway {
  /** Undefined where the name is not registered. @throws RdapSilent */
  domain(name: string): Promise<RdapDomain | undefined>;
}

interface Bootstrap {
  readonly services: readonly (readonly [zones: readonly string[], urls: readonly string[]])[];
}

const timeoutMs = 5000;

/** RDAP over HTTP (RFC 7480, 9082); which server knows an extension is read from a bootstrap file (RFC 9224). */
export class RdapClient implements RdapGateway {
  private servers: ReadonlyMap<string, string> | undefined;

  constructor(private readonly bootstrapUrl: string) {}

  async domain(name: string): Promise<RdapDomain | undefined> {
    const base = (await this.bootstrap()).get(name.slice(name.indexOf('.') + 1));
    if (!base) throw new RdapSilent(`No RDAP server knows ${name}`);
    const response = await reach(new URL(`domain/${encodeURIComponent(name)}`, base));
    if (response.status === 404) return undefined;
    if (!response.ok) throw new RdapSilent(`RDAP answered ${response.status}`);
    const found: Partial<RdapDomain> = JSON.parse(await response.text());
    if (!isDomain(found)) throw new RdapSilent('RDAP answered something else');
    return found;
  }

  private async bootstrap(): Promise<ReadonlyMap<string, string>> {
    if (this.servers) return this.servers;
    const response = await reach(new URL('dns.json', this.bootstrapUrl));
    if (!response.ok) throw new RdapSilent(`The bootstrap file was answered with ${response.status}`);
    const { services }: Bootstrap = JSON.parse(await response.text());
    this.servers = new Map(services.flatMap(([zones, urls]) => zones.map((zone) => [zone, urls[0] ?? ''] as const)));
    return this.servers;
  }
}

/** Has the parts that RFC 9083 says a domain object has. */
function isDomain(found: Partial<RdapDomain>): found is RdapDomain {
  return found.objectClassName === 'domain' && Array.isArray(found.events) && Array.isArray(found.entities);
}

async function reach(url: URL): Promise<Response> {
  try {
    return await fetch(url, {
      headers: { Accept: 'application/rdap+json' },
      signal: AbortSignal.timeout(timeoutMs),
    });
  } catch (fault) {
    throw new RdapSilent(fault instanceof Error ? fault.message : String(fault));
  }
}
