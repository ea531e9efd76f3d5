import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { renew, renewalSeen, type RenewRequest, type RenewState } from '@tienda/core/operations/renew';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { registryOf } from '../../gateways/registry/keeper';
import type { Registries, RegistryGateway } from '../../gateways/registry/registryGateway';
import type { OperationWork } from './desk';
import { agreedFee } from './fees';
import { failureOf } from './registering';
import type { TakenOperation } from './store';

/** Something that has begun with a name; else why it cannot: the account does not hold it, or it was renewed meanwhile. */
export type Begun =
  | { readonly operation: TakenOperation; readonly expiresOn: IsoDate }
  | { readonly cause: 'gone' | 'renewed' };

/** Begins what is done to a name that an account holds: with an event made of the day on which it expires. */
export type Begin = (operation: TakenOperation, event: (expiresOn: IsoDate) => OperationEvent) => Promise<Begun>;

export interface RenewingParts {
  readonly record: (operation: TakenOperation, event: OperationEvent) => Promise<TakenOperation>;
  readonly registries: Registries;
  readonly begin: Begin;
  /** Called after every command that changes something; tests end the process here. */
  readonly afterwards?: (orderId: string) => void;
}

/**
 * Years added at a registry. What is sent carries the expiry that the name has, so that what is sent twice adds years
 * once; after silence the registry is asked when the name expires before anything is sent again.
 */
export class RenewalSteps {
  /** @param sentFrom what is written down before it is sent */
  constructor(
    private readonly parts: Omit<RenewingParts, 'begin'>,
    private readonly sentFrom: (from: IsoDate) => OperationEvent,
  ) {}

  /** @throws RegistrySilent */
  async askedFirst(operation: TakenOperation, from: IsoDate): Promise<TakenOperation> {
    const registry = registryOf(operation, this.parts.registries);
    const found = await registry.info(operation.name);
    if (!found?.isSponsored) return this.refused(operation, { cause: 'gone' });
    return this.goOn(operation, registry, from, dayOf(found.expiresAt));
  }

  /** @throws RegistrySilent */
  async send(operation: TakenOperation, from: IsoDate): Promise<TakenOperation> {
    const registry = registryOf(operation, this.parts.registries);
    const { name, transaction, orderId, line } = operation;
    const { years } = operation.request as RenewRequest;
    const fee = line?.premium && agreedFee(line.premium.renew * years);
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

  refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
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
        return this.send(operation, from);
      case 'moved':
        return this.send(await this.parts.record(operation, this.sentFrom(expiresOn)), expiresOn);
    }
  }
}

/** Renews names. */
export class Renewing implements OperationWork {
  private readonly steps: RenewalSteps;

  constructor(private readonly parts: RenewingParts) {
    this.steps = new RenewalSteps(parts, sentFrom);
  }

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const effect = renew.effect(operation.state as RenewState);
    if (!effect) return operation;
    const { sentFrom: from } = effect;
    if (from !== undefined && !operation.isFirst) return this.steps.askedFirst(operation, from);
    // It began as it was taken, unless the name is not as it was thought to be.
    const begun = from === undefined ? await this.parts.begin(operation, sentFrom) : { operation, expiresOn: from };
    if ('cause' in begun) return this.steps.refused(operation, begun);
    const { orderId } = operation;
    if (orderId) this.parts.afterwards?.(orderId);
    return this.steps.send(begun.operation, begun.expiresOn);
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }
}

const sentFrom = (from: IsoDate) => ({ type: 'sent', from }) as const;

/** The day of an instant of ISO 8601. */
export function dayOf(instant: string): IsoDate {
  return isoDate(new Date(instant));
}
