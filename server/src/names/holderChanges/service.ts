import { randomUUID } from 'node:crypto';
import { allOf, type Actor } from '@tienda/core/accounts/actor';
import { neededDeclarations, type Declaration, type NeededDeclaration } from '@tienda/core/contacts/declarations';
import {
  agreeBy,
  isAnotherHolder,
  nextHolderChange,
  overAskedBefore,
  type CannotChangeContacts,
  type ChangedContacts,
  type HolderChangeEvent,
  type OpenHolderChange,
  type ShownHolderChange,
} from '@tienda/core/contacts/holderChange';
import { latinForm, needsLatin } from '@tienda/core/contacts/latin';
import { contactRoles, contactsOf, type NameContacts } from '@tienda/core/contacts/roles';
import { toULabel } from '@tienda/core/idna/idna';
import { canRenew } from '@tienda/core/lifecycle/stage';
import { grouped } from '@tienda/core/text/grouped';
import { isoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { AccountStore } from '../../people/accounts/store';
import type { ContactStore, StoredContact } from '../../people/contacts/store';
import type { Clock } from '../../platform/clock/clock';
import type { Database, Transaction } from '../../platform/db/database';
import { notFound, refusals } from '../../platform/http/problem';
import type { Outbox } from '../../platform/outbox/outbox';
import { hashOfToken } from '../../platform/secrets/hashOfToken';
import type { Keyring } from '../../platform/secrets/keyring';
import { expectDeclared } from '../agreements/declared';
import { extensionOfHeld } from '../held/extension';
import type { HeldName, NameStore } from '../held/store';
import type { Asked, Asking } from '../operations/asking';
import type { HolderChangeEnds } from './ends';
import { askingMail } from './mails';
import { mailsFor, sidesOf, sideToken } from './sides';
import { contactsAfter, expectKnown, type WantedContacts } from './wanted';
import type { HolderChangeStore, KeptHolderChange, NameToChange } from './store';

export interface HolderChangeParts {
  readonly database: Database;
  readonly changes: HolderChangeStore;
  readonly ends: HolderChangeEnds;
  readonly names: Pick<NameStore, 'among'>;
  readonly contacts: Pick<ContactStore, 'ofAccount'>;
  readonly accounts: Pick<AccountStore, 'byId'>;
  readonly asking: Asking;
  readonly catalogue: CatalogueReader;
  readonly outbox: Outbox;
  readonly keys: Keyring;
  readonly clock: Clock;
  readonly publicUrl: string;
}

/** A name whose contacts change. */
interface Changing {
  readonly held: HeldName;
  readonly after: NameContacts;
}

/** Who holds names, and who else is what to them. Where somebody else is to hold one, both holders are asked by mail. */
export class HolderChanges {
  constructor(private readonly parts: HolderChangeParts) {}

  /** What would come of asking. @throws Problem 422 as `ask`, but for what would have to be declared */
  async preview(actor: Actor, wanted: readonly string[], to: WantedContacts): Promise<ChangedContacts> {
    const { atOnce, handedOver, cannot } = await this.sorted(actor, wanted, to);
    return { asked: namesIn(atOnce), waiting: namesIn(handedOver), cannot };
  }

  /**
   * Asks the registries for other contacts; where another holder is among them, the holders first.
   *
   * @throws Problem 422 naming what is not the account's or not declared, 409 where the registry refuses the only name
   */
  async ask(actor: Actor, wanted: readonly string[], to: WantedContacts): Promise<ChangedContacts> {
    const { asking } = this.parts;
    const { atOnce, handedOver, cannot } = await this.sorted(actor, wanted, to);
    expectDeclared(
      this.neededOf(handedOver),
      to.declarations ?? [],
      (number) => `Say so of the new holder${number ? ', with the number' : ''}, or leave the name out.`,
    );
    const asked = new Map(
      atOnce.map(({ held, after }): [HeldName, Asked] => [held, { kind: 'update', request: { contacts: after } }]),
    );
    const [only] = asked;
    if (only && wanted.length === 1) await asking.ofOne(only[0], only[1], actor.who);
    else await asking.ofMany(asked, actor.who);
    const waiting: string[] = [];
    for (const some of grouped(handedOver, ({ held: { contactId } }) => contactId).values())
      waiting.push(...(await this.askHolders(actor, some, to.declarations ?? [])));
    // Somebody else asked about them just now.
    const late = namesIn(handedOver).filter((name) => !waiting.includes(name));
    return {
      asked: namesIn(atOnce),
      waiting,
      cannot: [...cannot, ...late.map((name) => ({ name, why: 'asked' }) as const)],
    };
  }

  /** Names by what their contacts' change takes: the registry's yes alone, or both holders' first. */
  private async sorted(
    actor: Actor,
    wanted: readonly string[],
    to: WantedContacts,
  ): Promise<Pick<ChangedContacts, 'cannot'> & Readonly<Record<'atOnce' | 'handedOver', readonly Changing[]>>> {
    const { names, contacts, changes } = this.parts;
    const known = new Map((await contacts.ofAccount(actor.account, true)).map((one) => [one.id, one]));
    expectKnown(known, to);
    const held = await names.among(actor, wanted);
    const open = await changes.among(held.map(({ id }) => id));
    const cannot: ChangedContacts['cannot'][number][] = [];
    const changing: Changing[] = [];
    for (const one of held) {
      const before = one.contacts ?? contactsOf(one.contactId);
      const after = contactsAfter(before, to);
      if (contactRoles.every((role) => before[role] === after[role])) continue;
      const why = this.whyNot(one, after, known, open);
      if (why) cannot.push({ name: one.name, why });
      else changing.push({ held: one, after });
    }
    const isHandedOver = ({ held: { contactId }, after }: Changing) => {
      const [from, next] = [known.get(contactId), known.get(after.registrant)];
      return from !== undefined && next !== undefined && isAnotherHolder(from, next);
    };
    return {
      cannot,
      handedOver: changing.filter(isHandedOver),
      atOnce: changing.filter((one) => !isHandedOver(one)),
    };
  }

  private whyNot(
    { id, name, stage }: HeldName,
    after: NameContacts,
    known: ReadonlyMap<string, StoredContact>,
    open: ReadonlySet<string>,
  ): CannotChangeContacts | undefined {
    if (!canRenew(stage)) return 'over';
    if (open.has(id)) return 'asked';
    const { registry } = extensionOfHeld(name, this.parts.catalogue);
    const all = contactRoles.map((role) => known.get(after[role]));
    return needsLatin(registry) && all.some((one) => one && !latinForm(one)) ? 'latin' : undefined;
  }

  /** What extensions ask of the holders of names. */
  private neededOf(changing: readonly Changing[]): NeededDeclaration[] {
    return neededDeclarations(
      changing.map(({ held: { name } }) => ({
        name,
        unicode: toULabel(name),
        extension: extensionOfHeld(name, this.parts.catalogue),
      })),
    );
  }

  /** Asks the one who holds names, and the one who is to hold them, by mail. @returns the names that they are asked about */
  private async askHolders(
    { account: accountId, who }: Actor,
    changing: readonly Changing[],
    declarations: readonly Declaration[],
  ): Promise<string[]> {
    const { database, changes, accounts, outbox, clock, keys } = this.parts;
    const [first] = changing;
    if (!first) return [];
    const id = randomUUID();
    const names = changing.map(({ held, after }): NameToChange => {
      return { heldId: held.id, name: held.name, contacts: after };
    });
    const tokens = { old: sideToken(keys, id, 'old'), new: sideToken(keys, id, 'new') };
    const account = await accounts.byId(accountId);
    const language = account?.language ?? 'en';
    const asked = await database.transaction(async (transaction) => {
      const kept = await changes.add(
        transaction,
        {
          id,
          accountId,
          fromContactId: first.held.contactId,
          toContactId: first.after.registrant,
          askedBy: who,
          askedOn: isoDate(clock.now()),
          state: { at: 'asked', old: false, new: false },
          declarations,
          oldToken: hashOfToken(tokens.old),
          newToken: hashOfToken(tokens.new),
        },
        names,
      );
      const change = kept.length > 0 ? await changes.find(id, transaction) : undefined;
      if (!change) return [];
      for (const { as, email, token } of mailsFor(change, tokens)) {
        const mail = askingMail({ email, language }, change, as, this.url(token));
        await outbox.put(transaction, 'mail', `holder change ${id} asked ${as.join()}`, mail);
      }
      return kept;
    });
    outbox.soon();
    return asked;
  }

  /** A change as the one is shown it whose link carries that. @throws Problem 404 for what no link carries */
  async look(token: string): Promise<ShownHolderChange> {
    return this.shown(await this.need(token), token);
  }

  /**
   * One of the holders agrees, or does not.
   *
   * @param waives whoever held them lets them be moved away at once
   * @throws Problem 404 for what no link carries, 409 where it is over
   */
  async answer(token: string, agrees: boolean, waives: boolean): Promise<ShownHolderChange> {
    const { id } = await this.need(token);
    const { changes, ends, outbox, database, asking } = this.parts;
    const names = await database.transaction(async (transaction) => {
      const change = await changes.lock(transaction, id);
      if (!change) throw notFound('change of holder');
      const as = sidesOf(change, token);
      const events = as.map((by): HolderChangeEvent => ({ type: agrees ? 'agreed' : 'refused', by }));
      let { state } = change;
      for (const event of events) {
        const after = nextHolderChange(state, event);
        // What was said before may be said again.
        if (!after && state.at !== event.type) throw over(change.state.at);
        state = after ?? state;
      }
      const waived = agrees && as.includes('old') ? { waived: waives } : {};
      await changes.move(transaction, id, state, waived);
      const after = { ...change, ...waived, state };
      if (state.at === 'refused') await ends.tell(transaction, after);
      return state.at === 'agreed' && change.state.at === 'asked' ? this.begin(transaction, after) : [];
    });
    asking.wakeLanesOf(names);
    outbox.soon();
    return this.look(token);
  }

  /** Both have agreed: the registries are asked. @returns the names that are still held */
  private async begin(transaction: Transaction, change: KeptHolderChange): Promise<string[]> {
    const { names, asking, ends } = this.parts;
    const { id, accountId, askedBy, waived } = change;
    const held = new Map(
      (
        await names.among(
          allOf(accountId),
          change.names.map(({ name }) => name),
          transaction,
        )
      ).map((one) => [one.id, one]),
    );
    const asked = new Map<HeldName, Asked>();
    for (const { heldId, contacts } of change.names) {
      const one = held.get(heldId);
      const lock = waived ? {} : { locked: true };
      if (one && canRenew(one.stage))
        asked.set(one, {
          kind: 'update',
          request: { contacts, holderChange: id, ...lock },
        });
      else await ends.nameEnded(transaction, change, heldId, { cause: one ? 'late' : 'gone' });
    }
    return asking.ofMany(asked, askedBy, transaction);
  }

  /** Whoever asked for it does not want it any more. @throws Problem 404 where nothing is asked of the name, 409 where it is too late */
  async withdraw(held: HeldName): Promise<void> {
    const { changes } = this.parts;
    const change = await changes.ofName(held.id);
    if (!change) throw notFound('change of holder');
    if (!(await this.ended(change.id, { type: 'withdrawn' }))) throw over(change.state.at);
  }

  /** The change that is under way of a name. */
  async ofName({ id }: HeldName): Promise<OpenHolderChange | undefined> {
    const change = await this.parts.changes.ofName(id);
    if (!change || (change.state.at !== 'asked' && change.state.at !== 'agreed')) return undefined;
    return { to: named(change.to), agreeBy: agreeBy(change.askedOn), state: change.state };
  }

  /** Ends those that not both have agreed to in time. */
  async lookAround(): Promise<void> {
    const { changes, clock } = this.parts;
    for (const id of await changes.askedBefore(overAskedBefore(isoDate(clock.now()))))
      await this.ended(id, { type: 'expired' });
  }

  /** @returns false where it is over, or both have agreed */
  private async ended(id: string, event: HolderChangeEvent): Promise<boolean> {
    const { changes, ends, database, outbox } = this.parts;
    const isEnded = await database.transaction(async (transaction) => {
      const change = await changes.lock(transaction, id);
      const state = change && nextHolderChange(change.state, event);
      if (!change || !state) return false;
      await changes.move(transaction, id, state);
      await ends.tell(transaction, { ...change, state });
      return true;
    });
    outbox.soon();
    return isEnded;
  }

  private async need(token: string): Promise<KeptHolderChange> {
    const found = await this.parts.changes.byToken(hashOfToken(token));
    if (!found) throw notFound('change of holder');
    return found;
  }

  private shown(change: KeptHolderChange, token: string): ShownHolderChange {
    return {
      names: change.names.map(({ name }) => toULabel(name)),
      from: named(change.from),
      to: named(change.to),
      agreeBy: agreeBy(change.askedOn),
      as: sidesOf(change, token),
      state: change.state,
    };
  }

  private url(token: string): string {
    return `${this.parts.publicUrl}/holder-change?token=${token}`;
  }
}

function namesIn(changing: readonly Changing[]): string[] {
  return changing.map(({ held: { name } }) => name);
}

function named({ name, organisation = '' }: KeptHolderChange['from']) {
  return { name, organisation };
}

const over = refusals<KeptHolderChange['state']['at']>(409, 'holder-change-over', 'It is over', {
  asked: () => 'It is being asked about.',
  agreed: () => 'Both have agreed already: it is being done.',
  done: () => 'It is done already.',
  expired: () => 'The days in which both could agree are over. Nothing has changed.',
  withdrawn: () => 'It is not wanted any more. Nothing has changed.',
  refused: () => 'It was refused. Nothing has changed.',
});
