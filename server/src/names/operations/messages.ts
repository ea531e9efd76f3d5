import type { RegistryGateway } from '../../gateways/registry/registryGateway';
import type { KeptOperation, OperationStore } from './store';

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
      const { id, text, result } = message;
      await this.store.keepMessage(registry.id, message);
      if (result?.transaction) {
        const concerned = await this.store.decide(result.transaction, { done: result.done, text });
        if (concerned !== undefined) this.wake(concerned);
      }
      await registry.takeMessage(id);
    }
  }

  /** What a registry told of an operation, heard just now or before. */
  async decisionOf({ id }: KeptOperation): Promise<KeptOperation['decision']> {
    return (await this.store.find(id))?.decision ?? null;
  }
}
