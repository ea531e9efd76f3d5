import { randomUUID } from 'node:crypto';
import type {
  DomainParts,
  EppCommand,
  FeeCommand,
  HostCommand,
  RenewDomain,
  RestoreDomain,
  TransferDomain,
  UpdateDomain,
} from '@tienda/core/epp/command';
import type { CommandFee, EppContact, EppDomainCheck, EppDomainCreate, EppTransfer } from '@tienda/core/epp/objects';
import type { EppData, EppResponse } from '@tienda/core/epp/response';
import { succeeded } from '@tienda/core/epp/resultCode';
import type { PremiumPrice, RegistryAnswer } from '@tienda/core/names/availability';
import { minorAmount, type Minor } from '@tienda/core/money/money';
import type { EppAddress } from './eppConnection';
import { EppPool } from './eppPool';
import {
  QuestionRefused,
  RegistrySilent,
  type Asker,
  type ChangeOutcome,
  type CreateOutcome,
  type RegistryDomain,
  type RegistryGateway,
  type RegistryMessage,
  type RegistryTransfer,
  type RenewOutcome,
  type TransferOutcome,
} from './registryGateway';
import { Seen } from './seen';
import { VisitorChecks } from './visitorChecks';

/** The currency in which registries are asked for fees; the catalogue's own. */
const feesIn = 'USD';

/**
 * True for codes after which the registry has certainly done nothing, and never will for this request (RFC 5730,
 * section 3). Not so 2002, where the session is not what was thought, and 24xx and 25xx, where the server failed.
 */
function isRefusal(code: number): boolean {
  return code >= 2000 && code < 2400 && code !== 2002;
}

/** A command about one name, whose answer says no more than whether it was done. */
type NameCommand = Extract<EppCommand, { type: 'updateDomain' | 'restoreDomain' | 'deleteDomain' | 'transferDomain' }>;

/** All who search, as the sessions see them: whose turn it is among them is decided as a session is free. */
const visitors: Asker = { id: 'visitors' };

/** A registry over EPP sessions (RFC 5730-5734). */
export class EppRegistry implements RegistryGateway {
  private readonly pool: EppPool;
  private readonly visitorChecks: VisitorChecks;
  private readonly contacts = new Seen();
  private readonly making = new Map<string, Promise<string | undefined>>();
  private readonly hosts = new Seen();

  constructor(
    readonly id: string,
    private readonly address: EppAddress,
    sessions: number,
    private readonly namesPerCheck: number,
    private readonly feesPerCheck = 2,
  ) {
    this.pool = new EppPool(address, sessions);
    this.visitorChecks = new VisitorChecks(namesPerCheck, (choose) => this.answersOf(choose, visitors));
  }

  async check(
    names: readonly string[],
    answered: (answers: ReadonlyMap<string, RegistryAnswer>) => void,
    asker?: Asker,
  ): Promise<void> {
    if (asker) return this.visitorChecks.check(names, answered, asker);
    await this.inFrames(names, async (frame) => {
      const told = new Map<string, RegistryAnswer>(frame.map((name) => [name, { status: 'unknown' }]));
      try {
        for (const [name, answer] of await this.answersOf(() => frame)) told.set(name, answer);
      } catch (fault) {
        if (!(fault instanceof RegistrySilent)) throw fault;
      }
      answered(told);
    });
  }

  /** Does something with as many names at a time as the registry allows, side by side. */
  private async inFrames(names: readonly string[], act: (frame: readonly string[]) => Promise<void>): Promise<void> {
    const frames: string[][] = [];
    for (let at = 0; at < names.length; at += this.namesPerCheck) frames.push(names.slice(at, at + this.namesPerCheck));
    await Promise.all(frames.map(act));
  }

  private async answersOf(choose: () => readonly string[], asker?: Asker): Promise<Map<string, RegistryAnswer>> {
    const checks = await this.checked(choose, ['create', 'renew'], asker);
    return new Map(checks.map((check) => [check.name, readCheck(check)]));
  }

  /**
   * Names, chosen once there is a session to ask in, with the fees of commands, all of them of premium names; asked for one
   * by one where only so many are told.
   */
  private async checked(
    choose: () => readonly string[],
    commands: readonly FeeCommand[],
    asker?: Asker,
  ): Promise<readonly EppDomainCheck[]> {
    const together = commands.slice(0, this.feesPerCheck);
    const checks = await this.askedFor(choose, together, asker);
    const dear = checks.filter(({ feeClass }) => isPremium(feeClass)).map(({ name }) => name);
    const others = commands.slice(together.length);
    if (others.length === 0 || dear.length === 0) return checks;
    const more = new Map((await this.checked(() => dear, others, asker)).map(({ name, fees }) => [name, fees ?? []]));
    return checks.map((check) => ({ ...check, fees: [...(check.fees ?? []), ...(more.get(check.name) ?? [])] }));
  }

  private async askedFor(
    choose: () => readonly string[],
    commands: readonly FeeCommand[],
    asker?: Asker,
  ): Promise<readonly EppDomainCheck[]> {
    const transaction = `TIENDA-${randomUUID()}`;
    const fees = { currency: feesIn, of: commands.map((command) => ({ command, years: 1 })) };
    const response = await this.pool.use(async (connection) => {
      const names = choose();
      return names.length > 0 ? connection.send({ type: 'checkDomains', names, fees }, transaction) : undefined;
    }, asker);
    return response ? expected(response.code, response.data, 'domainChecks').checks : [];
  }

  async info(name: string, authCode?: undefined, asker?: Asker): Promise<RegistryDomain | undefined>;
  async info(name: string, authCode?: string, asker?: Asker): Promise<RegistryDomain | 'wrongCode' | undefined>;
  async info(name: string, authCode?: string, asker?: Asker): Promise<RegistryDomain | 'wrongCode' | undefined> {
    const command = { type: 'infoDomain', name, ...(authCode === undefined ? {} : { authCode }) } as const;
    const { code, data } = await this.send(command, undefined, asker);
    if (code === 2303) return undefined;
    if (code === 2202 && authCode !== undefined) return 'wrongCode';
    const { domain } = expected(code, data, 'domain');
    return { ...domain, isSponsored: domain.sponsor === this.address.clientId };
  }

  async premiumsOf(
    names: readonly string[],
    asker?: Asker,
  ): Promise<ReadonlyMap<string, PremiumPrice | RegistrySilent>> {
    const premiums = new Map<string, PremiumPrice | RegistrySilent>();
    await this.inFrames(names, async (frame) => {
      try {
        for (const check of await this.checked(() => frame, ['renew', 'transfer'], asker))
          if (isPremium(check.feeClass)) premiums.set(check.name, premiumOf(check));
      } catch (fault) {
        if (!(fault instanceof RegistrySilent)) throw fault;
        for (const name of frame) premiums.set(name, fault);
      }
    });
    return premiums;
  }

  needContact(contact: EppContact): Promise<string | undefined> {
    if (this.contacts.has(contact.id)) return Promise.resolve(undefined);
    // Many names need the same one at the same moment.
    const making =
      this.making.get(contact.id) ?? this.makeContact(contact).finally(() => this.making.delete(contact.id));
    this.making.set(contact.id, making);
    return making;
  }

  private async makeContact(contact: EppContact): Promise<string | undefined> {
    const { code, reason, message } = await this.send({ type: 'createContact', contact });
    if (succeeded(code) || code === 2302) {
      this.contacts.add(contact.id);
      return undefined;
    }
    if (isRefusal(code)) return reason ?? message;
    throw new RegistrySilent(`The contact was answered with ${code}`);
  }

  async addressesOf(host: string): Promise<readonly string[] | undefined> {
    const { code, data } = await this.send({ type: 'infoHost', host });
    return code === 2303 ? undefined : expected(code, data, 'host').host.addresses;
  }

  async needHost(host: string, addresses: readonly string[]): Promise<string | undefined> {
    const isOther = addresses.length === 0;
    if (isOther && this.hosts.has(host)) return undefined;
    const there = await this.addressesOf(host);
    const asItIs = there && isOther;
    const command = asItIs ? undefined : hostChange(host, there, addresses);
    if (command) {
      const { code, reason, message } = await this.send(command);
      // Somebody made it meanwhile: with which addresses is seen when it is asked for again.
      if (code === 2302) throw new RegistrySilent(`${host} came to be just now`);
      if (isRefusal(code)) return reason ?? message;
      if (!succeeded(code)) throw new RegistrySilent(`${command.type} of ${host} was answered with ${code}`);
    }
    if (isOther) this.hosts.add(host);
    return undefined;
  }

  async dropHost(host: string): Promise<boolean> {
    const { code } = await this.send({ type: 'deleteHost', host });
    if (succeeded(code) || code === 2303) return true;
    if (isRefusal(code)) return false;
    throw new RegistrySilent(`deleteHost of ${host} was answered with ${code}`);
  }

  async create(domain: EppDomainCreate, transaction: string): Promise<CreateOutcome> {
    const { code, data, reason, message } = await this.send({ type: 'createDomain', domain }, transaction);
    if (code === 2302) return { type: 'exists' };
    if (code === 2303 && this.forgets(domain)) throw new RegistrySilent('The registry has lost a contact or a host');
    if (isRefusal(code)) return { type: 'refused', reason: reason ?? message };
    if (code === 1001) return { type: 'pending' };
    return { type: 'created', expiresAt: expected(code, data, 'domainCreated').expiresAt };
  }

  /** The next attempt makes contacts and hosts again. @returns false where all were made or found just now */
  private forgets({ registrant, contacts = [], nameservers = [] }: DomainParts & { readonly registrant?: string }) {
    const ids = [...contacts.map(({ id }) => id), ...(registrant === undefined ? [] : [registrant])];
    return [this.contacts.forget(ids), this.hosts.forget(nameservers)].includes(true);
  }

  async renew(renewal: Omit<RenewDomain, 'type'>, transaction: string): Promise<RenewOutcome> {
    const { code, data, reason, message } = await this.send({ type: 'renewDomain', ...renewal }, transaction);
    if (code === 2303 || code === 2201) return { type: 'gone' };
    if (isRefusal(code)) return { type: 'refused', reason: reason ?? message };
    return { type: 'renewed', expiresAt: expected(code, data, 'domainRenewed').expiresAt };
  }

  async update(change: Omit<UpdateDomain, 'type'>, transaction: string): Promise<ChangeOutcome> {
    const outcome = await this.change({ type: 'updateDomain', ...change }, transaction);
    const named = { ...change.add, ...(change.change?.registrant ? { registrant: change.change.registrant } : {}) };
    if (outcome.type === 'gone' && this.forgets(named))
      throw new RegistrySilent('The registry has lost a contact or a host');
    return outcome;
  }

  restore(restoring: Omit<RestoreDomain, 'type'>, transaction: string): Promise<ChangeOutcome> {
    return this.change({ type: 'restoreDomain', ...restoring }, transaction);
  }

  remove(name: string, transaction: string): Promise<ChangeOutcome> {
    return this.change({ type: 'deleteDomain', name }, transaction);
  }

  /** @throws RegistrySilent */
  private async change(command: NameCommand, transaction: string): Promise<ChangeOutcome> {
    const { code, reason, message } = await this.send(command, transaction);
    if (code === 2303 || code === 2201) return { type: 'gone' };
    if (isRefusal(code)) return { type: 'refused', reason: reason ?? message };
    if (!succeeded(code)) throw new RegistrySilent(`${command.type} of ${command.name} was answered with ${code}`);
    return { type: 'done' };
  }

  async askFor(transfer: Omit<TransferDomain, 'type' | 'step'>, transaction: string): Promise<TransferOutcome> {
    const command = { type: 'transferDomain', step: 'request', ...transfer } as const;
    const { code, data, reason, message } = await this.send(command, transaction);
    if (code === 2303) return { type: 'gone' };
    if (code === 2202) return { type: 'wrongCode' };
    if (code === 2300) return { type: 'underWay' };
    if (isRefusal(code)) return { type: 'refused', reason: reason ?? message };
    const { status, decidedAt } = expected(code, data, 'domainTransfer').transfer;
    return status === 'pending' ? { type: 'asked', until: decidedAt } : { type: 'moved' };
  }

  async transferOf(name: string): Promise<RegistryTransfer | undefined> {
    const { code, data } = await this.send({ type: 'transferDomain', step: 'query', name });
    // No name, no transfer, or one of others. Any other refusal says nothing of where it stands.
    if (code === 2303 || code === 2301 || code === 2201) return undefined;
    return this.seen(expected(code, data, 'domainTransfer').transfer);
  }

  private seen(transfer: EppTransfer): RegistryTransfer {
    return { ...transfer, isOurs: transfer.requestedBy === this.address.clientId };
  }

  decideOn(name: string, isAgreed: boolean, transaction: string): Promise<ChangeOutcome> {
    return this.change({ type: 'transferDomain', step: isAgreed ? 'approve' : 'reject', name }, transaction);
  }

  callOff(name: string, transaction: string): Promise<ChangeOutcome> {
    return this.change({ type: 'transferDomain', step: 'cancel', name }, transaction);
  }

  async setHold(name: string, isHeld: boolean): Promise<void> {
    const hold = { statuses: ['clientHold'] };
    const { code } = await this.send({ type: 'updateDomain', name, ...(isHeld ? { add: hold } : { remove: hold }) });
    if (!succeeded(code)) throw new RegistrySilent(`Holding ${name} was answered with ${code}`);
  }

  async message(): Promise<RegistryMessage | undefined> {
    const { code, queue, data } = await this.send({ type: 'poll' });
    if (code === 1300) return undefined;
    if (code !== 1301 || !queue) throw new RegistrySilent(`The queue answered ${code}`);
    const { id, text } = queue;
    return {
      id,
      text,
      ...(data?.type === 'pendingResult' ? { result: data.result } : {}),
      ...(data?.type === 'domainTransfer' ? { transfer: this.seen(data.transfer) } : {}),
    };
  }

  async takeMessage(id: string): Promise<void> {
    const { code } = await this.send({ type: 'pollAck', id });
    if (!succeeded(code) && code !== 2303) throw new RegistrySilent(`Taking a message answered ${code}`);
  }

  answers(): Promise<boolean> {
    return this.pool.use((connection) => Promise.resolve(connection.usable)).catch(() => false);
  }

  close(): void {
    this.pool.close();
  }

  private send(command: EppCommand, transaction = `TIENDA-${randomUUID()}`, asker?: Asker): Promise<EppResponse> {
    return this.pool.use((connection) => connection.send(command, transaction), asker);
  }
}

/** What makes a host, or takes it from the addresses that it has to those wanted; undefined where it has them. */
function hostChange(
  host: string,
  there: readonly string[] | undefined,
  wanted: readonly string[],
): HostCommand | undefined {
  if (!there) return { type: 'createHost', host, addresses: wanted };
  const add = wanted.filter((address) => !there.includes(address));
  const remove = there.filter((address) => !wanted.includes(address));
  if (add.length + remove.length === 0) return undefined;
  return {
    type: 'updateHost',
    host,
    ...(add.length > 0 ? { add: { addresses: add } } : {}),
    ...(remove.length > 0 ? { remove: { addresses: remove } } : {}),
  };
}

/** The data of a success; anything else says nothing certain. */
function expected<Type extends EppData['type']>(
  code: number,
  data: EppData | undefined,
  type: Type,
): Extract<EppData, { type: Type }> {
  if (data && isData(data, type)) return data;
  const Fault = isRefusal(code) ? QuestionRefused : RegistrySilent;
  throw new Fault(`The registry answered ${code} without ${type}`);
}

function isData<Type extends EppData['type']>(data: EppData, type: Type): data is Extract<EppData, { type: Type }> {
  return data.type === type;
}

/** Registries name their premium classes as they like, each beginning with the word. */
function isPremium(feeClass: string | undefined): boolean {
  return feeClass?.startsWith('premium') ?? false;
}

/** A registry's check in Tienda's words. */
function readCheck({ available, reason, feeClass, fees = [] }: EppDomainCheck): RegistryAnswer {
  if (!available) return { status: /reserved/i.test(reason ?? '') ? 'reserved' : 'taken' };
  if (!isPremium(feeClass)) return { status: 'available' };
  const register = feeOfAYear(fees, 'create');
  const renew = feeOfAYear(fees, 'renew');
  if (register === undefined || renew === undefined) return { status: 'unknown' };
  return { status: 'premium', premium: { register, renew } };
}

/** What a premium name costs that somebody holds. */
function premiumOf({ name, fees = [] }: EppDomainCheck): PremiumPrice | RegistrySilent {
  const renew = feeOfAYear(fees, 'renew');
  const transfer = feeOfAYear(fees, 'transfer');
  if (renew === undefined || transfer === undefined)
    return new RegistrySilent(`What ${name} costs, which is premium, was not said`);
  return { register: renew, renew, transfer };
}

/** What a command costs for one year: USD cents. */
function feeOfAYear(fees: readonly CommandFee[], command: FeeCommand): Minor | undefined {
  const found = fees.find((fee) => fee.command === command && (fee.years ?? 1) === 1);
  return found && minorAmount(found.amount, feesIn);
}
