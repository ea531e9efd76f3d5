import type { RegistryGateway } from '../../gateways/registry/registryGateway';
import type { KeptOperation, OperationStore } from './store';
import type { RegistryMessage } from '../../gateways/registry/registryGateway';

/** Takes in what registries tell by themselves. */
export class RegistryMessages {
  constructor(
    private readonly store: OperationStore,
    /** Keeps a message as it came, whether it is understood or not; once, however often it is heard. */
    private readonly keep: (registry: string, message: RegistryMessage) => Promise<void>,
    /** Called where an operation of a registry has its turn by what was heard. */
    private readonly wake: (registry: string) => void,
  ) {}

  /** Takes the messages off a registry's queue, each kept before it is taken: none gets lost. @throws RegistrySilent */
  async hear(registry: RegistryGateway): Promise<void> {
    for (let message = await registry.message(); message; message = await registry.message()) {
      const { id, text, result } = message;
      await this.keep(registry.id, message);
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
