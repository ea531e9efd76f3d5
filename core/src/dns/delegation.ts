import ipaddr from 'ipaddr.js';
import { toALabel } from '../idna/idna';
import { dsProblem, dsText, isSameDs, type DelegationSigner, type DsProblemCode } from './delegationSigner';

/** The nameservers of Tienda: every name is delegated to them unless its holder says otherwise. */
export const ownNameservers: readonly string[] = ['ns1.tienda.example', 'ns2.tienda.example'];

/** A host below a name that is held, as its registry keeps it (RFC 5732): names can be delegated to it. */
export interface OwnHost {
  /** A-labels in lower case. */
  readonly host: string;
  /** IPv4 and IPv6 (RFC 5952), at least one. */
  readonly addresses: readonly string[];
}

/** To which nameservers a name is delegated, and what its registry keeps for that (RFC 5731, 5732, 5910). */
export interface Delegation {
  /** A-labels in lower case; Tienda's own where null, none where empty: then the name answers nothing. */
  readonly nameservers: readonly string[] | null;
  /** Hosts below the name itself. */
  readonly hosts: readonly OwnHost[];
  readonly ds: readonly DelegationSigner[];
}

/** What is changed of a delegation. */
export interface DelegationChange {
  readonly nameservers: readonly string[] | null;
  /** Those that there are stay where left out. */
  readonly hosts?: readonly OwnHost[];
  /** Where left out, those that there are stay with their nameservers: others would not answer signed by the same keys. */
  readonly ds?: readonly DelegationSigner[];
}

/** A delegation after a change. */
export function delegationAfter(before: Delegation, { nameservers, hosts, ds }: DelegationChange): Delegation {
  const staying = hostsKey(nameservers) === hostsKey(before.nameservers) ? before.ds : [];
  // What Tienda serves Tienda signs: nobody else says by which keys.
  if (nameservers === null) return { nameservers, hosts: hosts ?? before.hosts, ds: staying };
  return { nameservers, hosts: hosts ?? before.hosts, ds: ds ?? staying };
}

/** What a change has to be looked at for: where Tienda serves, only what was given for its keys is wrong. */
export function changedDelegation(before: Delegation, change: DelegationChange): Delegation {
  const after = delegationAfter(before, change);
  if (change.nameservers !== null) return after;
  const given = (change.ds ?? []).filter((one) => !before.ds.some((other) => isSameDs(one, other)));
  return { ...after, ds: given };
}

function hostsKey(nameservers: Delegation['nameservers']): string {
  return JSON.stringify(nameservers && [...nameservers].sort());
}

/** How a name begins: at Tienda's own nameservers. */
export const startingDelegation: Delegation = { nameservers: null, hosts: [], ds: [] };

/** Where a name leads, in one word. */
export type PointsTo = 'tienda' | 'elsewhere' | 'nothing';

export function pointsTo({ nameservers }: Pick<Delegation, 'nameservers'>): PointsTo {
  if (nameservers === null) return 'tienda';
  return nameservers.length > 0 ? 'elsewhere' : 'nothing';
}

/** What the registry is to have: never null. */
export function delegatedTo({ nameservers }: Pick<Delegation, 'nameservers'>): readonly string[] {
  return nameservers ?? ownNameservers;
}

/** RFC 5731 sets no bounds; a referral of thirteen fits into one datagram (RFC 1035), and one server is none in need. */
export const fewestNameservers = 2;
export const mostNameservers = 13;
export const mostHosts = 13;
export const mostAddresses = 8;
export const mostDs = 6;

export type DelegationProblemCode =
  | 'tooFew'
  | 'tooMany'
  | 'twice'
  | 'notAHost'
  /** A host below the name itself, that nobody could find without its addresses. */
  | 'needsAddresses'
  /** A host with addresses that is not below the name: its addresses are told by whoever holds its name. */
  | 'notBelow'
  | 'notAnAddress'
  /** An address that cannot be reached from everywhere. */
  | 'notPublic'
  /** Tienda looks after the keys of what its own nameservers serve. */
  | 'dsWithOwn'
  /** Nothing answers, so nothing is signed. */
  | 'dsWithNothing'
  | `ds:${DsProblemCode}`;

/** What of a delegation cannot be so: where, and which of a list. */
export interface DelegationProblem {
  readonly at: 'nameservers' | 'hosts' | 'ds';
  readonly index?: number;
  readonly code: DelegationProblemCode;
  /** What is meant, as it was given. */
  readonly input?: string;
}

/** True for the name itself and what is below it. */
export function isBelow(host: string, name: string): boolean {
  return host === name || host.endsWith(`.${name}`);
}

/** A host name as people type it, as A-labels in lower case without the last dot; undefined for what is none (RFC 1123). */
export function readHost(typed: string): string | undefined {
  const text = typed.trim().replace(/\.$/, '');
  const host = toALabel(text)?.toLowerCase();
  if (host === undefined || host.length > 253) return undefined;
  const labels = host.split('.');
  const isHost = labels.length > 1 && labels.every((label) => /^[a-z0-9]([a-z0-9-]{0,61}[a-z0-9])?$/.test(label));
  // What ends in digits alone is an address.
  return isHost && !/^\d+$/.test(labels.at(-1) ?? '') ? host : undefined;
}

/** An address in the one way to write it (RFC 5952); undefined for what is none. */
export function readAddress(typed: string): string | undefined {
  const text = typed.trim();
  if (ipaddr.IPv4.isValidFourPartDecimal(text)) return ipaddr.IPv4.parse(text).toString();
  if (!text.includes(':') || text.includes('%') || !ipaddr.IPv6.isValid(text)) return undefined;
  return ipaddr.IPv6.parse(text).toRFC5952String();
}

/** Ranges that only some networks can reach, or nobody (RFC 6890). Those for documentation count as any others here. */
const hidden: ReadonlySet<string> = new Set([
  ...['unspecified', 'broadcast', 'multicast', 'linkLocal', 'loopback', 'private', 'carrierGradeNat', 'uniqueLocal'],
  ...['ipv4Mapped', 'discard'],
]);

/** True for an address that can be reached from everywhere. */
export function isPublic(address: string): boolean {
  return !hidden.has(ipaddr.parse(address).range());
}

/** Everything of a delegation of a name that cannot be so; nothing where all is well. */
export function delegationProblems(name: string, { nameservers, hosts, ds }: Delegation): DelegationProblem[] {
  return [
    ...nameserverProblems(name, nameservers ?? [], hosts),
    ...hostProblems(name, hosts),
    ...dsProblems(nameservers, ds),
  ];
}

function nameserverProblems(
  name: string,
  nameservers: readonly string[],
  hosts: readonly OwnHost[],
): DelegationProblem[] {
  const at = 'nameservers';
  if (nameservers.length > mostNameservers) return [{ at, code: 'tooMany' }];
  const known = new Set(hosts.map(({ host }) => host));
  const problems = nameservers.flatMap((input, index): DelegationProblem[] => {
    if (readHost(input) !== input) return [{ at, index, code: 'notAHost', input }];
    if (nameservers.indexOf(input) < index) return [{ at, index, code: 'twice', input }];
    return isBelow(input, name) && !known.has(input) ? [{ at, index, code: 'needsAddresses', input }] : [];
  });
  const isOne = nameservers.length > 0 && nameservers.length < fewestNameservers;
  return problems.length === 0 && isOne ? [{ at, code: 'tooFew' }] : problems;
}

function hostProblems(name: string, hosts: readonly OwnHost[]): DelegationProblem[] {
  const at = 'hosts';
  if (hosts.length > mostHosts) return [{ at, code: 'tooMany' }];
  return hosts.flatMap(({ host, addresses }, index): DelegationProblem[] => {
    const problem = (code: DelegationProblemCode, input = host) => [{ at, index, code, input } as const];
    if (readHost(host) !== host) return problem('notAHost');
    if (!isBelow(host, name)) return problem('notBelow');
    if (hosts.findIndex((other) => other.host === host) < index) return problem('twice');
    if (addresses.length === 0) return problem('needsAddresses');
    if (addresses.length > mostAddresses) return problem('tooMany');
    const strange = addresses.find((address) => readAddress(address) !== address);
    if (strange !== undefined) return problem('notAnAddress', strange);
    if (new Set(addresses).size < addresses.length) return problem('twice');
    const unreachable = addresses.find((address) => !isPublic(address));
    return unreachable === undefined ? [] : problem('notPublic', unreachable);
  });
}

function dsProblems(nameservers: Delegation['nameservers'], ds: readonly DelegationSigner[]): DelegationProblem[] {
  const at = 'ds';
  if (ds.length === 0) return [];
  if (nameservers === null) return [{ at, code: 'dsWithOwn' }];
  if (nameservers.length === 0) return [{ at, code: 'dsWithNothing' }];
  if (ds.length > mostDs) return [{ at, code: 'tooMany' }];
  return ds.flatMap((one, index): DelegationProblem[] => {
    const code = dsProblem(one);
    if (code) return [{ at, index, code: `ds:${code}`, input: dsText(one) }];
    return ds.findIndex((other) => isSameDs(other, one)) < index
      ? [{ at, index, code: 'twice', input: dsText(one) }]
      : [];
  });
}

/** True where both are the same for a registry, in whatever order they are written. */
export function isSameDelegation(one: Delegation, other: Delegation): boolean {
  return delegationKey(one) === delegationKey(other);
}

function delegationKey({ nameservers, hosts, ds }: Delegation): string {
  const host = (own: OwnHost) => `${own.host} ${[...own.addresses].sort().join(' ')}`;
  return JSON.stringify([hostsKey(nameservers), hosts.map(host).sort(), ds.map(dsText).sort()]);
}
