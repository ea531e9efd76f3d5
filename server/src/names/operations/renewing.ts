import { decimalAmount } from '@tienda/core/money/money';
import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { renew, renewalSeen, type RenewRequest, type RenewState } from '@tienda/core/operations/renew';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { registryOf } from '../../gateways/registry/keeper';
import type { Registries, RegistryGateway } from '../../gateways/registry/registryGateway';
import type { OperationWork } from './desk';
import { failureOf } from './registering';
import type { TakenOperation } from './store';

/** A renewal that has begun; else why it cannot: the account does not hold the name, or it was renewed meanwhile. */
export type BegunRenewal =
  { readonly operation: TakenOperation; readonly from: IsoDate } | { readonly cause: 'gone' | 'renewed' };

export interface RenewingParts {
  readonly record: (operation: TakenOperation, event: OperationEvent) => Promise<TakenOperation>;
  readonly registries: Registries;
  /** Begins a renewal from the expiry that the name has. */
  readonly begin: (operation: TakenOperation) => Promise<BegunRenewal>;
  /** Called after every command that changes something; tests end the process here. */
  readonly afterwards?: (orderId: string) => void;
}

/**
 * Renews names. What is sent carries the expiry that the name has, so that what is sent twice adds years once; after
 * silence the registry is asked when the name expires before anything is sent again.
 */
export class Renewing implements OperationWork {
  constructor(private readonly parts: RenewingParts) {}

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const effect = renew.effect(operation.state as RenewState);
    if (!effect) return operation;
    const registry = registryOf(operation, this.parts.registries);
    const { sentFrom } = effect;
    return sentFrom === undefined ? this.begin(operation, registry) : this.askedFirst(operation, registry, sentFrom);
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  private async begin(operation: TakenOperation, registry: RegistryGateway): Promise<TakenOperation> {
    const begun = await this.parts.begin(operation);
    if ('cause' in begun) return this.refused(operation, begun);
    const { orderId } = operation;
    if (orderId) this.parts.afterwards?.(orderId);
    return this.send(begun.operation, registry, begun.from);
  }

  /** @throws RegistrySilent */
  private async askedFirst(
    operation: TakenOperation,
    registry: RegistryGateway,
    from: IsoDate,
  ): Promise<TakenOperation> {
    const found = await registry.info(operation.name);
    if (!found?.isSponsored) return this.refused(operation, { cause: 'gone' });
    return this.goOn(operation, registry, from, dayOf(found.expiresAt));
  }

  /** What follows from when the name expires. @throws RegistrySilent */
  private async goOn(
    operation: TakenOperation,
    registry: RegistryGateway,
    from: IsoDate,
    expiresOn: IsoDate,
  ): Promise<TakenOperation> {
    switch (renewalSeen(expiresOn, from, operation.request as RenewRequest)) {
      case 'done':
        return this.parts.record(operation, { type: 'done', expiresOn });
      case 'toDo':
        return this.send(operation, registry, from);
      case 'moved':
        return this.send(await this.parts.record(operation, { type: 'sent', from: expiresOn }), registry, expiresOn);
    }
  }

  /** @throws RegistrySilent */
  private async send(operation: TakenOperation, registry: RegistryGateway, from: IsoDate): Promise<TakenOperation> {
    const { name, transaction, orderId, line } = operation;
    const { years } = operation.request as RenewRequest;
    const fee = line?.premium && { currency: 'USD', amount: decimalAmount(line.premium.renew * years, 'USD') };
    const outcome = await registry.renew({ name, expiresOn: from, years, ...(fee ? { fee } : {}) }, transaction);
    if (orderId) this.parts.afterwards?.(orderId);
    if (outcome.type === 'renewed')
      return this.parts.record(operation, { type: 'done', expiresOn: dayOf(outcome.expiresAt) });
    if (outcome.type === 'gone') return this.refused(operation, { cause: 'gone' });
    // It may have been refused since the name expires on another day: then it was done, or is sent from there.
    const found = await registry.info(name);
    const expiresOn = found?.isSponsored ? dayOf(found.expiresAt) : from;
    if (expiresOn !== from) return this.goOn(operation, registry, from, expiresOn);
    return this.refused(operation, { cause: 'refused', said: outcome.reason });
  }

  private refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
  }
}

function dayOf(instant: string): IsoDate {
  return isoDate(new Date(instant));
}
