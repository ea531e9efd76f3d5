import type { HostCommand } from '@tienda/core/epp/command';
import type { EppHostInfo } from '@tienda/core/epp/objects';
import type { RegistryHosts } from './hosts';
import type { Answer } from './rules';

/** A command about hosts, by whom and when. */
interface Asked {
  readonly hosts: RegistryHosts;
  readonly client: string;
  readonly now: Date;
}

/** Does what RFC 5732 says about hosts. */
export async function carryOutOnHosts(command: HostCommand, asked: Asked): Promise<Answer> {
  const { hosts, client, now } = asked;
  if (command.type === 'checkHosts') {
    const checks = [];
    for (const host of command.hosts) checks.push({ host, available: !(await hosts.find(host)) });
    return { code: 1000, data: { type: 'hostChecks', checks } };
  }
  const { host } = command;
  if (command.type === 'createHost') {
    const refused = await cannotCreate(host, command.addresses, asked);
    if (refused) return refused;
    if (!(await hosts.create(host, client, command.addresses))) return { code: 2302, reason: `${host} is there` };
    return { code: 1000, data: { type: 'hostCreated', host, createdAt: now.toISOString() } };
  }
  const found = await hosts.find(host);
  if (!found) return { code: 2303, reason: `Host ${host} does not exist` };
  if (command.type === 'infoHost') return { code: 1000, data: { type: 'host', host: found } };
  if (found.sponsor !== client) return { code: 2201 };
  return command.type === 'deleteHost' ? removed(found, hosts) : changed(command, found, asked);
}

/** A host below a name here is for its sponsor to make, and cannot be found without addresses; others have theirs elsewhere. */
async function cannotCreate(
  host: string,
  addresses: readonly string[],
  { hosts, client }: Asked,
): Promise<Answer | undefined> {
  const above = hosts.nameAbove(host);
  if (above === undefined)
    return addresses.length > 0 ? { code: 2306, reason: 'Its addresses are told where its name is kept' } : undefined;
  const sponsor = await hosts.sponsorOf(above);
  if (sponsor === undefined) return { code: 2303, reason: `${above} is not registered` };
  if (sponsor !== client) return { code: 2201, reason: `${above} is another registrar’s` };
  return addresses.length === 0 ? { code: 2003, reason: `${host} needs its addresses` } : undefined;
}

async function removed({ host, statuses }: EppHostInfo, hosts: RegistryHosts): Promise<Answer> {
  const prohibited = statuses.find((status) => status.endsWith('DeleteProhibited'));
  if (prohibited) return { code: 2304, reason: `The host is ${prohibited}` };
  if (statuses.includes('linked')) return { code: 2305, reason: `Names are delegated to ${host}` };
  await hosts.remove([host]);
  return { code: 1000 };
}

async function changed(
  { add = {}, remove = {} }: Extract<HostCommand, { type: 'updateHost' }>,
  { host, statuses, addresses }: EppHostInfo,
  { hosts, client }: Asked,
): Promise<Answer> {
  const isFreed = remove.statuses?.includes('clientUpdateProhibited') ?? false;
  if (statuses.includes('clientUpdateProhibited') && !isFreed)
    return { code: 2304, reason: 'The host is clientUpdateProhibited' };
  const theirs = [...(add.statuses ?? []), ...(remove.statuses ?? [])].find((status) => !status.startsWith('client'));
  if (theirs) return { code: 2306, reason: `${theirs} is not the client’s to set` };
  const after = [
    ...new Set([...addresses.filter((one) => !remove.addresses?.includes(one)), ...(add.addresses ?? [])]),
  ];
  const isOurs = hosts.nameAbove(host) !== undefined;
  if (isOurs && after.length === 0) return { code: 2306, reason: `${host} needs an address` };
  if (!isOurs && after.length > 0) return { code: 2306, reason: 'Its addresses are told where its name is kept' };
  const kept = statuses.filter((one) => !['ok', 'linked'].includes(one) && !remove.statuses?.includes(one));
  const put = [...new Set([...kept, ...(add.statuses ?? [])])];
  await hosts.update(host, { client, addresses: after, statuses: put.length > 0 ? put : ['ok'] });
  return { code: 1000 };
}
