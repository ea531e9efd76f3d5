import type { Actor } from '@tienda/core/accounts/actor';
import {
  confirmBy,
  isSuspended,
  outOfTimeBefore,
  type HolderCheck,
  type ShownHolderCheck,
} from '@tienda/core/contacts/holderCheck';
import { isoDate } from '@tienda/core/time/isoDate';
import type { AccountStore, Addressee } from '../../people/accounts/store';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { Clock } from '../../platform/clock/clock';
import type { Database, StatementPart, Transaction } from '../../platform/db/database';
import { keeperOf } from '../../gateways/registry/keeper';
import { RegistrySilent, type Registries } from '../../gateways/registry/registryGateway';
import { notFound } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import type { NameStore } from '../held/store';
import { hashOfToken } from '../../platform/secrets/hashOfToken';
import type { Keyring } from '../../platform/secrets/keyring';
import type { Reader } from '../../platform/texts/texts';
import { confirmMail, releasedMail, reminderMail, suspendedMail } from './mails';
import type { HolderCheckStore, KeptHolderCheck } from './store';

export interface HolderCheckParts {
  readonly database: Database;
  readonly store: HolderCheckStore;
  readonly names: NameStore;
  readonly accounts: AccountStore;
  readonly catalogue: CatalogueReader;
  readonly registries: Registries;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
  readonly keys: Keyring;
}

/** Asks holders to confirm their addresses, reminds them, and suspends the names of those who do not. */
export class HolderChecks {
  constructor(private readonly parts: HolderCheckParts) {}

  /**
   * A name was registered for a holder: an address that was not asked for before is asked for now, as parts of a larger
   * statement, where `from` has a row.
   */
  asked(
    { id: accountId, language }: Addressee,
    typedEmail: string,
    unicode: string,
    from: StatementPart,
  ): StatementPart[] {
    const { store, clock } = this.parts;
    const email = typedEmail.toLowerCase();
    const now = clock.now();
    const askedOn = isoDate(now);
    const token = holderToken(this.parts.keys, { accountId, email, askedOn });
    const mail = confirmMail({ email, language }, this.url(token), confirmBy({ askedOn }), [unicode]);
    const key = `holder ${accountId} ${email} asked`;
    return store.asked({ accountId, email, askedOn, tokenHash: hashOfToken(token) }, { key, mail }, now, from);
  }

  /** The address of a holder was reached by another mail, and answered: it need not be asked for. */
  async confirmed(transaction: Transaction, accountId: string, typedEmail: string): Promise<void> {
    const { store, clock, keys } = this.parts;
    const email = typedEmail.toLowerCase();
    const askedOn = isoDate(clock.now());
    const tokenHash = hashOfToken(holderToken(keys, { accountId, email, askedOn }));
    await store.confirmed(transaction, { accountId, email, askedOn, tokenHash }, clock.now());
  }

  /** A name comes from another account here: an address that was confirmed there is here too, another is asked for. */
  async comesAlong(
    transaction: Transaction,
    from: string,
    to: Addressee,
    typedEmail: string,
    unicode: string,
  ): Promise<void> {
    const { store } = this.parts;
    const email = typedEmail.toLowerCase();
    const kept = (await store.ofAccount(from, transaction)).find((one) => one.email === email);
    if (kept?.confirmedAt) await this.confirmed(transaction, to.id, email);
    else await store.ask(transaction, (one) => this.asked(to, email, unicode, one));
  }

  async list({ account: accountId }: Actor): Promise<ShownHolderCheck[]> {
    const today = isoDate(this.parts.clock.now());
    return (await this.parts.store.ofAccount(accountId)).map((kept) => ({
      email: kept.email,
      confirmBy: confirmBy(kept),
      confirmed: kept.confirmedAt !== null,
      suspended: isSuspended(checkOf(kept), today),
    }));
  }

  /** Sends the mail again. @throws Problem 404 where the account has no such holder, or the address is confirmed */
  async askAgain({ account: accountId }: Actor, typedEmail: string): Promise<void> {
    const { store, outbox, clock } = this.parts;
    const email = typedEmail.toLowerCase();
    const kept = (await store.ofAccount(accountId)).find((known) => known.email === email && !known.confirmedAt);
    if (!kept) throw notFound('address to confirm');
    const mail = reminderMail(await this.reader(kept), this.urlOf(kept), confirmBy(kept));
    const key = `holder ${accountId} ${email} again ${Math.floor(clock.now().getTime() / 60_000)}`;
    await outbox.send('mail', key, mail);
  }

  /** The holder confirms; what was suspended for want of it is released. @throws Problem 404 for a token never sent */
  async confirm(token: string): Promise<{ email: string }> {
    const confirmed = await this.parts.store.confirm(hashOfToken(token), this.parts.clock.now());
    if (!confirmed) throw notFound('address to confirm');
    await this.place();
    return { email: confirmed.email };
  }

  /** Sends the reminders that are due, then suspends and releases. */
  async lookAround(): Promise<void> {
    const { store, database, outbox, clock } = this.parts;
    const today = isoDate(clock.now());
    for (const kept of await store.toRemind(today)) {
      await database.transaction(async (transaction) => {
        if (!(await store.reminded(transaction, kept))) return;
        const mail = reminderMail(await this.reader(kept, transaction), this.urlOf(kept), confirmBy(kept));
        await outbox.put(
          transaction,
          'mail',
          `holder ${kept.accountId} ${kept.email} reminder ${kept.reminded + 1}`,
          mail,
        );
      });
    }
    await this.place();
    outbox.soon();
  }

  /** Puts names out of service and back in until all are where they have to be. Each step can be repeated. */
  private async place(): Promise<void> {
    const { store, names, database, outbox, clock, catalogue, registries } = this.parts;
    const now = clock.now();
    for (const misplaced of await store.misplaced(outOfTimeBefore(isoDate(now)))) {
      const { heldId, name, accountId, suspend } = misplaced;
      const { registry, unicode } = keeperOf(name, catalogue.current(), registries);
      try {
        await registry.setHold(name, suspend);
      } catch (fault) {
        if (fault instanceof RegistrySilent) continue;
        throw fault;
      }
      const reader = await this.reader(misplaced);
      const mail = suspend ? suspendedMail(reader, this.urlOf(misplaced), unicode) : releasedMail(reader, unicode);
      const key = `holder ${accountId} ${name} ${suspend ? 'suspended' : 'released'} ${now.toISOString()}`;
      await database.transaction(async (transaction) => {
        await names.setSuspended(transaction, heldId, suspend, now);
        await outbox.put(transaction, 'mail', key, mail);
      });
    }
    outbox.soon();
  }

  /** Holders are written to in the language of the account that named them. */
  private async reader(
    { accountId, email }: Pick<KeptHolderCheck, 'accountId' | 'email'>,
    transaction?: Transaction,
  ): Promise<Reader> {
    return { email, language: (await this.parts.accounts.byId(accountId, transaction))?.language ?? 'en' };
  }

  /** What the mail's link carries: not stored, since it can be made again. */
  /** With the token that was sent first, though another key may be in use by now. */
  private urlOf(kept: Pick<KeptHolderCheck, 'accountId' | 'email' | 'askedOn' | 'tokenHash'>): string {
    const tokens = this.parts.keys.signatures(tokenText(kept)).map((one) => one.toString('base64url'));
    const sent = tokens.find((token) => hashOfToken(token) === kept.tokenHash);
    if (sent === undefined) throw new Error('The key of this link is not known any more');
    return this.url(sent);
  }

  private url(token: string): string {
    return `${this.parts.publicUrl}/confirm?token=${token}`;
  }
}

function checkOf({ askedOn, reminded, confirmedAt }: KeptHolderCheck): HolderCheck {
  return { askedOn, reminded, confirmed: confirmedAt !== null };
}

/** What the link of a mail carries that asks for an address to be confirmed. */
export function holderToken(keys: Keyring, asked: Parameters<typeof tokenText>[0]): string {
  return keys.sign(tokenText(asked)).toString('base64url');
}

function tokenText({ accountId, email, askedOn }: Pick<KeptHolderCheck, 'accountId' | 'email' | 'askedOn'>): string {
  return `holder ${accountId} ${email} ${askedOn}`;
}
