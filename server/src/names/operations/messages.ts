import type { RegistryGateway, RegistryTransfer } from '../../gateways/registry/registryGateway';
import type { KeptOperation, OperationStore } from './store';

/** Where a name goes away, or is about to. */
const leaving: ReadonlySet<RegistryTransfer['status']> = new Set(['pending', 'clientApproved', 'serverApproved']);

/** Takes in what registries tell by themselves. */
export class RegistryMessages {
  constructor(
    private readonly store: OperationStore,
    /** Called where an operation of a registry has its turn by what was heard. */
    private readonly wake: (registry: string) => void,
  ) {}

  /** Takes the messages off a registry's queue, each kept before it is taken: none gets lost. @throws RegistrySilent */
  async hear(registry: RegistryGateway): Promise<void> {
    for (let message = await registry.message(); message; message = await registry.message()) {
      const { id, text, result, transfer } = message;
      await this.store.keepMessage(registry.id, message);
      if (result?.transaction) {
        const concerned = await this.store.decide(result.transaction, { done: result.done, text });
        if (concerned !== undefined) this.wake(concerned);
      }
      if (transfer && (await this.isConcerned(registry.id, transfer))) this.wake(registry.id);
      await registry.takeMessage(id);
    }
  }

  /** True where something is to be done: at what waits for it, or since another registrar asks for a name held here. */
  private async isConcerned(registry: string, transfer: RegistryTransfer): Promise<boolean> {
    if (await this.store.heardOfTransfer(registry, transfer.name)) return true;
    return !transfer.isOurs && leaving.has(transfer.status) && this.store.askedFromElsewhere(registry, transfer);
  }

  /** What a registry told of an operation, heard just now or before. */
  async decisionOf({ id }: KeptOperation): Promise<KeptOperation['decision']> {
    return (await this.store.find(id))?.decision ?? null;
  }
}
