import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { remove, type DeleteRequest, type DeleteState } from '@tienda/core/operations/remove';
import { registryOf } from '../../gateways/registry/keeper';
import type { Registries } from '../../gateways/registry/registryGateway';
import type { OperationWork } from './desk';
import { failureOf } from './registering';
import { letHostsGo } from './hosts';
import type { Begin } from './renewing';
import type { TakenOperation } from './store';

export interface DeletingParts {
  readonly record: (operation: TakenOperation, event: OperationEvent) => Promise<TakenOperation>;
  readonly registries: Registries;
  readonly begin: Begin;
}

/**
 * Gives names back that are new: only while their registry says that they are in their add grace period (RFC 3915 section
 * 3.1), and only where they are still the ones that were registered. What is not there any more was deleted before.
 */
export class Deleting implements OperationWork {
  constructor(private readonly parts: DeletingParts) {}

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const { begin, record, registries } = this.parts;
    const effect = remove.effect(operation.state as DeleteState);
    if (!effect) return operation;
    if (!effect.askFirst) {
      const begun = await begin(operation, () => ({ type: 'sent' }));
      return 'cause' in begun ? this.refused(operation, begun) : begun.operation;
    }
    const { name, transaction } = operation;
    const { registrant } = operation.request as DeleteRequest;
    const registry = registryOf(operation, registries);
    const found = await registry.info(name);
    const { graceStatuses = [] } = found ?? {};
    // Somebody else has it by now, or the registry keeps it for a while before it is free.
    const isLetGo =
      !found?.isSponsored || found.registrant !== registrant || graceStatuses.includes('redemptionPeriod');
    if (isLetGo) return record(operation, { type: 'done' });
    if (!graceStatuses.includes('addPeriod')) return this.refused(operation, { cause: 'late' });
    const inUse = await letHostsGo(registry, found, transaction);
    if (inUse !== undefined) return this.refused(operation, { cause: 'refused', said: `${inUse} is in use` });
    const outcome = await registry.remove(name, transaction);
    if (outcome.type === 'refused') return this.refused(operation, { cause: 'refused', said: outcome.reason });
    return record(operation, { type: 'done' });
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  private refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
  }
}
