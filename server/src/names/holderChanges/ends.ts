import { movableFrom, nextHolderChange } from '@tienda/core/contacts/holderChange';
import type { UpdateRequest } from '@tienda/core/operations/update';
import { isoDate } from '@tienda/core/time/isoDate';
import type { AccountStore } from '../../people/accounts/store';
import type { Clock } from '../../platform/clock/clock';
import type { Transaction } from '../../platform/db/database';
import type { Outbox } from '../../platform/outbox/outbox';
import type { HolderChecks } from '../holders/service';
import type { HeldName } from '../held/store';
import type { TakenOperation } from '../operations/store';
import { endedMail } from './mails';
import type { HolderChangeStore, KeptHolderChange, WhyNot } from './store';

export interface HolderChangeEndParts {
  readonly changes: HolderChangeStore;
  readonly holders: Pick<HolderChecks, 'confirmed'>;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly outbox: Outbox;
  readonly clock: Clock;
}

/** What becomes of changes of holder: name by name as registries answer, and as a whole. */
export class HolderChangeEnds {
  constructor(private readonly parts: HolderChangeEndParts) {}

  /** A registry has answered, or was given up. @param failure null where the name has changed hands */
  async answered(
    transaction: Transaction,
    { request, name }: Pick<TakenOperation, 'request' | 'name'>,
    failure: WhyNot | null,
  ): Promise<void> {
    const { holderChange } = request as UpdateRequest;
    if (holderChange === undefined) return;
    const change = await this.parts.changes.lock(transaction, holderChange);
    const its = change?.names.find((one) => one.name === name && one.isOpen);
    if (change && its) await this.nameEnded(transaction, change, its.heldId, failure);
  }

  /** One of its names has changed hands, or will not; the last one ends it all. The change is locked. */
  async nameEnded(
    transaction: Transaction,
    change: KeptHolderChange,
    heldId: HeldName['id'],
    failure: WhyNot | null,
  ): Promise<void> {
    const { changes, holders, clock } = this.parts;
    const { id, waived, accountId, to } = change;
    await changes.nameEnded(transaction, id, heldId, failure);
    if (failure === null) {
      const today = isoDate(clock.now());
      await changes.stays(transaction, heldId, waived ? null : movableFrom(today));
      await holders.confirmed(transaction, accountId, to.email);
    }
    const after = await changes.find(id, transaction);
    const state = after && nextHolderChange(after.state, { type: 'done' });
    if (!after || !state || after.names.some(({ isOpen }) => isOpen)) return;
    await changes.move(transaction, id, state);
    await this.tell(transaction, { ...after, state });
  }

  /** Tells both holders, and whoever looks after the names, what came of it: once each. */
  async tell(transaction: Transaction, change: KeptHolderChange): Promise<void> {
    const { accounts, outbox } = this.parts;
    const { id, accountId, from, to } = change;
    const account = await accounts.byId(accountId, transaction);
    const language = account?.language ?? 'en';
    const addresses = [from.email, to.email, ...(account ? [account.email] : [])].map((email) => email.toLowerCase());
    for (const email of new Set(addresses))
      await outbox.put(
        transaction,
        'mail',
        `holder change ${id} ended ${email}`,
        endedMail({ email, language }, change),
      );
  }
}
