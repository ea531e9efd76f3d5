import { randomUUID } from 'node:crypto';
import { setTimeout as pause } from 'node:timers/promises';
import type { Actor } from '@tienda/core/accounts/actor';
import { toULabel } from '@tienda/core/idna/idna';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ChangedNames, NameChange } from '@tienda/core/names/nameChange';
import { isEnded } from '@tienda/core/operations/operations';
import type { UpdateRequest } from '@tienda/core/operations/update';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { AccountStore } from '../../people/accounts/store';
import type { Clock } from '../../platform/clock/clock';
import { Problem } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import type { Keyring } from '../../platform/secrets/keyring';
import { extensionOfHeld } from '../held/extension';
import type { HeldName, NameStore } from '../held/store';
import { newAuthCode } from '../operations/identity';
import type { AskedOperation, OperationStore } from '../operations/store';
import { authCodeMail } from './mails';

export interface ChangeParts {
  readonly names: NameStore;
  readonly operations: Pick<OperationStore, 'ask' | 'find'>;
  /** Something is to be done at a registry. */
  readonly wake: (registry: string) => void;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly catalogue: CatalogueReader;
  readonly outbox: Outbox;
  readonly keys: Keyring;
  readonly clock: Clock;
}

/** How long a registry is waited for before its answer is left to come later. */
const patienceMs = 5000;
const lookEveryMs = 20;

/** Changes names that are held: here, and at their registries where it is theirs to do. */
export class NameChanges {
  constructor(private readonly parts: ChangeParts) {}

  /**
   * Where the registry does not answer in time, the change is carried out once it does.
   *
   * @throws Problem 409 where it refuses
   */
  async change({ who }: Actor, held: HeldName, { autoRenew, locked }: NameChange): Promise<void> {
    const { names, clock } = this.parts;
    if (autoRenew !== undefined) await names.setAutoRenew(held.accountId, [held.name], autoRenew, who, clock.now());
    if (locked !== undefined) await this.atRegistry(who, held, { locked });
  }

  /** Names that are not the account's are passed over, those that are so already left as they are. */
  async changeMany(
    { account, who }: Actor,
    wanted: readonly string[],
    { autoRenew, locked }: NameChange,
  ): Promise<ChangedNames> {
    const { names, operations, wake, clock, catalogue } = this.parts;
    const held = await names.among(account, wanted);
    const open = held.filter(({ stage }) => canRenew(stage));
    const changed =
      autoRenew === undefined
        ? []
        : await names.setAutoRenew(
            account,
            open.map(({ name }) => name),
            autoRenew,
            who,
            clock.now(),
          );
    const toLock = locked === undefined ? [] : open.filter((one) => one.locked !== locked);
    const asked = toLock.map(({ name }): AskedOperation => {
      const { registry } = extensionOfHeld(name, catalogue);
      const request = { locked: locked === true };
      return { id: randomUUID(), accountId: account, kind: 'update', name, registry, request, askedBy: who };
    });
    await operations.ask(asked);
    for (const registry of new Set(asked.map((one) => one.registry))) wake(registry);
    return {
      changed,
      asked: asked.map(({ name }) => name),
      cannot: held.filter(({ stage }) => !canRenew(stage)).map(({ name }) => name),
    };
  }

  /**
   * A new auth code, that nobody can be shown again.
   *
   * @throws Problem 409 where the registry refuses it, 503 where it does not answer
   */
  async newAuthCode({ who }: Actor, held: HeldName): Promise<string> {
    const { accounts, outbox, keys } = this.parts;
    const id = await this.atRegistry(who, held, { newAuthCode: true });
    if (id === undefined)
      throw new Problem(
        503,
        'registry-silent',
        'The registry did not answer',
        `The registry of ${toULabel(held.name)} does not answer just now. Ask for the code again in a while.`,
      );
    const account = await accounts.byId(held.accountId);
    if (account) await outbox.send('mail', `operation ${id} auth code`, authCodeMail(account, toULabel(held.name)));
    return newAuthCode(keys, id, held.name);
  }

  /** @returns the operation that did it; undefined where the registry has not answered yet */
  private async atRegistry(who: Actor['who'], held: HeldName, request: UpdateRequest): Promise<string | undefined> {
    const { operations, wake, catalogue } = this.parts;
    const { accountId, name } = held;
    const { registry } = extensionOfHeld(name, catalogue);
    const id = randomUUID();
    await operations.ask([{ id, accountId, kind: 'update', name, registry, request, askedBy: who }]);
    wake(registry);
    for (const end = Date.now() + patienceMs; Date.now() < end; await pause(lookEveryMs)) {
      const state = (await operations.find(id))?.state;
      if (!state || !isEnded(state)) continue;
      if ('reason' in state) throw new Problem(409, 'registry-refused', 'The registry refused it', state.reason);
      return id;
    }
    return undefined;
  }
}
