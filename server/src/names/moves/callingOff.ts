import { randomUUID } from 'node:crypto';
import type { Actor } from '@tienda/core/accounts/actor';
import { toULabel } from '@tienda/core/idna/idna';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import { keeperOf } from '../../gateways/registry/keeper';
import { RegistrySilent, type Registries } from '../../gateways/registry/registryGateway';
import { notFound, refusals } from '../../platform/http/problem';
import type { Asking } from '../operations/asking';
import type { OperationStore } from '../operations/store';
import type { MoveStore } from './store';
import { registrySilent } from '../operations/registrySilence';

export interface CallingOffParts {
  readonly store: Pick<MoveStore, 'underWay'>;
  readonly registries: Registries;
  readonly catalogue: CatalogueReader;
  readonly operations: Pick<OperationStore, 'heardOfTransfer'>;
  readonly asking: Pick<Asking, 'wakeLanesOf'>;
}

/** Calls off names that are on their way here, while that can be done. */
export class CallingOff {
  constructor(private readonly parts: CallingOffParts) {}

  /**
   * The registry calls the transfer off; what follows of that, the money let go and a mail, comes with the name's order.
   *
   * @throws Problem 404 where it is not on its way, 409 where it cannot be called off, 503 where its registry is silent
   */
  async of({ account }: Actor, name: string): Promise<void> {
    const { store, registries, catalogue, operations, asking } = this.parts;
    const underWay = (await store.underWay(account)).get(name);
    if (!underWay) throw notFound('name');
    const unicode = toULabel(name);
    if (underWay.at === 'withHolder') throw late('withHolder', unicode);
    if (underWay.at !== 'asked') throw late('asking', unicode);
    const registry = keeperOf(name, catalogue.current(), registries).registry;
    try {
      const outcome = await registry.callOff(name, `TIENDA-${randomUUID()}`);
      if (outcome.type !== 'done') throw late('decided', unicode);
    } catch (fault) {
      if (!(fault instanceof RegistrySilent)) throw fault;
      throw registrySilent('calledOff', unicode);
    }
    // Whoever calls it off is told nothing by the registry.
    await operations.heardOfTransfer(registry.id, name);
    asking.wakeLanesOf([name]);
  }
}

const late = refusals(409, 'not-called-off', 'It cannot be called off', {
  withHolder: (name) =>
    `${name} is bought and its holder is about to hand it over: what does not come by then is let go.`,
  asking: (name) => `${name} is being asked for this very moment: try again in a while, or give up its payment.`,
  decided: (name) => `${name} has been decided on already: see its order.`,
});
