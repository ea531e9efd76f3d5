import type { Actor, Who } from '@tienda/core/accounts/actor';
import { toULabel } from '@tienda/core/idna/idna';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { ChangedNames, NameChange } from '@tienda/core/names/nameChange';
import type { AccountStore } from '../../people/accounts/store';
import type { Clock } from '../../platform/clock/clock';
import { Problem } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import type { Keyring } from '../../platform/secrets/keyring';
import type { GroupStore } from '../groups/store';
import type { HeldName, NameStore } from '../held/store';
import { newAuthCode } from '../operations/identity';
import type { Asking } from '../operations/asking';
import { authCodeMail } from './mails';

export interface ChangeParts {
  readonly names: NameStore;
  readonly groups: Pick<GroupStore, 'need'>;
  readonly asking: Asking;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly outbox: Outbox;
  readonly keys: Keyring;
  readonly clock: Clock;
}

/** Changes names that are held: here, and at their registries where it is theirs to do. */
export class NameChanges {
  constructor(private readonly parts: ChangeParts) {}

  /**
   * Where the registry does not answer in time, the change is carried out once it does.
   *
   * @throws Problem 409 where it refuses
   */
  async change({ who }: Actor, held: HeldName, { autoRenew, locked, groupId }: NameChange): Promise<void> {
    const { names, asking, clock } = this.parts;
    if (groupId !== undefined) await this.toGroup(who, held.accountId, [held.name], groupId);
    if (autoRenew !== undefined) await names.setAutoRenew(held.accountId, [held.name], autoRenew, who, clock.now());
    if (locked !== undefined) await asking.ofOne(held, { kind: 'update', request: { locked } }, who);
  }

  /** Names that are not the account's are passed over, those that are so already left as they are. */
  async changeMany(
    { account, who }: Actor,
    wanted: readonly string[],
    { autoRenew, locked, groupId }: NameChange,
  ): Promise<ChangedNames> {
    const { names, asking, clock } = this.parts;
    const held = await names.among(account, wanted);
    const open = held.filter(({ stage }) => canRenew(stage));
    const inGroup = groupId === undefined ? [] : await this.toGroup(who, account, wanted, groupId);
    const renewing =
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
    return {
      changed: [...new Set([...inGroup, ...renewing])],
      asked: await asking.ofMany(toLock, { kind: 'update', request: { locked: locked === true } }, who),
      cannot:
        autoRenew === undefined && locked === undefined
          ? []
          : held.filter(({ stage }) => !canRenew(stage)).map(({ name }) => name),
    };
  }

  /** @throws Problem 404 where the account has no such group */
  private async toGroup(
    who: Who,
    accountId: string,
    wanted: readonly string[],
    groupId: string | null,
  ): Promise<string[]> {
    const { names, groups, clock } = this.parts;
    const group = groupId === null ? null : await groups.need(accountId, groupId);
    return names.setGroup(accountId, wanted, group, who, clock.now());
  }

  /**
   * A new auth code, that nobody can be shown again.
   *
   * @throws Problem 409 where the registry refuses it, 503 where it does not answer
   */
  async newAuthCode({ who }: Actor, held: HeldName): Promise<string> {
    const { accounts, asking, outbox, keys } = this.parts;
    const id = await asking.ofOne(held, { kind: 'update', request: { newAuthCode: true } }, who);
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
}
