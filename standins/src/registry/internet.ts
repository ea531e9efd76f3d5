import { ownNameservers } from '@tienda/core/dns/delegation';
import { registries } from './registries';

/**
 * Where hosts of the made-up internet are: each has an address of its own on loopback, all of them the same port for the
 * same service.
 */
const parents = '127.0.0.3';
const [first = '', second = ''] = ownNameservers;

/** The root's server. */
export const rootServer = 'ns1.topmost.example';

/** Where all sites are that people send their visitors to. */
export const sitesAddress = '127.0.0.5';

/** Hosts of hosts: what people point their names at. Nothing answers to mail there. */
const rented: ReadonlyMap<string, string> = new Map([
  ...['sites', 'shy', 'old', 'round', 'inward', 'silent', 'gone'].map(
    (site) => [`${site}.quayhost.example`, sitesAddress] as const,
  ),
  ['mx.lakepost.example', '192.0.2.25'],
  ['mx2.lakepost.example', '192.0.2.26'],
]);

/** By whole name. */
export const addressOf: ReadonlyMap<string, string> = new Map([
  [first, '127.0.0.1'],
  [second, '127.0.0.2'],
  ...rented,
  [rootServer, parents],
  ...registries.flatMap(({ id }) => serversOf(id).map((host) => [host, parents] as const)),
]);

/** The name servers of a registry. */
export function serversOf(registry: string): readonly string[] {
  return ['ns1', 'ns2'].map((host) => `${host}.${registry}.example`);
}
