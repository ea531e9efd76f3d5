import { delegatedTo, ownNameservers, type Delegation, type OwnHost } from '@tienda/core/dns/delegation';
import type { RegistryDomain, RegistryGateway } from '../../gateways/registry/registryGateway';

/**
 * Makes the hosts that a delegation needs at its registry, or finds them there.
 *
 * @returns why the registry refuses one for good @throws RegistrySilent
 */
export async function needHosts(registry: RegistryGateway, delegation: Delegation): Promise<string | undefined> {
  const own = new Set(delegation.hosts.map(({ host }) => host));
  const others = delegatedTo(delegation).filter((host) => !own.has(host) && !ownNameservers.includes(host));
  for (const { host, addresses } of [...delegation.hosts, ...others.map((host) => ({ host, addresses: [] }))]) {
    const said = await registry.needHost(host, addresses);
    if (said !== undefined) return said;
  }
  return undefined;
}

/** A name's hosts as its registry has them, with their addresses. @throws RegistrySilent */
export async function hostsOf(
  registry: RegistryGateway,
  { hosts = [] }: Pick<RegistryDomain, 'hosts'>,
): Promise<OwnHost[]> {
  const found: OwnHost[] = [];
  for (const host of hosts) {
    const addresses = await registry.addressesOf(host);
    if (addresses) found.push({ host, addresses });
  }
  return found;
}

/** Takes away those of a name's hosts that are not wanted. @returns those that stay, since names are delegated to them */
export async function dropHosts(
  registry: RegistryGateway,
  there: readonly string[],
  wanted: ReadonlySet<string>,
): Promise<OwnHost[]> {
  const kept: OwnHost[] = [];
  for (const host of there) {
    if (wanted.has(host) || (await registry.dropHost(host))) continue;
    const addresses = await registry.addressesOf(host);
    if (addresses) kept.push({ host, addresses });
  }
  return kept;
}

/** Takes the hosts of a name away before it goes itself. @returns one that stays, since other names are delegated to it */
export async function letHostsGo(
  registry: RegistryGateway,
  { name, nameservers, hosts = [] }: RegistryDomain,
  transaction: string,
): Promise<string | undefined> {
  if (hosts.length === 0) return undefined;
  const own = nameservers.filter((host) => hosts.includes(host));
  if (own.length > 0) await registry.update({ name, remove: { nameservers: own } }, transaction);
  const [kept] = await dropHosts(registry, hosts, new Set());
  return kept?.host;
}
