import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { Who } from '@tienda/core/accounts/actor';
import { isEnded, type OperationState } from '@tienda/core/operations/operations';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Transaction } from '../../platform/db/database';
import { Problem } from '../../platform/http/problem';
import { extensionOfHeld } from '../held/extension';
import type { HeldName } from '../held/store';
import type { AskedOperation, OperationStore } from './store';

/** What is asked for of a name without an order. */
export type Asked = Pick<AskedOperation, 'kind' | 'request'>;

/** How long a registry is waited for before its answer is left to come later. */
const patienceMs = 5000;
const lookEveryMs = 20;

/** Asks for what costs nothing to be done to names at their registries. */
export class Asking {
  constructor(
    private readonly operations: Pick<OperationStore, 'ask' | 'find'>,
    private readonly catalogue: CatalogueReader,
    /** Something is to be done at a registry. */
    private readonly wake: (registry: string) => void,
  ) {}

  /**
   * Of many names, without waiting for their registries.
   *
   * @param within where it is asked for together with something else: the lanes are woken by whoever ends it
   * @returns the names
   */
  async ofMany(asked: ReadonlyMap<HeldName, Asked>, askedBy: Who, within?: Transaction): Promise<string[]> {
    const wanted = [...asked].map(([{ accountId, name }, what]): AskedOperation => {
      const { registry } = extensionOfHeld(name, this.catalogue);
      return { ...what, id: randomUUID(), accountId, name, registry, askedBy };
    });
    await this.operations.ask(wanted, within);
    const names = wanted.map(({ name }) => name);
    if (!within) this.wakeLanesOf(names);
    return names;
  }

  /** Something was asked for of names. */
  wakeLanesOf(names: readonly string[]): void {
    for (const registry of new Set(names.map((name) => extensionOfHeld(name, this.catalogue).registry)))
      this.wake(registry);
  }

  /**
   * Where the registry does not answer in time, it is done once it does.
   *
   * @returns the operation that did it; undefined where the registry has not answered yet
   * @throws Problem 409 where it refuses
   */
  async ofOne({ accountId, name }: HeldName, asked: Asked, askedBy: Who): Promise<string | undefined> {
    const { registry } = extensionOfHeld(name, this.catalogue);
    const id = randomUUID();
    await this.operations.ask([{ ...asked, id, accountId, name, registry, askedBy }]);
    this.wake(registry);
    const state = await this.untilEnded(id);
    if (state && 'reason' in state) throw new Problem(409, 'registry-refused', 'The registry refused it', state.reason);
    return state && id;
  }

  /** How an operation ends, where its registry does not take longer than somebody waits for. */
  async untilEnded(id: string): Promise<OperationState | undefined> {
    for (const end = Date.now() + patienceMs; Date.now() < end; await pause(lookEveryMs)) {
      const state = (await this.operations.find(id))?.state;
      if (state && isEnded(state)) return state;
    }
    return undefined;
  }
}
