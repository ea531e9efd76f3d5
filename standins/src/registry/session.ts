import { randomUUID } from 'node:crypto';
import type {
  CheckDomains,
  EppCommand,
  InfoDomain,
  RenewDomain,
  RestoreDomain,
  TransferDomain,
  UpdateDomain,
} from '@tienda/core/epp/command';
import { isHostCommand } from '@tienda/core/epp/hosts';
import type { EppDomainCheck, EppDomainCreate } from '@tienda/core/epp/objects';
import { addYears, isoDate } from '@tienda/core/time/isoDate';
import type { EppData, EppResponse } from '@tienda/core/epp/response';
import { resultTexts } from '@tienda/core/epp/resultCode';
import { changedBy } from './domainChange';
import { carryOutOnHosts } from './hostCommands';
import type { RegistryHosts } from './hosts';
import type { RegistryMessages } from './messages';
import { feesOf, premiumFees, type Fees, type Registry } from './registries';
import { currency, feeDisagreed, feeFor, prohibitedBy, updateProhibitedBy, type Answer } from './rules';
import type { KeptDomain } from './keptDomain';
import type { RegistryStore } from './store';
import { carryOutTransfer } from './transferCommands';
import type { RegistryTransfers } from './transfers';

/** Under what a command was asked, and is answered. */
interface Transaction {
  readonly clTRID: string | undefined;
  readonly svTRID: string;
}

/** Wrong passwords in a row after which a client is sent away. */
const loginPatience = 3;

/** What all sessions of a registry share. */
export interface RegistryShared {
  readonly registry: Registry;
  readonly store: RegistryStore;
  readonly hosts: RegistryHosts;
  readonly messages: Pick<RegistryMessages, 'oldest' | 'take'>;
  readonly transfers: RegistryTransfers;
  readonly passwords: Readonly<Record<string, string>>;
  readonly sessionsByClient: Map<string, number>;
  readonly now: () => Date;
  /** Prices that changed since the registry began, USD cents, by name. */
  readonly repriced: Map<string, { readonly create: number; readonly renew: number }>;
  /** Multiplies every latency. */
  readonly pace: number;
}

/** One client's conversation with a registry: what a command does and answers (RFC 5730-5733, 8748). */
export class RegistrySession {
  /** Who is logged in. */
  client: string | undefined;
  private failedLogins = 0;

  constructor(private readonly shared: RegistryShared) {}

  async answer(command: EppCommand, clTRID: string | undefined): Promise<EppResponse> {
    const svTRID = `${this.shared.registry.id}-${randomUUID()}`;
    const { code, reason, data, queue } = await this.carryOut(command, { clTRID, svTRID });
    return {
      code,
      message: resultTexts[code],
      ...(reason === undefined ? {} : { reason }),
      ...(data ? { data } : {}),
      ...(queue ? { queue } : {}),
      ...(clTRID === undefined ? {} : { clTRID }),
      svTRID,
    };
  }

  /** Gives the session back to the client's allowance; harmless when repeated. */
  end(): void {
    if (this.client === undefined) return;
    const { sessionsByClient } = this.shared;
    sessionsByClient.set(this.client, (sessionsByClient.get(this.client) ?? 1) - 1);
    this.client = undefined;
  }

  private async carryOut(command: EppCommand, transaction: Transaction): Promise<Answer> {
    if (command.type === 'login') return this.login(command.clientId, command.password);
    if (this.client === undefined) return { code: 2002, reason: 'Log in first' };
    const { hosts, now } = this.shared;
    if (isHostCommand(command)) return carryOutOnHosts(command, { hosts, client: this.client, now: now() });
    switch (command.type) {
      case 'logout':
        this.end();
        return { code: 1500 };
      case 'hello':
        return { code: 2002, reason: 'hello is answered by a greeting' };
      case 'checkDomains':
        return this.checkDomains(command);
      case 'checkContacts':
        return this.checkContacts(command.ids);
      case 'infoDomain':
        return this.infoDomain(command, this.client);
      case 'infoContact':
        return this.infoContact(command.id, command.authCode, this.client);
      case 'createDomain':
        return this.createDomain(command.domain, this.client, transaction);
      case 'updateDomain':
        return this.updateDomain(command, this.client);
      case 'renewDomain':
        return this.renewDomain(command, this.client);
      case 'deleteDomain':
        return this.deleteDomain(command.name, this.client);
      case 'restoreDomain':
        return this.restoreDomain(command, this.client);
      case 'transferDomain':
        return this.transferDomain(command, this.client);
      case 'poll':
        return this.poll(this.client);
      case 'pollAck':
        return { code: (await this.shared.messages.take(this.client, command.id)) ? 1000 : 2303 };
      case 'createContact': {
        if (this.shared.registry.internationalOnly && command.contact.postal === 'loc')
          return { code: 2306, reason: 'Contacts are taken in the international form' };
        const created = await this.shared.store.createContact(command.contact, this.client);
        if (!created) return { code: 2302, reason: 'A contact with this id exists' };
        const createdAt = this.shared.now().toISOString();
        return { code: 1000, data: { type: 'contactCreated', id: command.contact.id, createdAt } };
      }
    }
  }

  private login(clientId: string, password: string): Answer {
    const { passwords, sessionsByClient, registry } = this.shared;
    if (this.client !== undefined) return { code: 2002, reason: 'Already logged in' };
    if (passwords[clientId] !== password) {
      this.failedLogins += 1;
      return { code: this.failedLogins < loginPatience ? 2200 : 2501 };
    }
    const open = sessionsByClient.get(clientId) ?? 0;
    if (open >= registry.sessions) return { code: 2502, reason: `At most ${registry.sessions} sessions` };
    sessionsByClient.set(clientId, open + 1);
    this.client = clientId;
    return { code: 1000 };
  }

  /** The zone a name is in, where this registry keeps it and the name is directly below it. */
  private zoneOf(name: string): string | undefined {
    const zone = name.slice(name.indexOf('.') + 1);
    return /^[a-z0-9-]{1,63}\./.test(name) && this.shared.registry.zones.includes(zone) ? zone : undefined;
  }

  private fees(name: string, zone: string): Fees {
    const repriced = this.shared.repriced.get(name);
    if (repriced) return premiumFees(repriced, zone, 'premium');
    return feesOf(this.shared.registry, name.slice(0, -zone.length - 1), zone);
  }

  private reserved(name: string): boolean {
    const { reserved, reservedLabels } = this.shared.registry;
    return reserved.includes(name) || reservedLabels.includes(name.slice(0, name.indexOf('.')));
  }

  private async checkDomains({ names, fees: asked }: CheckDomains): Promise<Answer> {
    const { registry, store } = this.shared;
    const feeCommands = new Set(asked?.of.map(({ command }) => command));
    if (feeCommands.size > registry.feesPerCheck)
      return { code: 2306, reason: `Fees of at most ${registry.feesPerCheck} command in one check` };
    if (names.length > registry.namesPerCheck)
      return { code: 2306, reason: `At most ${registry.namesPerCheck} names in one check` };
    if (asked && (asked.currency ?? currency) !== currency) return { code: 2306, reason: `Fees are in ${currency}` };
    if (asked?.of.some(({ years = 1 }) => years > 10)) return { code: 2004, reason: 'At most 10 years' };
    const registered = await store.registered(names);
    const checks = names.map((name): EppDomainCheck => {
      const zone = this.zoneOf(name);
      if (!zone) return { name, available: false, reason: 'Not a name of this registry' };
      const isInUse = registered.has(name);
      if (!isInUse && this.reserved(name)) return { name, available: false, reason: 'Reserved' };
      const state = isInUse ? { available: false, reason: 'In use' } : { available: true };
      // What is in use is renewed and moved at its price too, but not made.
      const questions = asked?.of.filter(({ command }) => !isInUse || command !== 'create') ?? [];
      if (questions.length === 0) return { name, ...state };
      const price = this.fees(name, zone);
      return { name, ...state, feeClass: price.feeClass, fees: questions.map((question) => feeFor(question, price)) };
    });
    return { code: 1000, data: { type: 'domainChecks', checks, ...(asked ? { feesIn: currency } : {}) } };
  }

  private async checkContacts(ids: readonly string[]): Promise<Answer> {
    const known = await this.shared.store.contacts(ids);
    const checks = ids.map((id) => ({ id, available: !known.has(id) }));
    return { code: 1000, data: { type: 'contactChecks', checks } };
  }

  private async infoDomain({ name, authCode, hosts = 'all' }: InfoDomain, client: string): Promise<Answer> {
    const [domain, below] = await Promise.all([
      this.shared.store.domain(name),
      hosts === 'all' || hosts === 'sub' ? this.shared.hosts.below(name) : [],
    ]);
    if (!domain) return { code: 2303 };
    if (authCode !== undefined && authCode !== domain.authCode) return { code: 2202 };
    const { authCode: secret, stage: _stage, transfer: _transfer, ...whole } = domain;
    const open = {
      ...whole,
      nameservers: hosts === 'all' || hosts === 'del' ? whole.nameservers : [],
      ...(below.length > 0 ? { hosts: below } : {}),
    };
    const mayKnow = domain.sponsor === client || authCode !== undefined;
    return { code: 1000, data: { type: 'domain', domain: mayKnow ? { ...open, authCode: secret } : open } };
  }

  private async infoContact(id: string, authCode: string | undefined, client: string): Promise<Answer> {
    const contact = (await this.shared.store.contacts([id])).get(id);
    if (!contact) return { code: 2303 };
    if (authCode !== undefined && authCode !== contact.authCode) return { code: 2202 };
    const mayKnow = contact.sponsor === client || authCode !== undefined;
    if (!mayKnow) return { code: 2201 };
    const linked = await this.shared.store.isLinked(id);
    const statuses = linked ? [...contact.statuses, 'linked'] : contact.statuses;
    return { code: 1000, data: { type: 'contact', contact: { ...contact, statuses } } };
  }

  private async poll(client: string): Promise<Answer> {
    const oldest = await this.shared.messages.oldest(client);
    if (!oldest) return { code: 1300 };
    const { id, count, text, result } = oldest;
    const data: EppData =
      'status' in result ? { type: 'domainTransfer', transfer: result } : { type: 'pendingResult', result };
    return { code: 1301, queue: { id: String(id), count, text }, data };
  }

  private async updateDomain(command: UpdateDomain, client: string): Promise<Answer> {
    const { store } = this.shared;
    const { name, add = {}, remove = {}, change = {} } = command;
    const domain = await store.domain(name);
    if (!domain) return { code: 2303 };
    if (domain.sponsor !== client) return { code: 2201 };
    const prohibited = updateProhibitedBy(domain, command);
    if (prohibited) return { code: 2304, reason: `The name is ${prohibited}` };
    const theirs = [...(add.statuses ?? []), ...(remove.statuses ?? [])].find((status) => !status.startsWith('client'));
    if (theirs) return { code: 2306, reason: `${theirs} is not the client’s to set` };
    const missing = await this.missing(
      [...(add.contacts ?? []).map(({ id }) => id), ...(change.registrant ? [change.registrant] : [])],
      add.nameservers ?? [],
      client,
    );
    if (missing) return missing;
    const mayChange = (now: KeptDomain) => now.sponsor === client && !updateProhibitedBy(now, command);
    const isDone = await store.update(name, client, (now) => (mayChange(now) ? changedBy(now, command) : undefined));
    // Where not, it has become another just now: whoever asks again is told what it is.
    return { code: isDone ? 1000 : 2400 };
  }

  /** Adds years to a name that is active or in its grace period, where its expiry is what the client thinks. */
  private async renewDomain({ name, expiresOn, years, fee }: RenewDomain, client: string): Promise<Answer> {
    const { store, now } = this.shared;
    const domain = await store.domain(name);
    const zone = this.zoneOf(name);
    if (!domain || !zone) return { code: 2303 };
    if (domain.sponsor !== client) return { code: 2201 };
    const prohibited = prohibitedBy(domain, 'Renew');
    if (prohibited) return { code: 2304, reason: `The name is ${prohibited}` };
    if (domain.stage !== 'active' && domain.stage !== 'grace')
      return { code: 2105, reason: `The name is in ${domain.stage}` };
    const disagreed = feeDisagreed(fee, { command: 'renew', years }, this.fees(name, zone));
    if (disagreed) return disagreed;
    const expiry = new Date(domain.expiresAt);
    if (isoDate(expiry) !== expiresOn) return { code: 2306, reason: `The name expires on ${isoDate(expiry)}` };
    if (years > 10 || addYears(expiresOn, years) > addYears(isoDate(now()), 10))
      return { code: 2004, reason: 'At most ten years ahead' };
    const renewed = await store.renew(name, expiry, years);
    // Somebody else renewed it just now, so its expiry is another.
    if (!renewed) return { code: 2306, reason: 'The name expires on another day' };
    return { code: 1000, data: { type: 'domainRenewed', name, expiresAt: renewed.toISOString() } };
  }

  /** Lets a name go: at once within its add grace period, else after redemption (RFC 3915 section 2). */
  private async deleteDomain(name: string, client: string): Promise<Answer> {
    const { store } = this.shared;
    const domain = await store.domain(name);
    if (!domain) return { code: 2303 };
    if (domain.sponsor !== client) return { code: 2201 };
    const prohibited = prohibitedBy(domain, 'Delete');
    if (prohibited) return { code: 2304, reason: `The name is ${prohibited}` };
    const [below] = await this.shared.hosts.below(name);
    if (below !== undefined) return { code: 2305, reason: `${below} is below it` };
    return { code: (await store.remove(name)) ? 1000 : 1001 };
  }

  /** Takes a name back from redemption: asked for first, then reported on (RFC 3915 section 4.2.5). */
  private async restoreDomain({ name, report }: RestoreDomain, client: string): Promise<Answer> {
    const { store } = this.shared;
    const domain = await store.domain(name);
    if (!domain) return { code: 2303 };
    if (domain.sponsor !== client) return { code: 2201 };
    if (!(await (report ? store.takeBack(name) : store.askBack(name))))
      return { code: 2304, reason: report ? 'No report is waited for' : 'The name cannot be asked back' };
    const graceStatuses = (await store.domain(name))?.graceStatuses ?? [];
    return { code: 1000, data: { type: 'domainRestored', graceStatuses } };
  }

  private async transferDomain(command: TransferDomain, client: string): Promise<Answer> {
    const { store, transfers, now } = this.shared;
    const domain = await store.domain(command.name);
    const zone = this.zoneOf(command.name);
    if (!domain || !zone) return { code: 2303 };
    return carryOutTransfer(command, {
      domain,
      client,
      transfers,
      zone,
      fees: this.fees(command.name, zone),
      now: now(),
    });
  }

  /** The refusal where a contact is not the client's, or a host is not known; undefined where all are there. */
  private async missing(
    contactIds: readonly string[],
    hosts: readonly string[],
    client: string,
  ): Promise<Answer | undefined> {
    const known = await this.shared.store.contacts(contactIds);
    const contact = contactIds.find((id) => known.get(id)?.sponsor !== client);
    if (contact) return { code: 2303, reason: `Contact ${contact} does not exist` };
    const host = await this.shared.hosts.unknown(hosts);
    return host === undefined ? undefined : { code: 2303, reason: `Host ${host} does not exist` };
  }

  private async createDomain(domain: EppDomainCreate, client: string, transaction: Transaction): Promise<Answer> {
    const { store, registry, pace } = this.shared;
    const zone = this.zoneOf(domain.name);
    if (!zone) return { code: 2306, reason: 'Not a name of this registry' };
    if (domain.years > 10) return { code: 2004, reason: 'At most 10 years' };
    if (this.reserved(domain.name)) return { code: 2306, reason: 'Reserved' };
    const wanted = [domain.registrant, ...domain.contacts.map(({ id }) => id)];
    const missing = await this.missing(wanted, domain.nameservers ?? [], client);
    if (missing) return missing;
    const disagreed = feeDisagreed(
      domain.fee,
      { command: 'create', years: domain.years },
      this.fees(domain.name, zone),
    );
    if (disagreed) return disagreed;
    const review = registry.reviewMs !== undefined && {
      decidesAt: new Date(Date.now() + registry.reviewMs * pace),
      transaction: transaction.clTRID ?? null,
      serverTransaction: transaction.svTRID,
    };
    const created = await store.create(domain, client, review || undefined);
    if (!created) return { code: 2302, reason: 'In use' };
    return {
      code: review ? 1001 : 1000,
      data: {
        type: 'domainCreated',
        name: domain.name,
        createdAt: created.createdAt.toISOString(),
        expiresAt: created.expiresAt.toISOString(),
      },
    };
  }
}
