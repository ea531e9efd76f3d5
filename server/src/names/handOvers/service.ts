import { randomUUID } from 'node:crypto';
import { allOf, owner, type Actor } from '@tienda/core/accounts/actor';
import { contactsOf } from '@tienda/core/contacts/roles';
import { toULabel } from '@tienda/core/idna/idna';
import { canRenew } from '@tienda/core/lifecycle/stage';
import {
  answerBy,
  nextHandOver,
  overOfferedBefore,
  type CannotHandOver,
  type HandOvers,
  type ShownHandOver,
} from '@tienda/core/transfers/handOver';
import { addDays, isoDate } from '@tienda/core/time/isoDate';
import type { Account, AccountStore } from '../../people/accounts/store';
import type { ContactStore } from '../../people/contacts/store';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { badField, badFields, notFound, Problem, refusals } from '../../platform/http/problem';
import { isUuid } from '../../platform/http/uuid';
import type { Mail } from '../../platform/outbox/mail';
import type { Outbox } from '../../platform/outbox/outbox';
import type { HolderChecks } from '../holders/service';
import type { HeldName, NameStore } from '../held/store';
import type { MailForwards } from '../mailForwards/service';
import type { Asked, Asking } from '../operations/asking';
import { endedMail, offeredMail, takenMail, withdrawnMail } from './mails';
import type { HandOverStore, KeptHandOver } from './store';

export interface HandingOverParts {
  readonly database: Database;
  readonly store: HandOverStore;
  readonly names: NameStore;
  readonly accounts: AccountStore;
  readonly contacts: ContactStore;
  readonly holders: HolderChecks;
  readonly mailForwards: MailForwards;
  readonly asking: Asking;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
}

/** For so many days those that have ended are told. */
const toldDays = 90;

/**
 * Names that go from one account here to another: no transfer, no fee. Whoever offers them proves who they are, whoever is
 * offered them takes them; terms, dates, where they point and who is what to them stay as they are.
 */
export class HandingOver {
  constructor(private readonly parts: HandingOverParts) {}

  async list({ account: id }: Actor): Promise<HandOvers> {
    const { store, clock } = this.parts;
    const account = await this.accountOf(id);
    const all = await store.of(account, addDays(isoDate(clock.now()), -toldDays));
    const given = all.filter(({ accountId }) => accountId === id);
    return {
      given: given.map((one) => shown(one, one.email)),
      offered: all.filter((one) => !given.includes(one)).map((one) => shown(one, one.from)),
    };
  }

  /**
   * Offers names to whoever has an account under a mail address, or opens one. It is not said whether there is one.
   *
   * @throws Problem 422 naming what is not the account's, or cannot be handed over just now
   */
  async offer({ account: accountId, who }: Actor, wanted: readonly string[], typedEmail: string): Promise<HandOvers> {
    const { database, store, names, outbox, clock } = this.parts;
    const account = await this.accountOf(accountId);
    const email = typedEmail.toLowerCase();
    if (email === account.email)
      throw badField('/email', 'sameAccount', 'That is this account. Give the address of the other one.');
    const held = await names.among(allOf(accountId), wanted);
    await this.expectFree(account, wanted, held);
    const id = randomUUID();
    const offeredOn = isoDate(clock.now());
    await database.transaction(async (transaction) => {
      const offer = { id, accountId, email, offeredBy: who, offeredOn, state: { at: 'offered' } as const };
      const added = await store.add(transaction, offer, held);
      const late = held.find(({ name }) => !added.includes(name));
      if (late) throw cannot([[wanted.indexOf(late.name), late.name, 'offered']]);
      const told = { email, from: account.email, names: added.map(toULabel) };
      const mail = offeredMail({ email, language: account.language }, told, answerBy(offeredOn), this.url());
      await outbox.put(transaction, 'mail', `hand-over ${id} offered`, mail);
    });
    outbox.soon();
    return this.list(owner(accountId));
  }

  /** @throws Problem 404 where the account offers no such names, 409 where it is over */
  async withdraw(actor: Actor, id: string): Promise<HandOvers> {
    const account = await this.accountOf(actor.account);
    await this.end(id, 'withdrawn', (offer) => offer.accountId === account.id);
    return this.list(actor);
  }

  /** @throws Problem 404 where the account is offered no such names, 409 where it is over */
  async decline(actor: Actor, id: string): Promise<HandOvers> {
    const account = await this.accountOf(actor.account);
    await this.end(id, 'declined', (offer) => isFor(offer, account));
    return this.list(actor);
  }

  /**
   * The names are the account's from now on.
   *
   * @throws Problem 404 where it is offered no such names, 409 where it is over, or one of them is being changed
   */
  async take(actor: Actor, id: string): Promise<HandOvers> {
    const { database, outbox, asking } = this.parts;
    const to = await this.accountOf(actor.account);
    const names = await database.transaction((transaction) => this.taken(transaction, actor, to, id));
    asking.wakeLanesOf(names);
    outbox.soon();
    return this.list(actor);
  }

  /** The account is closed. */
  async forget(accountId: string): Promise<void> {
    await this.parts.store.forget(accountId);
  }

  /** Ends those that were not answered in time. */
  async lookAround(): Promise<void> {
    const { store, clock } = this.parts;
    for (const id of await store.offeredBefore(overOfferedBefore(isoDate(clock.now()))))
      await this.end(id, 'expired', () => true).catch((fault: unknown) => {
        // It was answered at this moment.
        if (!(fault instanceof Problem)) throw fault;
      });
  }

  private async taken(transaction: Transaction, { who }: Actor, to: Account, id: string): Promise<string[]> {
    const { store, contacts, holders, mailForwards, asking, clock } = this.parts;
    const offer = await this.need(transaction, id, (one) => isFor(one, to));
    const all = await store.heldOf(transaction, offer);
    const held = all.filter(({ stage }) => canRenew(stage));
    const from = { id: offer.accountId, email: offer.from };
    const kept = await store.kept(from.id, held, transaction);
    const busy = held.filter(({ name }) => kept.has(name) && kept.get(name) !== 'offered').map(({ name }) => name);
    if (busy.length > 0) {
      const name = busy.map(toULabel).join(', ');
      const detail = `${name}: something about it is still under way. Try again in a while.`;
      throw new Problem(409, 'under-way', 'It is being changed', detail, [], { facts: { name } });
    }
    if (held.length === 0)
      throw new Problem(409, 'gone', 'It is gone', 'None of these names is held any more by whoever offered it.');
    const now = clock.now();
    const ids = held.flatMap((one) => Object.values(one.contacts ?? contactsOf(one.contactId)));
    const copies = await contacts.copied(transaction, from.id, to.id, [...new Set(ids)], now);
    const taken = await store.taken(transaction, held, { from, to }, copies, who, now);
    for (const { email, unicode } of await this.holdersOf(transaction, to.id, taken))
      await holders.comesAlong(transaction, from.id, to, email, unicode);
    const names = taken.map(({ name }) => name);
    await mailForwards.comeAlong(transaction, from, to.id, names);
    // Registries know holders by what their contacts are called here.
    const asked = new Map(
      taken.map((one): [HeldName, Asked] => [
        one,
        { kind: 'update', request: { contacts: one.contacts ?? contactsOf(one.contactId) } },
      ]),
    );
    await asking.ofMany(asked, who, transaction);
    await store.end(transaction, id, { at: 'taken' });
    const told = { ...offer, names: names.map(toULabel) };
    await this.put(transaction, id, 'taken', takenMail(to, told, `${this.parts.publicUrl}/names`));
    const giver = await this.parts.accounts.byId(from.id, transaction);
    if (giver) await this.put(transaction, id, 'given', endedMail(giver, told, 'taken'));
    return names;
  }

  /** The holders' addresses of names, each once, with one of the names. */
  private async holdersOf(transaction: Transaction, accountId: string, names: readonly HeldName[]) {
    const found = new Map<string, { readonly email: string; readonly unicode: string }>();
    const nameOf = new Map(names.map(({ contactId, name }) => [contactId, name]));
    for (const [contactId, name] of nameOf) {
      const holder = await this.parts.contacts.find(accountId, contactId, transaction);
      if (holder) found.set(holder.email.toLowerCase(), { email: holder.email, unicode: toULabel(name) });
    }
    return found.values();
  }

  /** @throws Problem 404 where it is not of whoever ends it, 409 where it is over */
  private async end(
    id: string,
    how: 'declined' | 'withdrawn' | 'expired',
    isTheirs: (offer: KeptHandOver) => boolean,
  ): Promise<void> {
    const { database, store, accounts, outbox } = this.parts;
    await database.transaction(async (transaction) => {
      const offer = await this.need(transaction, id, isTheirs);
      await store.end(transaction, id, { at: how });
      const told = { ...offer, names: offer.names.map(({ name }) => toULabel(name)) };
      const giver = await accounts.byId(offer.accountId, transaction);
      if (!giver) return;
      const { language } = giver;
      const mail =
        how === 'withdrawn' ? withdrawnMail({ email: offer.email, language }, told) : endedMail(giver, told, how);
      await this.put(transaction, id, how, mail);
    });
    outbox.soon();
  }

  /** @throws Problem 404 where there is none that is theirs, 409 where it is over */
  private async need(
    transaction: Transaction,
    id: string,
    isTheirs: (offer: KeptHandOver) => boolean,
  ): Promise<KeptHandOver> {
    const offer = isUuid(id) ? await this.parts.store.lock(transaction, id) : undefined;
    if (!offer || !isTheirs(offer)) throw notFound('offer');
    if (!nextHandOver(offer.state, 'taken')) throw over(offer.state.at);
    return offer;
  }

  /** @throws Problem 422 naming each name that is not the account's, or cannot be handed over just now */
  private async expectFree({ id }: Account, wanted: readonly string[], held: readonly HeldName[]): Promise<void> {
    const byName = new Map(held.map((one) => [one.name, one]));
    const missing = wanted.findIndex((name) => !byName.has(name));
    if (missing >= 0) throw notHeld(missing, wanted[missing] ?? '');
    const kept = await this.parts.store.kept(id, held);
    const reasons = wanted.flatMap((name, place) => {
      const stage = byName.get(name)?.stage ?? 'gone';
      const why = canRenew(stage) ? kept.get(name) : 'over';
      return why ? [[place, name, why] as const] : [];
    });
    if (reasons.length > 0) throw cannot(reasons);
  }

  private put(transaction: Transaction, id: string, what: string, mail: Mail): Promise<void> {
    return this.parts.outbox.put(transaction, 'mail', `hand-over ${id} ${what}`, mail);
  }

  private async accountOf(id: string): Promise<Account> {
    const account = await this.parts.accounts.byId(id);
    if (!account) throw notFound('account');
    return account;
  }

  private url(): string {
    return `${this.parts.publicUrl}/names/hand-overs`;
  }
}

const isFor = ({ email, accountId }: KeptHandOver, account: Account) =>
  email === account.email && accountId !== account.id;

function shown({ id, names, offeredOn, state }: KeptHandOver, other: string): ShownHandOver {
  return {
    id,
    with: other,
    names: names.map(({ name, expiresOn }) => ({ name, unicode: toULabel(name), expiresOn })),
    answerBy: answerBy(offeredOn),
    state,
  };
}

const whyNot: Readonly<Record<CannotHandOver, string>> = {
  over: 'its term is over. Renew or restore it first.',
  offered: 'it is offered to somebody already. Withdraw that first.',
  holderAsked: 'its holders are asked whether it may change hands. Wait for that, or withdraw it.',
  asked: 'another registrar asks for it. Answer that first.',
  changing: 'its registry has not answered what was asked of it. Try again in a while.',
};

function cannot(reasons: readonly (readonly [place: number, name: string, why: CannotHandOver])[]): Problem {
  return badFields(
    reasons.map(([place, name, why]) => ({
      pointer: `/names/${place}`,
      code: why,
      detail: `${toULabel(name)}: ${whyNot[why]}`,
      facts: { name: toULabel(name) },
    })),
  );
}

function notHeld(place: number, name: string): Problem {
  return badField(`/names/${place}`, 'notHeld', `${name} is not among yours.`, { name: toULabel(name) });
}

const over = refusals<KeptHandOver['state']['at']>(409, 'over', 'It is over', {
  offered: () => 'It is offered.',
  taken: () => 'The names have been taken.',
  declined: () => 'It was declined. The names are where they were.',
  withdrawn: () => 'It was withdrawn. The names are where they were.',
  expired: () => 'The days in which it could be answered are over. The names are where they were.',
});
