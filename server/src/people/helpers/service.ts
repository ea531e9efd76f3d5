import { randomUUID } from 'node:crypto';
import type { Actor, Reach } from '@tienda/core/accounts/actor';
import {
  invitedUntil,
  nextHelper,
  overInvitedBefore,
  type HelperEvent,
  type Helpers,
  type Leave,
  type ShownHelper,
} from '@tienda/core/accounts/helper';
import { toULabel } from '@tienda/core/idna/idna';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { badField, badFields, notFound, Problem, type FieldError } from '../../platform/http/problem';
import type { Help } from '../../platform/http/sessions';
import { isUuid } from '../../platform/http/uuid';
import type { Mail } from '../../platform/outbox/mail';
import type { Outbox } from '../../platform/outbox/outbox';
import { amountText, textsIn } from '../../platform/texts/texts';
import type { Account, AccountStore } from '../accounts/store';
import { answeredMail, changedMail, invitedMail, toldMail } from './mails';
import type { HelperStore, KeptHelper } from './store';

export interface HelpingParts {
  readonly database: Database;
  readonly store: HelperStore;
  readonly accounts: AccountStore;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly publicUrl: string;
}

/** What is wrong with groups and names that are to be left to somebody: those that the account has not. */
export type ReachCheck = (account: string, reach: Exclude<Reach, 'all'>) => Promise<FieldError[]>;

/** Somebody to be invited. */
export interface Invitation extends Leave {
  readonly email: string;
}

/** People whom an account lets help with its names: invited, accepted, ended by either side at once. */
export class Helping {
  constructor(
    private readonly parts: HelpingParts,
    private readonly reachProblems: ReachCheck,
  ) {}

  async list({ account: id }: Actor): Promise<Helpers> {
    const account = await this.accountOf(id);
    const all = await this.parts.store.of(account);
    const mine = all.filter(({ accountId }) => accountId === id);
    return {
      mine: mine.map((one) => shown(one, one.email)),
      theirs: all.filter((one) => !mine.includes(one)).map((one) => shown(one, one.owner)),
    };
  }

  /** @throws Problem 422 naming what is wrong, 409 where they help already or are invited */
  async invite(actor: Actor, { email: typed, ...leave }: Invitation): Promise<Helpers> {
    const { database, store, clock } = this.parts;
    const account = await this.accountOf(actor.account);
    const email = typed.toLowerCase();
    if (email === account.email)
      throw badField('/email', 'sameAccount', 'That is this account. Give the address of whoever is to help.');
    await this.expectGood(account.id, leave);
    const id = randomUUID();
    const invitedOn = isoDate(clock.now());
    await database.transaction(async (transaction) => {
      const invitation = { id, accountId: account.id, email, leave, invitedOn, state: { at: 'invited' } as const };
      if (!(await store.invite(transaction, invitation)))
        throw new Problem(409, 'helps-already', 'Invited already', `${email} helps already, or is invited.`, [], {
          facts: { email },
        });
      const reader = { email, language: account.language };
      const what = leaveLines(reader.language, leave);
      const mail = invitedMail(reader, account.email, what, invitedUntil(invitedOn), this.url());
      await this.put(transaction, id, 'invited', mail);
    });
    this.parts.outbox.soon();
    return this.list(actor);
  }

  /** Leaves them more or less, from this moment on. @throws Problem 404 where they do not help, 422 naming what is wrong */
  async change(actor: Actor, id: string, leave: Leave): Promise<Helpers> {
    const { database, store, accounts, clock } = this.parts;
    await this.expectGood(actor.account, leave);
    await database.transaction(async (transaction) => {
      const kept = await this.need(transaction, id, ({ accountId }) => accountId === actor.account);
      await store.change(transaction, id, { leave });
      const helper = kept.helperId === null ? undefined : await accounts.byId(kept.helperId, transaction);
      if (!helper) return;
      const mail = changedMail(helper, kept.owner, leaveLines(helper.language, leave));
      await this.put(transaction, id, `changed ${clock.now().toISOString()}`, mail);
    });
    this.parts.outbox.soon();
    return this.list(actor);
  }

  /** Ended by the owner, or by whoever helps: at once. @throws Problem 404 where it is none of theirs */
  async end(actor: Actor, id: string): Promise<Helpers> {
    const { database, accounts } = this.parts;
    const account = await this.accountOf(actor.account);
    await database.transaction(async (transaction) => {
      const isTheirs = ({ accountId, helperId }: KeptHelper) => accountId === account.id || helperId === account.id;
      const kept = await this.need(transaction, id, isTheirs);
      const by = kept.accountId === account.id ? 'owner' : 'helper';
      await this.move(transaction, kept, { type: 'ended', by });
      const other = by === 'owner' ? kept.helperId : kept.accountId;
      const told = other === null ? undefined : await accounts.byId(other, transaction);
      if (!told) return;
      const mail = by === 'owner' ? changedMail(told, kept.owner, undefined) : answeredMail(told, kept.email, 'ended');
      await this.put(transaction, id, 'ended', mail);
    });
    this.parts.outbox.soon();
    return this.list(actor);
  }

  /** @throws Problem 404 where the account is not invited, 409 where that is over */
  async answer(actor: Actor, id: string, accepts: boolean): Promise<Helpers> {
    const { database, store } = this.parts;
    const account = await this.accountOf(actor.account);
    await database.transaction(async (transaction) => {
      const isTheirs = ({ email, accountId }: KeptHelper) => email === account.email && accountId !== account.id;
      const kept = await this.need(transaction, id, isTheirs);
      await this.move(transaction, kept, { type: accepts ? 'accepted' : 'declined' });
      if (accepts) await store.change(transaction, id, { helperId: account.id });
      await this.tellOwner(transaction, kept, accepts ? 'active' : 'declined');
    });
    this.parts.outbox.soon();
    return this.list(actor);
  }

  /** Ends invitations that were not answered in time. */
  async lookAround(): Promise<void> {
    const { store, clock, database, outbox } = this.parts;
    for (const id of await store.invitedBefore(overInvitedBefore(isoDate(clock.now()))))
      await database.transaction(async (transaction) => {
        const kept = await store.lock(transaction, id);
        const state = kept && nextHelper(kept.state, { type: 'expired' });
        if (!kept || !state) return;
        await store.change(transaction, id, { state });
        await this.tellOwner(transaction, kept, 'expired');
      });
    outbox.soon();
  }

  /** A helper has changed something: the owner is told once a day for a name, where they want to be. */
  async did({ id, account: accountId, email, leave }: Help, name: string | undefined): Promise<void> {
    if (!leave.tells) return;
    const { accounts, outbox, clock, publicUrl } = this.parts;
    const account = await accounts.byId(accountId);
    if (!account) return;
    const what = name === undefined ? textsIn(account.language).helping.yourAccount : toULabel(name);
    const mail = toldMail(account, email, what, `${publicUrl}/names${name === undefined ? '' : `/${name}`}`);
    await outbox.send('mail', `helper ${id} did ${name ?? ''} ${isoDate(clock.now())}`, mail);
  }

  async forget(accountId: string): Promise<void> {
    await this.parts.store.forget(accountId);
  }

  /** @throws Problem 422 naming what is wrong */
  private async expectGood(accountId: string, { scopes, reach, monthly }: Leave): Promise<void> {
    const problems = reach === 'all' ? [] : await this.reachProblems(accountId, reach);
    if (reach !== 'all' && reach.groups.length + reach.names.length === 0)
      problems.push({
        pointer: '/reach',
        code: 'nothing',
        detail: 'Choose at least one group or name, or all of them.',
      });
    if (scopes.length === 0)
      problems.push({ pointer: '/scopes', code: 'nothing', detail: 'Choose at least one thing that they may do.' });
    if (scopes.includes('buy') && !monthly)
      problems.push({
        pointer: '/monthly',
        code: 'limitNeeded',
        detail: 'Say for how much they may buy in a month.',
      });
    if (problems.length > 0) throw badFields(problems);
  }

  private async move(transaction: Transaction, { id, state }: KeptHelper, event: HelperEvent): Promise<void> {
    const after = nextHelper(state, event);
    if (!after) throw new Problem(409, 'over', 'It is over', 'This invitation is over, or was answered before.');
    await this.parts.store.change(transaction, id, { state: after });
  }

  private async tellOwner(
    transaction: Transaction,
    { id, accountId, email }: KeptHelper,
    how: 'active' | 'declined' | 'expired',
  ): Promise<void> {
    const account = await this.parts.accounts.byId(accountId, transaction);
    if (account) await this.put(transaction, id, how, answeredMail(account, email, how));
  }

  /** @throws Problem 404 where there is none that is theirs */
  private async need(
    transaction: Transaction,
    id: string,
    isTheirs: (kept: KeptHelper) => boolean,
  ): Promise<KeptHelper> {
    const kept = isUuid(id) ? await this.parts.store.lock(transaction, id) : undefined;
    if (!kept || !isTheirs(kept)) throw notFound('helper');
    return kept;
  }

  private put(transaction: Transaction, id: string, what: string, mail: Mail): Promise<void> {
    return this.parts.outbox.put(transaction, 'mail', `helper ${id} ${what}`, mail);
  }

  private async accountOf(id: string): Promise<Account> {
    const account = await this.parts.accounts.byId(id);
    if (!account) throw notFound('account');
    return account;
  }

  private url(): string {
    return `${this.parts.publicUrl}/account/helpers`;
  }
}

/** What somebody may do, a line for each. */
function leaveLines(language: Account['language'], { scopes, reach, monthly }: Leave): string[] {
  const words = textsIn(language).helping;
  const of = reach === 'all' ? words.reachAll : words.reach(reach.groups.length, reach.names.length);
  const limit = monthly ? ` ${words.monthly(amountText(monthly.amount, monthly.currency))}` : '';
  return scopes.map((scope) => `${words.scopes[scope]}, ${of}${scope === 'buy' ? limit : ''}`);
}

function shown({ id, leave, invitedOn, state }: KeptHelper, other: string): ShownHelper {
  return { ...leave, id, with: other, until: invitedUntil(invitedOn), state };
}
