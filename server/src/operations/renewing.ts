import { decimalAmount } from '@tienda/core/money/money';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { renew, renewalSeen, type RenewRequest, type RenewState } from '@tienda/core/operations/renew';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Registries, RegistryGateway } from '../gateways/registry/registryGateway';
import type { OperationWork, Step } from './desk';
import { failureOf } from './registering';
import type { KeptOperation } from './store';

export interface RenewingParts {
  readonly record: (operation: KeptOperation, event: OperationEvent) => Promise<KeptOperation>;
  readonly registries: Registries;
  /** Begins a renewal from the expiry that the name has; undefined where the account does not hold it. */
  readonly begin: (
    operation: KeptOperation,
  ) => Promise<{ readonly operation: KeptOperation; readonly from: IsoDate } | undefined>;
  /** Called after every command that changes something; tests end the process here. */
  readonly afterwards?: (orderId: string) => void;
}

/**
 * Renews names. What is sent carries the expiry that the name has, so that what is sent twice adds years once; after
 * silence the registry is asked when the name expires before anything is sent again.
 */
export class Renewing implements OperationWork {
  constructor(private readonly parts: RenewingParts) {}

  async step(operation: KeptOperation): Promise<{ operation: KeptOperation; came: Step }> {
    const effect = renew.effect(operation.state as RenewState);
    if (!effect) return { operation, came: 'on' };
    const registry = this.parts.registries.get(operation.registry);
    if (!registry) throw new Error(`There is no registry ${operation.registry}`);
    const { sentFrom } = effect;
    const after = await (sentFrom === undefined
      ? this.begin(operation, registry)
      : this.askedFirst(operation, registry, sentFrom));
    return { operation: after, came: 'on' };
  }

  async giveUp(operation: KeptOperation): Promise<void> {
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  private async begin(operation: KeptOperation, registry: RegistryGateway): Promise<KeptOperation> {
    const begun = await this.parts.begin(operation);
    if (!begun) return this.parts.record(operation, { type: 'refused', ...failureOf({ cause: 'gone' }) });
    const { orderId } = operation;
    if (orderId) this.parts.afterwards?.(orderId);
    return this.send(begun.operation, registry, begun.from);
  }

  /** @throws RegistrySilent */
  private async askedFirst(operation: KeptOperation, registry: RegistryGateway, from: IsoDate): Promise<KeptOperation> {
    const found = await registry.info(operation.name);
    if (!found?.isSponsored) return this.parts.record(operation, { type: 'refused', ...failureOf({ cause: 'gone' }) });
    const expiresOn = isoDate(new Date(found.expiresAt));
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
  private async send(operation: KeptOperation, registry: RegistryGateway, from: IsoDate): Promise<KeptOperation> {
    const { name, transaction, orderId, line } = operation;
    const { years } = operation.request as RenewRequest;
    const fee = line?.premium && { currency: 'USD', amount: decimalAmount(line.premium.renew * years, 'USD') };
    const outcome = await registry.renew({ name, expiresOn: from, years, ...(fee ? { fee } : {}) }, transaction);
    if (orderId) this.parts.afterwards?.(orderId);
    if (outcome.type === 'renewed')
      return this.parts.record(operation, { type: 'done', expiresOn: isoDate(new Date(outcome.expiresAt)) });
    if (outcome.type === 'gone')
      return this.parts.record(operation, { type: 'refused', ...failureOf({ cause: 'gone' }) });
    // It may have been refused since the name expires on another day: then it was done, or is sent from there.
    const found = await registry.info(name);
    const expiresOn = found?.isSponsored ? isoDate(new Date(found.expiresAt)) : from;
    if (expiresOn !== from) return this.askedFirst(operation, registry, from);
    const refusal = failureOf({ cause: 'refused', said: outcome.reason });
    return this.parts.record(operation, { type: 'refused', ...refusal });
  }
}
