import {
  transferIn,
  type TransferInEvent,
  type TransferInRequest,
  type TransferInState,
} from '@tienda/core/operations/transferIn';
import type { Failure } from '@tienda/core/operations/operation';
import { isHoldOver } from '@tienda/core/orders/hold';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { transferOf } from '@tienda/core/pricing/linePrice';
import { isSameDelegation, ownNameservers } from '@tienda/core/dns/delegation';
import { BrokerSilent, type Sale } from '../../gateways/broker/broker';
import { registryOf } from '../../gateways/registry/keeper';
import {
  RegistrySilent,
  type Registries,
  type RegistryDomain,
  type RegistryGateway,
  type RegistryTransfer,
} from '../../gateways/registry/registryGateway';
import type { Attention } from '../../platform/attention/attention';
import type { Clock } from '../../platform/clock/clock';
import { brokenConstraint } from '../../platform/db/database';
import type { Keyring } from '../../platform/secrets/keyring';
import { needContacts } from './contacts';
import type { OperationWork } from './desk';
import { agreedFee } from './fees';
import { hostsOf } from './hosts';
import { failureOf } from './registering';
import { dayOf } from './renewing';
import type { TakenOperation } from './store';

/** Clocks of registries are not ours. */
const apartMs = 10_000;
/** A registry that has not decided so long after it should have is shown to someone, and not waited for. */
export const lateMs = 3 * 24 * 3600_000;
/** How often a move that is being decided on is looked at, where nothing is heard of it. */
export const lookAgainMs = 15 * 60_000;

/** The buyer is reminded so long before the silence of the other side is a yes. */
const remindedMs = 3 * 24 * 3600_000;
/** How long whoever sold a name may take to unlock it and to give its code. */
const handingOverMs = 7 * 24 * 3600_000;
/** How often that is looked for: the longer it takes, the more seldom. */
const oftenMs = 2000;
const seldomMs = 5 * 60_000;

export interface TransferringParts {
  /** @param turnAt when it is looked at again, where nothing is to be done before */
  readonly record: (operation: TakenOperation, event: OperationEvent, turnAt?: Date) => Promise<TakenOperation>;
  readonly registries: Registries;
  /** Reads an auth code that was sealed when it was given. */
  readonly codeIn: (sealed: string) => string;
  /** Where the sale of a name stands that is bought by an offer. */
  readonly saleOf: (offer: string) => Promise<Sale>;
  /** Reminds the buyer that the other side has not answered; once for an order, however often it is called. */
  readonly remind: (operation: TakenOperation, until: string) => Promise<void>;
  readonly attention: Attention;
  readonly clock: Clock;
  readonly keys: Keyring;
  /** Called after every command that changes something; tests end the process here. */
  readonly afterwards?: (orderId: string) => void;
}

/**
 * Brings names here from other registrars. Whose a name is and where its transfer stands is asked of its registry before
 * anything is sent again, so that what was sent already is not sent twice.
 */
export class TransferringIn implements OperationWork {
  constructor(private readonly parts: TransferringParts) {}

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const { at } = operation.state;
    if (at !== 'ready' && at !== 'withHolder') return this.goOn(operation);
    const sale = await this.saleFor(operation);
    if (sale?.state === 'off') return this.refused(operation, { cause: 'notHandedOver' });
    if (sale?.state === 'awaited') return this.awaitCode(operation);
    const begun = await this.begin(operation);
    return begun.state.at === 'sent' ? this.goOn(begun, true) : begun;
  }

  /** @returns undefined where it is not bought @throws RegistrySilent */
  private async saleFor({ request }: TakenOperation): Promise<Sale | undefined> {
    const { offer } = request as TransferInRequest;
    if (offer === undefined) return undefined;
    try {
      return await this.parts.saleOf(offer);
    } catch (fault) {
      // Nothing is asked of the registry before: it is tried again, and given up, just the same.
      throw fault instanceof BrokerSilent ? new RegistrySilent(fault.message) : fault;
    }
  }

  /** Whoever sold it has so long to hand it over. */
  private async awaitCode(operation: TakenOperation): Promise<TakenOperation> {
    const { state, order } = operation;
    const now = this.parts.clock.now();
    if (order && isHoldOver(order.hold, now)) return this.refused(operation, { cause: 'unpaid' });
    if (state.at === 'withHolder' && 'until' in state)
      return Date.parse(state.until) > now.getTime() ? operation : this.refused(operation, { cause: 'notHandedOver' });
    const until = new Date(now.getTime() + handingOverMs).toISOString();
    return this.begin(operation, { type: 'holderAsked', until });
  }

  /** @param isFirst nothing was sent before, for certain @throws RegistrySilent */
  private async goOn(operation: TakenOperation, isFirst = false): Promise<TakenOperation> {
    const effect = transferIn.effect(operation.state as TransferInState);
    if (!effect) return operation;
    const registry = registryOf(operation, this.parts.registries);
    // It was looked at when it was ordered: what is different since, its registry says to what is asked.
    if (isFirst) return this.ask(operation, registry);
    const found = await registry.info(operation.name);
    if (!found) return this.refused(operation, { cause: 'free' });
    const transfer = await registry.transferOf(operation.name);
    // One that was decided on may be of an operation before this one.
    const isOfThis = (one: RegistryTransfer) =>
      one.isOurs &&
      (effect.do === 'awaitDecision' ||
        one.status === 'pending' ||
        Date.parse(one.requestedAt) > operation.createdAt.getTime() - apartMs);
    const ours = transfer && isOfThis(transfer) ? transfer : undefined;
    if (found.isSponsored) {
      const hasAsked = effect.do === 'awaitDecision' || ours !== undefined;
      return hasAsked ? this.came(operation, registry, found) : this.refused(operation, { cause: 'here' });
    }
    if (ours?.status === 'pending')
      return effect.do === 'awaitDecision'
        ? this.waits(operation, registry, effect.until)
        : this.pending(operation, ours.decidedAt);
    if (ours?.status.endsWith('Approved')) throw new RegistrySilent(`${operation.name} was let go and is not here`);
    // What was asked for and said no to is not asked for again.
    if (ours || effect.do === 'awaitDecision')
      return this.refused(operation, { cause: ours?.status === 'clientCancelled' ? 'cancelled' : 'rejected' });
    return this.ask(operation, registry);
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    // A bought one that was never asked for: it was its holder, or whoever speaks to them, who gave no answer.
    const { state, request } = operation;
    const isAsked = state.at === 'sent' || state.at === 'pending';
    const cause = isAsked || (request as TransferInRequest).offer === undefined ? 'silent' : 'notHandedOver';
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause }) });
  }

  lookAgainMs({ state }: TakenOperation): number | undefined {
    if (state.at === 'withHolder' && 'until' in state) {
      const waitedMs = this.parts.clock.now().getTime() - (Date.parse(state.until) - handingOverMs);
      return Math.min(seldomMs, Math.max(oftenMs, waitedMs / 4));
    }
    return state.at === 'pending' ? lookAgainMs : undefined;
  }

  /** Of those who want a name, one at a time is being moved here for: what is asked for in their names is all ours. */
  private async begin(operation: TakenOperation, event: TransferInEvent = { type: 'sent' }): Promise<TakenOperation> {
    try {
      return await this.parts.record(operation, event);
    } catch (fault) {
      if (brokenConstraint(fault) !== 'operation_moving') throw fault;
      return this.refused(operation, { cause: 'here' });
    }
  }

  /** @throws RegistrySilent */
  private async ask(operation: TakenOperation, registry: RegistryGateway): Promise<TakenOperation> {
    const { name, request, transaction, orderId, line, sealedCode } = operation;
    const { contacts, privacy } = request as TransferInRequest;
    const sale = await this.saleFor(operation);
    if (sale && sale.state !== 'delivered') return this.refused(operation, { cause: 'notHandedOver' });
    const authCode = sale?.authCode ?? (sealedCode === null ? undefined : this.parts.codeIn(sealedCode));
    if (authCode === undefined) return this.refused(operation, { cause: 'wrongCode' });
    // Found out before it is on its way: what its registry will not have could never be put right afterwards.
    const said = await needContacts(operation, registry, contacts, privacy, this.parts.keys);
    if (said !== undefined) return this.refused(operation, { cause: 'refused', said });
    const fee = line?.premium && agreedFee(transferOf(line.premium));
    const outcome = await registry.askFor({ name, authCode, ...(fee ? { fee } : {}) }, transaction);
    if (orderId) this.parts.afterwards?.(orderId);
    switch (outcome.type) {
      case 'asked':
        return this.pending(operation, outcome.until);
      case 'moved': {
        const found = await registry.info(name);
        if (!found?.isSponsored) throw new RegistrySilent(`${name} has moved and is not here`);
        return this.came(operation, registry, found);
      }
      case 'underWay':
        return this.refused(operation, { cause: 'refused', said: 'It is on its way to somebody else' });
      case 'wrongCode':
        return this.refused(operation, { cause: 'wrongCode' });
      case 'gone':
        return this.refused(operation, { cause: 'free' });
      case 'refused': {
        const found = await registry.info(name);
        if (found?.isSponsored) return this.refused(operation, { cause: 'here' });
        return this.refused(operation, { cause: 'refused', said: outcome.reason });
      }
    }
  }

  /** It is asked for: the other side has its time. */
  private pending(operation: TakenOperation, until: string): Promise<TakenOperation> {
    const turnAt = new Date(this.parts.clock.now().getTime() + lookAgainMs);
    return this.parts.record(operation, { type: 'pending', until }, turnAt);
  }

  /** It is here, with where it points as it was. @throws RegistrySilent */
  private async came(
    operation: TakenOperation,
    registry: RegistryGateway,
    found: RegistryDomain,
  ): Promise<TakenOperation> {
    const { nameservers, ds = [] } = found;
    const isOurs = isSameDelegation(
      { nameservers, hosts: [], ds: [] },
      { nameservers: ownNameservers, hosts: [], ds: [] },
    );
    const hosts = await hostsOf(registry, found);
    const delegation = { nameservers: isOurs ? null : nameservers, hosts, ds };
    const came = { registeredOn: dayOf(found.createdAt), delegation };
    return this.parts.record(operation, { type: 'done', expiresOn: dayOf(found.expiresAt), came });
  }

  /** Silence is a yes, and its registry says so: one that does not, long after, is given up. */
  private async waits(operation: TakenOperation, registry: RegistryGateway, until: string): Promise<TakenOperation> {
    const { attention, clock, record } = this.parts;
    if (operation.order && isHoldOver(operation.order.hold, clock.now())) {
      const { type } = await registry.callOff(operation.name, `${operation.transaction}-off`);
      // Where it was decided on meanwhile, the next look finds that.
      return type === 'done' ? this.refused(operation, { cause: 'unpaid' }) : operation;
    }
    const toGoMs = Date.parse(until) - clock.now().getTime();
    if (toGoMs > 0 && toGoMs <= remindedMs) await this.parts.remind(operation, until);
    if (toGoMs > -lateMs) return operation;
    const what = `The registry has not decided on the transfer of ${operation.name}, which was due on ${until}`;
    await attention.raise(`operation ${operation.id}`, what);
    return record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  private refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
  }
}
