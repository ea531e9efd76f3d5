import { randomUUID } from 'node:crypto';
import type { CheckDomains, EppCommand, UpdateDomain } from '@tienda/core/epp/command';
import type { EppDomainCheck, EppDomainCreate, QueuedMessage } from '@tienda/core/epp/objects';
import type { EppData, EppResponse } from '@tienda/core/epp/response';
import { resultTexts, type ResultCode } from '@tienda/core/epp/resultCode';
import { decimalAmount, minorAmount } from '@tienda/core/pricing/money';
import { feesOf, type Fees, type Registry } from './registries';
import type { RegistryStore } from './store';

/** What a session answers, before the transaction ids are put on. */
interface Answer {
  readonly code: ResultCode;
  readonly reason?: string;
  readonly data?: EppData;
  readonly queue?: QueuedMessage;
}

/** What all sessions of a registry share. */
export interface RegistryShared {
  readonly registry: Registry;
  readonly store: RegistryStore;
  readonly passwords: Readonly<Record<string, string>>;
  readonly sessionsByClient: Map<string, number>;
  readonly now: () => Date;
  /** Prices that changed since the registry began, USD cents, by name. */
  readonly repriced: Map<string, { readonly create: number; readonly renew: number }>;
  /** Multiplies every latency. */
  readonly pace: number;
}

const currency = 'USD';

/** One client's conversation with a registry: what a command does and answers (RFC 5730-5733, 8748). */
export class RegistrySession {
  private client: string | undefined;

  constructor(private readonly shared: RegistryShared) {}

  async answer(command: EppCommand, clTRID: string | undefined): Promise<EppResponse> {
    const { code, reason, data, queue } = await this.carryOut(command, clTRID);
    return {
      code,
      message: resultTexts[code],
      ...(reason === undefined ? {} : { reason }),
      ...(data ? { data } : {}),
      ...(queue ? { queue } : {}),
      ...(clTRID === undefined ? {} : { clTRID }),
      svTRID: `${this.shared.registry.id}-${randomUUID()}`,
    };
  }

  /** Gives the session back to the client's allowance; harmless when repeated. */
  end(): void {
    if (this.client === undefined) return;
    const { sessionsByClient } = this.shared;
    sessionsByClient.set(this.client, (sessionsByClient.get(this.client) ?? 1) - 1);
    this.client = undefined;
  }

  private async carryOut(command: EppCommand, clTRID: string | undefined): Promise<Answer> {
    if (command.type === 'login') return this.login(command.clientId, command.password);
    if (this.client === undefined) return { code: 2002, reason: 'Log in first' };
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
        return this.infoDomain(command.name, command.authCode, this.client);
      case 'infoContact':
        return this.infoContact(command.id, this.client);
      case 'createDomain':
        return this.createDomain(command.domain, this.client, clTRID);
      case 'updateDomain':
        return this.updateDomain(command, this.client);
      case 'poll':
        return this.poll(this.client);
      case 'pollAck':
        return { code: (await this.shared.store.takeMessage(this.client, command.id)) ? 1000 : 2303 };
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
    if (passwords[clientId] !== password) return { code: 2200 };
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
    if (repriced) return { ...repriced, feeClass: 'premium' };
    return feesOf(this.shared.registry, name.slice(0, -zone.length - 1), zone);
  }

  private reserved(name: string): boolean {
    const { reserved, reservedLabels } = this.shared.registry;
    return reserved.includes(name) || reservedLabels.includes(name.slice(0, name.indexOf('.')));
  }

  private async checkDomains({ names, feesIn, feesOf: feeCommands = [] }: CheckDomains): Promise<Answer> {
    const { registry, store } = this.shared;
    if (feeCommands.length > registry.feesPerCheck)
      return { code: 2306, reason: `Fees of at most ${registry.feesPerCheck} command in one check` };
    if (names.length > registry.namesPerCheck)
      return { code: 2306, reason: `At most ${registry.namesPerCheck} names in one check` };
    if (feesIn !== undefined && feesIn !== currency) return { code: 2306, reason: `Fees are in ${currency}` };
    const registered = await store.registered(names);
    const checks = names.map((name): EppDomainCheck => {
      const zone = this.zoneOf(name);
      if (!zone) return { name, available: false, reason: 'Not a name of this registry' };
      if (registered.has(name)) return { name, available: false, reason: 'In use' };
      if (this.reserved(name)) return { name, available: false, reason: 'Reserved' };
      if (feesIn === undefined) return { name, available: true };
      const { create, renew, feeClass } = this.fees(name, zone);
      return {
        name,
        available: true,
        feeClass,
        ...(feeCommands.includes('create') ? { create: { currency, amount: decimalAmount(create, currency) } } : {}),
        ...(feeCommands.includes('renew') ? { renew: { currency, amount: decimalAmount(renew, currency) } } : {}),
      };
    });
    return { code: 1000, data: { type: 'domainChecks', checks, ...(feesIn === undefined ? {} : { feesIn }) } };
  }

  private async checkContacts(ids: readonly string[]): Promise<Answer> {
    const known = await this.shared.store.contacts(ids);
    const checks = ids.map((id) => ({ id, available: !known.has(id) }));
    return { code: 1000, data: { type: 'contactChecks', checks } };
  }

  private async infoDomain(name: string, authCode: string | undefined, client: string): Promise<Answer> {
    const domain = await this.shared.store.domain(name);
    if (!domain) return { code: 2303 };
    if (authCode !== undefined && authCode !== domain.authCode) return { code: 2202 };
    const { authCode: secret, stage: _stage, nameservers: _nameservers, ...open } = domain;
    return {
      code: 1000,
      data: { type: 'domain', domain: domain.sponsor === client ? { ...open, authCode: secret } : open },
    };
  }

  private async infoContact(id: string, client: string): Promise<Answer> {
    const found = (await this.shared.store.contacts([id])).get(id);
    if (!found) return { code: 2303 };
    const { sponsor, ...contact } = found;
    return sponsor === client ? { code: 1000, data: { type: 'contact', contact } } : { code: 2201 };
  }

  private async poll(client: string): Promise<Answer> {
    const oldest = await this.shared.store.oldestMessage(client);
    if (!oldest) return { code: 1300 };
    const { id, count, text, result } = oldest;
    return { code: 1301, queue: { id: String(id), count, text }, data: { type: 'pendingResult', result } };
  }

  private async updateDomain({ name, add, remove }: UpdateDomain, client: string): Promise<Answer> {
    const { store } = this.shared;
    const domain = await store.domain(name);
    if (!domain) return { code: 2303 };
    if (domain.sponsor !== client) return { code: 2201 };
    const theirs = [...add, ...remove].find((status) => !status.startsWith('client'));
    if (theirs) return { code: 2306, reason: `${theirs} is not the client’s to set` };
    const kept = domain.statuses.filter((status) => status !== 'ok' && !remove.includes(status));
    const statuses = [...new Set([...kept, ...add])];
    await store.setStatuses(name, statuses.length > 0 ? statuses : ['ok']);
    return { code: 1000 };
  }

  private async createDomain(domain: EppDomainCreate, client: string, clTRID: string | undefined): Promise<Answer> {
    const { store, registry, pace } = this.shared;
    const zone = this.zoneOf(domain.name);
    if (!zone) return { code: 2306, reason: 'Not a name of this registry' };
    if (domain.years > 10) return { code: 2004, reason: 'At most 10 years' };
    if (this.reserved(domain.name)) return { code: 2306, reason: 'Reserved' };
    const wanted = [domain.registrant, ...domain.contacts.map(({ id }) => id)];
    const known = await store.contacts(wanted);
    const missing = wanted.find((id) => known.get(id)?.sponsor !== client);
    if (missing) return { code: 2303, reason: `Contact ${missing} does not exist` };
    const { create, renew, feeClass } = this.fees(domain.name, zone);
    if (feeClass !== 'standard' && !domain.fee) return { code: 2003, reason: 'A premium name needs its fee agreed to' };
    if (domain.fee) {
      if (domain.fee.currency !== currency) return { code: 2306, reason: `Fees are in ${currency}` };
      const due = create + renew * (domain.years - 1);
      if (minorAmount(domain.fee.amount, currency) < due)
        return { code: 2004, reason: `The fee is ${decimalAmount(due, currency)} ${currency}` };
    }
    const review = registry.reviewMs !== undefined && {
      decidesAt: new Date(Date.now() + registry.reviewMs * pace),
      transaction: clTRID ?? null,
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
