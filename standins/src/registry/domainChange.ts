import { isSameDs, type DelegationSigner } from '@tienda/core/dns/delegationSigner';
import type { UpdateDomain } from '@tienda/core/epp/command';
import type { ContactLink } from '@tienda/core/epp/objects';
import type { KeptDomain } from './keptDomain';

/** A name after a change. */
export interface DomainChange {
  readonly registrant: string;
  readonly contacts: readonly ContactLink[];
  readonly nameservers: readonly string[];
  readonly ds: readonly DelegationSigner[];
  readonly statuses: readonly string[];
  readonly authCode: string;
  /** True where its zone says something else from now on. */
  readonly isDelegatedAnew: boolean;
}

/** What a name is after an update: what is taken off goes first (RFC 5731 section 3.2.5, RFC 5910 section 5.2.5). */
export function changedBy(
  domain: KeptDomain,
  { add = {}, remove = {}, change = {}, ds: signers = {} }: UpdateDomain,
): DomainChange {
  const isRemoved = (link: ContactLink) =>
    remove.contacts?.some(({ type, id }) => type === link.type && id === link.id) ?? false;
  const contacts = [...domain.contacts.filter((link) => !isRemoved(link)), ...(add.contacts ?? [])];
  const kept = domain.statuses.filter(
    (status) => !['ok', 'inactive'].includes(status) && !remove.statuses?.includes(status),
  );
  const statuses = [...new Set([...kept, ...(add.statuses ?? [])])];
  const { ds: before = [], nameservers: hosts } = domain;
  const off = signers.remove === 'all' ? before : (signers.remove ?? []);
  const signed = before.filter((one) => !isAmong(one, off));
  const ds = [...signed, ...(signers.add ?? []).filter((one) => !isAmong(one, signed))];
  const nameservers = [
    ...new Set([...hosts.filter((host) => !remove.nameservers?.includes(host)), ...(add.nameservers ?? [])]),
  ];
  return {
    contacts: [...new Map(contacts.map((link) => [`${link.type} ${link.id}`, link])).values()],
    nameservers,
    ds,
    statuses: statuses.length > 0 ? statuses : ['ok'],
    registrant: change.registrant ?? domain.registrant,
    authCode: change.authCode ?? domain.authCode,
    isDelegatedAnew: nameservers.join() !== hosts.join() || JSON.stringify(ds) !== JSON.stringify(before),
  };
}

function isAmong(one: DelegationSigner, others: readonly DelegationSigner[]): boolean {
  return others.some((other) => isSameDs(one, other));
}
