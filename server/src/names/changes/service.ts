import { mayDo, type Actor, type Deed } from '@tienda/core/accounts/actor';
import { staysUntil } from '@tienda/core/contacts/holderChange';
import {
  changedDelegation,
  delegationAfter,
  isSameDelegation,
  startingDelegation,
  type Delegation,
  type DelegationChange,
} from '@tienda/core/dns/delegation';
import { toULabel } from '@tienda/core/idna/idna';
import { cannotChange, type CannotChange, type ChangedNames, type NameChange } from '@tienda/core/names/nameChange';
import { isoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { AccountStore } from '../../people/accounts/store';
import type { Clock } from '../../platform/clock/clock';
import { notAllowed, refusals } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import type { Keyring } from '../../platform/secrets/keyring';
import type { GroupStore } from '../groups/store';
import type { HeldName, NameStore } from '../held/store';
import { newAuthCode } from '../operations/identity';
import { extensionOfHeld } from '../held/extension';
import type { Asked, Asking } from '../operations/asking';
import { registrySilent } from '../operations/registrySilence';
import { expectDelegation } from './delegationModel';
import { authCodeMail } from './mails';

export interface ChangeParts {
  readonly names: NameStore;
  readonly groups: Pick<GroupStore, 'need'>;
  readonly asking: Asking;
  readonly catalogue: CatalogueReader;
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
   * @throws Problem 409 where it cannot be done, or the registry refuses it
   */
  async change(actor: Actor, held: HeldName, change: NameChange): Promise<void> {
    const { names, asking, clock } = this.parts;
    const { who } = actor;
    expectLeave(actor, change);
    const { autoRenew, groupId, ...atRegistry } = change;
    if (change.delegation)
      expectDelegation(held.name, changedDelegation(held.delegation ?? startingDelegation, change.delegation));
    const why = this.whyNot(held, atRegistry);
    if (why) throw cannotBe(why, toULabel(held.name));
    if (groupId !== undefined) await this.toGroup(actor, [held.name], groupId);
    if (autoRenew !== undefined) await names.setAutoRenew(actor, [held.name], autoRenew, who, clock.now());
    const asked = askedOf(held, atRegistry);
    if (asked) await asking.ofOne(held, asked, who);
  }

  /** Names that are not the account's are passed over, those that are so already left as they are. */
  async changeMany(actor: Actor, wanted: readonly string[], change: NameChange): Promise<ChangedNames> {
    const { names, asking, clock } = this.parts;
    const { who } = actor;
    expectLeave(actor, change);
    const { autoRenew, groupId, ...atRegistry } = change;
    const { delegation } = atRegistry;
    if (delegation) expectDelegation('', { ...delegation, hosts: [], ds: delegation.ds ?? [] });
    const held = await names.among(actor, wanted);
    const open = held.filter((one) => this.whyNot(one, change) === undefined);
    const inGroup = groupId === undefined ? [] : await this.toGroup(actor, wanted, groupId);
    const renewing =
      autoRenew === undefined
        ? []
        : await names.setAutoRenew(
            actor,
            open.map(({ name }) => name),
            autoRenew,
            who,
            clock.now(),
          );
    const toAsk = new Map(
      open.flatMap((one) => {
        const asked = isSo(one, atRegistry) ? undefined : askedOf(one, atRegistry);
        return asked ? [[one, asked] as const] : [];
      }),
    );
    return {
      changed: [...new Set([...inGroup, ...renewing])],
      asked: await asking.ofMany(toAsk, who),
      cannot: held.filter((one) => !open.includes(one)).map(({ name }) => name),
    };
  }

  private whyNot({ name, stage, delegation, movableFrom }: HeldName, change: NameChange): CannotChange | undefined {
    const { privacy } = extensionOfHeld(name, this.parts.catalogue);
    const stays = staysUntil(movableFrom, isoDate(this.parts.clock.now()));
    const facts = {
      ...(delegation === null ? {} : { delegation }),
      ...(stays === undefined ? {} : { movableFrom: stays }),
    };
    return cannotChange({ name, stage, privacyPolicy: privacy.policy, ...facts }, change);
  }

  /** @throws Problem 404 where the account has no such group */
  private async toGroup(actor: Actor, wanted: readonly string[], groupId: string | null): Promise<string[]> {
    const { names, groups, clock } = this.parts;
    const group = groupId === null ? null : await groups.need(actor.account, groupId);
    return names.setGroup(actor, wanted, group, actor.who, clock.now());
  }

  /**
   * A new auth code, that nobody can be shown again.
   *
   * @throws Problem 409 where the registry refuses it, 503 where it does not answer
   */
  async newAuthCode({ who }: Actor, held: HeldName): Promise<string> {
    const { accounts, asking, outbox, keys } = this.parts;
    if (staysUntil(held.movableFrom, isoDate(this.parts.clock.now())) !== undefined)
      throw cannotBe('holderChanged', toULabel(held.name));
    const id = await asking.ofOne(held, { kind: 'update', request: { newAuthCode: true } }, who);
    if (id === undefined) throw registrySilent('newCode', toULabel(held.name));
    const account = await accounts.byId(held.accountId);
    if (account) await outbox.send('mail', `operation ${id} auth code`, authCodeMail(account, toULabel(held.name)));
    return newAuthCode(keys, id, held.name);
  }
}

/** @throws Problem 403 where who acts has no leave for a part of the change */
function expectLeave(actor: Actor, { delegation, groupId, autoRenew, locked, privacy }: NameChange): void {
  const needed: Deed[] = [
    ...(delegation ? (['changeRecords'] as const) : []),
    ...(groupId === undefined ? [] : (['changeGroups'] as const)),
    ...(autoRenew === undefined && locked === undefined && privacy === undefined ? [] : (['changeRenewal'] as const)),
  ];
  if (!needed.every((deed) => mayDo(actor, deed))) throw notAllowed();
}

const cannotBe = refusals<CannotChange>(409, 'cannot-change', 'It cannot be changed', {
  over: (name) => `The term of ${name} is over: renew or restore it first.`,
  hiddenByRegistry: (name) => `The registry of ${name} hides holders itself: there is nothing to switch.`,
  notAllowed: (name) => `The registry of ${name} requires its holder to be shown.`,
  holderChanged: (name) => `The holder of ${name} has changed: it cannot be moved away for 60 days after that.`,
  signed: (name) => `${name} is signed by Tienda: switch DNSSEC off on the page of where it points first.`,
  delegation: (name) => `Nameservers below ${name} itself need their addresses: change them on its own page.`,
  priced: (name) => `Privacy has its price with ${name}: put it in the basket.`,
});

type AtRegistry = Pick<NameChange, 'locked' | 'privacy' | 'delegation'>;

/** What is asked of the registry for a change; undefined where it has no part in it. */
function askedOf(held: HeldName, { locked, privacy, delegation }: AtRegistry): Asked | undefined {
  const isHidden = privacy !== undefined && privacy !== held.privacy;
  if (locked === undefined && !isHidden && !delegation) return undefined;
  return {
    kind: 'update',
    request: {
      ...(locked === undefined ? {} : { locked }),
      ...(isHidden ? { privacy } : {}),
      ...(delegation ? { delegation: delegationOf(held, delegation) } : {}),
    },
  };
}

/** True where a name is so already, as far as is known here. */
function isSo(held: HeldName, { locked, privacy, delegation }: AtRegistry): boolean {
  return (
    (locked === undefined || locked === held.locked) &&
    (privacy === undefined || privacy === held.privacy) &&
    (!delegation || isSameDelegation(delegationOf(held, delegation), held.delegation ?? startingDelegation))
  );
}

function delegationOf({ delegation }: HeldName, change: DelegationChange): Delegation {
  return delegationAfter(delegation ?? startingDelegation, change);
}
