import { contactsOf, type NameContacts } from '@tienda/core/contacts/roles';
import { delegatedTo, type OwnHost } from '@tienda/core/dns/delegation';
import { isSameDs, type DelegationSigner } from '@tienda/core/dns/delegationSigner';
import type { DomainParts, DsChange, UpdateDomain } from '@tienda/core/epp/command';
import type { ContactLink } from '@tienda/core/epp/objects';
import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { update, type UpdateRequest, type UpdateState } from '@tienda/core/operations/update';
import { registryOf } from '../../gateways/registry/keeper';
import type { Registries, RegistryDomain } from '../../gateways/registry/registryGateway';
import type { ContactStore, StoredContact } from '../../people/contacts/store';
import type { Keyring } from '../../platform/secrets/keyring';
import type { OperationWork } from './desk';
import { needContacts } from './contacts';
import { dropHosts, needHosts } from './hosts';
import { contactHandles, newAuthCode } from './identity';
import { failureOf } from './registering';
import type { TakenOperation } from './store';

/** Who is what to a name, hidden or not, with those contacts. */
interface Holding {
  readonly contacts: NameContacts;
  readonly privacy: boolean;
  readonly known: readonly StoredContact[];
}

export interface UpdatingParts {
  readonly record: (operation: TakenOperation, event: OperationEvent) => Promise<TakenOperation>;
  readonly registries: Registries;
  readonly contacts: Pick<ContactStore, 'find'>;
  readonly keys: Keyring;
}

const lock = 'clientTransferProhibited';

/**
 * Changes names. What the registry has is asked first, and only what differs is sent: what was done already is not done
 * again, and what others set of a name stays.
 */
export class Updating implements OperationWork {
  constructor(private readonly parts: UpdatingParts) {}

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const effect = update.effect(operation.state as UpdateState);
    if (!effect) return operation;
    const { record, registries } = this.parts;
    const registry = registryOf(operation, registries);
    const found = await registry.info(operation.name);
    if (!found?.isSponsored) return this.refused(operation, { cause: 'gone' });
    const { delegation } = operation.request as UpdateRequest;
    const holding = await this.holding(operation);
    if (holding) {
      const { known, contacts, privacy } = holding;
      const said = await needContacts({ ...operation, contacts: known }, registry, contacts, privacy, this.parts.keys);
      if (said !== undefined) return this.refused(operation, { cause: 'refused', said });
    }
    if (delegation) {
      const said = await needHosts(registry, delegation);
      if (said !== undefined) return this.refused(operation, { cause: 'refused', said });
    }
    const change = this.differing(operation, found, holding);
    if (change) {
      const outcome = await registry.update({ name: operation.name, ...change }, operation.transaction);
      if (outcome.type === 'gone') return this.refused(operation, { cause: 'gone' });
      if (outcome.type === 'refused') return this.refused(operation, { cause: 'refused', said: outcome.reason });
    }
    const kept: OwnHost[] = delegation
      ? await dropHosts(registry, found.hosts ?? [], new Set(delegation.hosts.map(({ host }) => host)))
      : [];
    return record(operation, { type: 'done', ...(kept.length > 0 ? { kept } : {}) });
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  /**
   * Who is to be what to the name, and whether hidden: what is not changed by this is as it is by now, whatever was asked
   * for before. Undefined where neither is changed.
   */
  private async holding({ accountId, request, contacts: named, held }: TakenOperation): Promise<Holding | undefined> {
    const { contacts: wanted, privacy: hides } = request as UpdateRequest;
    if (!wanted && hides === undefined) return undefined;
    const contacts = wanted ?? held?.contacts ?? (held && contactsOf(held.contactId));
    if (!contacts) return undefined;
    const ids = [...new Set(Object.values(contacts))].filter((id) => !named.some((one) => one.id === id));
    const others = await Promise.all(ids.map((id) => this.parts.contacts.find(accountId, id)));
    return {
      contacts,
      privacy: hides ?? held?.privacy ?? true,
      known: [...named, ...others.filter((one) => one !== undefined)],
    };
  }

  /** What is to be sent; undefined where the name is as it is to be. */
  private differing(
    operation: TakenOperation,
    found: RegistryDomain,
    holding: Holding | undefined,
  ): Omit<UpdateDomain, 'type' | 'name'> | undefined {
    const { locked, newAuthCode: isNewCode, delegation } = operation.request as UpdateRequest;
    const code = isNewCode ? newAuthCode(this.parts.keys, operation.id, operation.name) : undefined;
    const isLocked = found.statuses.includes(lock);
    const handles = holding && contactHandles(holding.contacts, holding.privacy);
    const wanted = handles ? linksOf(handles) : found.contacts;
    const hosts = delegation ? delegatedTo(delegation) : found.nameservers;
    const add: DomainParts = {
      ...hostsIn(hosts.filter((host) => !found.nameservers.includes(host))),
      ...(locked === true && !isLocked ? { statuses: [lock] } : {}),
      ...linksIn(wanted.filter((link) => !isAmong(link, found.contacts))),
    };
    const remove: DomainParts = {
      ...hostsIn(found.nameservers.filter((host) => !hosts.includes(host))),
      ...(locked === false && isLocked ? { statuses: [lock] } : {}),
      ...linksIn(found.contacts.filter((link) => !isAmong(link, wanted))),
    };
    const change = {
      ...(handles && handles.registrant !== found.registrant ? { registrant: handles.registrant } : {}),
      ...(code !== undefined && found.authCode !== code ? { authCode: code } : {}),
    };
    const ds = delegation ? dsChange(found.ds ?? [], delegation.ds) : {};
    const parts = Object.entries({ add, remove, change, ds }).filter(([, part]) => Object.keys(part).length > 0);
    return parts.length > 0 ? Object.fromEntries(parts) : undefined;
  }

  private refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
  }
}

function hostsIn(nameservers: readonly string[]): Pick<DomainParts, 'nameservers'> {
  return nameservers.length > 0 ? { nameservers } : {};
}

/** What takes the signers of a name to those wanted. */
function dsChange(there: readonly DelegationSigner[], wanted: readonly DelegationSigner[]): DsChange {
  const without = (some: readonly DelegationSigner[], others: readonly DelegationSigner[]) =>
    some.filter((one) => !others.some((other) => isSameDs(one, other)));
  const [add, remove] = [without(wanted, there), without(there, wanted)];
  return { ...(add.length > 0 ? { add } : {}), ...(remove.length > 0 ? { remove } : {}) };
}

/** The contacts of a name besides its registrant, as the registry keeps them. */
function linksOf(handles: NameContacts): ContactLink[] {
  return (['admin', 'tech', 'billing'] as const).map((type) => ({ type, id: handles[type] }));
}

function linksIn(contacts: readonly ContactLink[]): Pick<DomainParts, 'contacts'> {
  return contacts.length > 0 ? { contacts } : {};
}

function isAmong({ type, id }: ContactLink, others: readonly ContactLink[]): boolean {
  return others.some((other) => other.type === type && other.id === id);
}
