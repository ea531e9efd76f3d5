import { readAddress } from '../dns/delegation';
import { EppRefusal, type EppCommand, type HostCommand, type HostParts } from './command';
import { holding } from './content';
import { element, hostElement, type Content } from './elements';
import * as ns from './namespaces';
import { nameIn, the } from './parts';
import { hostStatus, valueOf } from './values';
import { child, childrenOf, type Element, type Written } from './xml';

/** What is done about hosts, and what is told of them, written and read (RFC 5732). */

export function isHostCommand(command: EppCommand): command is HostCommand {
  return command.type.endsWith('Host') || command.type === 'checkHosts';
}

export function writeHostCommand(command: HostCommand): Written {
  switch (command.type) {
    case 'checkHosts':
      return onHost('check', command.hosts.map(hostName));
    case 'infoHost':
      return onHost('info', [hostName(command.host)]);
    case 'createHost':
      return onHost('create', [hostName(command.host), ...command.addresses.map(hostAddress)]);
    case 'updateHost':
      return onHost('update', [
        hostName(command.host),
        command.add && element('host:add', hostParts(command.add)),
        command.remove && element('host:rem', hostParts(command.remove)),
      ]);
    case 'deleteHost':
      return onHost('delete', [hostName(command.host)]);
  }
}

function onHost(verb: string, content: Content): Written {
  return element(verb, [hostElement(verb, content)]);
}

function hostName(host: string): Written {
  return element('host:name', host);
}

/** An address with the version of IP that it is of (section 2.5). */
export function hostAddress(address: string): Written {
  return ['host:addr', { ip: address.includes(':') ? 'v6' : 'v4' }, address];
}

function hostParts({ addresses = [], statuses = [] }: HostParts): Written[] {
  return [...addresses.map(hostAddress), ...statuses.map((status): Written => ['host:status', { s: status }])];
}

/** @throws EppRefusal as `readCommand`; 2102 for a host that is to be called another name */
export function onHosts(verb: string, object: Element): HostCommand {
  if (verb === 'check')
    return { type: 'checkHosts', hosts: childrenOf(holding(object, 'name+'), ns.host, 'name').map(nameIn) };
  if (verb === 'create') {
    holding(object, 'name addr*');
    return { type: 'createHost', host: hostIn(object), addresses: addressesIn(object) };
  }
  if (verb === 'update') return updateHost(object);
  if (verb !== 'info' && verb !== 'delete') throw new EppRefusal(2101, `${verb} is not for hosts`);
  holding(object, 'name');
  return { type: verb === 'info' ? 'infoHost' : 'deleteHost', host: hostIn(object) };
}

function updateHost(object: Element): HostCommand {
  holding(object, 'name add? rem? chg?');
  if (child(object, ns.host, 'chg')) throw new EppRefusal(2102, 'A host keeps its name');
  const [add, remove] = ['add', 'rem'].map((tag) => partsIn(child(object, ns.host, tag)));
  if (!add && !remove) throw new EppRefusal(2003, 'Nothing is to be changed');
  return { type: 'updateHost', host: hostIn(object), ...(add ? { add } : {}), ...(remove ? { remove } : {}) };
}

function partsIn(part: Element | undefined): HostParts | undefined {
  if (!part) return undefined;
  const addresses = addressesIn(holding(part, 'addr* status*'));
  const statuses = childrenOf(part, ns.host, 'status').map(({ attributes }) => hostStatus(attributes['s']));
  if (addresses.length + statuses.length === 0) throw new EppRefusal(2003, `${part.name} holds nothing`);
  return { ...(addresses.length > 0 ? { addresses } : {}), ...(statuses.length > 0 ? { statuses } : {}) };
}

function hostIn(object: Element): string {
  return nameIn(the(object, 'name'));
}

/** The addresses of a host, each written in the one way of RFC 5952. @throws EppRefusal 2005 for what is none */
export function addressesIn(object: Element): string[] {
  return childrenOf(object, ns.host, 'addr').map((addr) => {
    const { ip = 'v4' } = addr.attributes;
    const text = valueOf(addr, 'text');
    if (ip !== 'v4' && ip !== 'v6') throw new EppRefusal(2005, 'ip is v4 or v6');
    const address = readAddress(text);
    if (address === undefined || address.includes(':') !== (ip === 'v6'))
      throw new EppRefusal(2005, `${text} is no address of IP${ip}`);
    return address;
  });
}
