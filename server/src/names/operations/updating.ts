import type { DomainParts } from '@tienda/core/epp/command';
import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { update, type UpdateRequest, type UpdateState } from '@tienda/core/operations/update';
import { registryOf } from '../../gateways/registry/keeper';
import type { Registries, RegistryDomain } from '../../gateways/registry/registryGateway';
import type { Keyring } from '../../platform/secrets/keyring';
import type { OperationWork } from './desk';
import { newAuthCode } from './identity';
import { failureOf } from './registering';
import type { TakenOperation } from './store';

export interface UpdatingParts {
  readonly record: (operation: TakenOperation, event: OperationEvent) => Promise<TakenOperation>;
  readonly registries: Registries;
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
    const sent = operation.state.at === 'ready' ? await record(operation, { type: 'sent' }) : operation;
    const change = this.differing(operation, found);
    if (change) {
      const outcome = await registry.update({ name: operation.name, ...change }, operation.transaction);
      if (outcome.type === 'gone') return this.refused(sent, { cause: 'gone' });
      if (outcome.type === 'refused') return this.refused(sent, { cause: 'refused', said: outcome.reason });
    }
    return record(sent, { type: 'done' });
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  /** What is to be sent; undefined where the name is as it is to be. */
  private differing(operation: TakenOperation, found: RegistryDomain) {
    const { locked, newAuthCode: isNewCode } = operation.request as UpdateRequest;
    const code = isNewCode ? newAuthCode(this.parts.keys, operation.id, operation.name) : undefined;
    const isLocked = found.statuses.includes(lock);
    const parts: DomainParts = { statuses: [lock] };
    const change = {
      ...(locked === true && !isLocked ? { add: parts } : {}),
      ...(locked === false && isLocked ? { remove: parts } : {}),
      ...(code !== undefined && found.authCode !== code ? { change: { authCode: code } } : {}),
    };
    return Object.keys(change).length > 0 ? change : undefined;
  }

  private refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
  }
}
