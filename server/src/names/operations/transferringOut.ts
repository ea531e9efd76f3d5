import { transferOut, type TransferOutState } from '@tienda/core/operations/transferOut';
import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { registryOf } from '../../gateways/registry/keeper';
import type { Registries, RegistryGateway, RegistryTransfer } from '../../gateways/registry/registryGateway';
import type { Attention } from '../../platform/attention/attention';
import type { Clock } from '../../platform/clock/clock';
import type { OperationWork } from './desk';
import { failureOf } from './registering';
import type { TakenOperation } from './store';
import { lateMs, lookAgainMs } from './transferring';

/** The holder is reminded so long before their silence is a yes. */
const remindedMs = 24 * 3600_000;

export interface TransferringOutParts {
  readonly record: (operation: TakenOperation, event: OperationEvent) => Promise<TakenOperation>;
  /** Reminds the holder that they have not said anything; once, however often it is called. */
  readonly remind: (operation: TakenOperation, until: string) => Promise<void>;
  readonly registries: Registries;
  readonly attention: Attention;
  readonly clock: Clock;
}

/**
 * Names held here that another registrar asks for: the holder is asked, and the registry told what they said. Whose a
 * name is and where its transfer stands is asked of the registry before anything else.
 */
export class TransferringOut implements OperationWork {
  constructor(private readonly parts: TransferringOutParts) {}

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const state = operation.state as TransferOutState;
    const effect = transferOut.effect(state);
    if (!effect) return operation;
    const { record, registries, clock } = this.parts;
    const registry = registryOf(operation, registries);
    const found = await registry.info(operation.name);
    if (!found?.isSponsored) return record(operation, { type: 'done' });
    const transfer = await registry.transferOf(operation.name);
    if (transfer?.status !== 'pending' || transfer.isOurs) return this.over(operation, transfer);
    const { requestedBy: to, decidedAt: until } = transfer;
    // The first one was called off, and somebody asked anew.
    if (effect.do === 'askHolder' || effect.until !== until) return record(operation, { type: 'asked', to, until });
    const now = clock.now().getTime();
    if (now > Date.parse(until) + lateMs) return this.late(operation, until);
    if (effect.do === 'answerRegistry') return this.answer(operation, registry, effect.agreed);
    if (now >= Date.parse(until)) return record(operation, { type: 'answered', agreed: true, to, until });
    if (now >= Date.parse(until) - remindedMs) await this.parts.remind(operation, until);
    return operation;
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.refused(operation, { cause: 'silent' }, 'givenUp');
  }

  lookAgainMs({ state }: TakenOperation): number | undefined {
    return state.at === 'asked' ? lookAgainMs : undefined;
  }

  /** @throws RegistrySilent */
  private async answer(operation: TakenOperation, registry: RegistryGateway, agreed: boolean): Promise<TakenOperation> {
    const outcome = await registry.decideOn(operation.name, agreed, operation.transaction);
    // It was called off, or decided on, at this very moment: seen when it is looked at again.
    if (outcome.type === 'refused') return operation;
    return agreed ? this.parts.record(operation, { type: 'done' }) : this.refused(operation, { cause: 'rejected' });
  }

  private over(operation: TakenOperation, transfer: RegistryTransfer | undefined): Promise<TakenOperation> {
    return this.refused(operation, { cause: transfer?.status === 'clientRejected' ? 'rejected' : 'cancelled' });
  }

  /** Silence is a yes, and its registry says so: one that does not, long after, is given up. */
  private async late(operation: TakenOperation, until: string): Promise<TakenOperation> {
    const what = `The registry has not decided on letting ${operation.name} go, which was due on ${until}`;
    await this.parts.attention.raise(`operation ${operation.id}`, what);
    return this.refused(operation, { cause: 'silent' }, 'givenUp');
  }

  private refused(
    operation: TakenOperation,
    why: Omit<Failure, 'reason'>,
    type: 'refused' | 'givenUp' = 'refused',
  ): Promise<TakenOperation> {
    return this.parts.record(operation, { type, ...failureOf(why) });
  }
}
