import { randomUUID } from 'node:crypto';
import type { Catalogue, WholeExtension } from '@tienda/core/catalogue/extension';
import type { Contact } from '@tienda/core/contacts/contact';
import { eppContact } from '@tienda/core/contacts/eppContact';
import { needsLatin } from '@tienda/core/contacts/latin';
import { isSuspended } from '@tienda/core/contacts/holderCheck';
import { contactRoles } from '@tienda/core/contacts/roles';
import type { EppContact } from '@tienda/core/epp/objects';
import { chargeToTell, nextCareOn, type RenewalCare } from '@tienda/core/lifecycle/renewalCare';
import { nextStageOn, stageOf, type HeldStage } from '@tienda/core/lifecycle/stage';
import { convert } from '@tienda/core/money/money';
import { taxRate } from '@tienda/core/pricing/tax';
import { addDays, daysBetween, isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import { rateOf } from '../../find/catalogue/rates';
import { authCode, contactHandle, contactHandles } from '../../names/operations/identity';
import { holderToken } from '../../names/holders/service';
import type { Account } from '../../people/accounts/store';
import type { Transaction } from '../../platform/db/database';
import { Problem } from '../../platform/http/problem';
import type { Clock } from '../../platform/clock/clock';
import { hashOfToken } from '../../platform/secrets/hashOfToken';
import type { Keyring } from '../../platform/secrets/keyring';
import { bookOrders, contactsOf, studioCurrency, type BookedOrder } from './bookkeeping';
import type { HeldRow, KeptContact, StudioStore } from './store';
import { studioClients, studioExtensions, studioStory, type StudioName } from './story';

/** A name at its registry. */
interface RegistryName {
  readonly name: string;
  readonly registry: string;
  readonly registrant: string;
  readonly contacts: readonly { readonly type: 'admin' | 'tech' | 'billing'; readonly id: string }[];
  readonly authCode: string;
  readonly statuses: readonly string[];
  /** Its registrar's own where null. */
  readonly nameservers: readonly string[] | null;
  /** ISO 8601 instants. */
  readonly createdAt: string;
  readonly expiresAt: string;
}

/** What registries know of the studio. */
export interface RegistryShare {
  readonly domains: readonly RegistryName[];
  readonly contacts: readonly { readonly registry: string; readonly contact: EppContact }[];
}

export interface StudioParts {
  readonly store: StudioStore;
  readonly catalogue: () => Catalogue<WholeExtension>;
  readonly keys: Keyring;
  readonly clock: Clock;
  /** Puts it in at the registries; harmless when repeated. */
  readonly atRegistries: (share: RegistryShare) => Promise<void>;
}

/** The studio itself, to whom everything is billed. */
const studioContact: Contact = {
  kind: 'company',
  name: 'Ilse Tamboura',
  organisation: 'Quay & Quill',
  street: '1 Quill Steps',
  city: 'Ullvik',
  region: '',
  postalCode: 'V94 T1P0',
  country: 'IE',
  phone: '+353209150140',
  email: 'ilse@quayquill.example',
};

/** The studio of the demo with all that it has looked after for years: what registries, orders and log say agrees. */
export class Studio {
  constructor(private readonly parts: StudioParts) {}

  /**
   * @returns false where the account holds names already: then nothing is done
   * @throws Problem 409 where another account holds the studio's names
   */
  load(account: Account): Promise<boolean> {
    return this.parts.store.alone((transaction) => this.fill(transaction, account));
  }

  private async fill(transaction: Transaction, account: Account): Promise<boolean> {
    const { store, catalogue, clock, keys, atRegistries } = this.parts;
    if (await store.hasNames(transaction, account.id)) return false;
    const now = clock.now();
    const today = isoDate(now);
    const names = studioStory(studioExtensions(catalogue().values()), today);
    const held = await store.areHeld(
      transaction,
      names.map(({ name }) => name),
    );
    if (held)
      throw new Problem(409, 'studio-held', 'The studio is another’s', 'Another account holds the studio’s names.');
    const booked = bookOrders(names, studioContact);
    const studio: KeptContact = { id: randomUUID(), contact: studioContact };
    const clients = studioClients.map(({ holder }): KeptContact => ({ id: randomUUID(), contact: holder }));
    const groups = studioClients.map(({ title, note }, place) => ({
      id: randomUUID(),
      title,
      note,
      contacts: contactsOf(clients[place]?.id ?? studio.id, studio.id),
    }));
    const checks = [studio, ...clients].map(({ contact }, place) => {
      const { unconfirmedFor } = studioClients[place - 1] ?? {};
      const { email } = contact;
      const askedOn = addDays(today, -(unconfirmedFor ?? 400));
      const confirmed = unconfirmedFor === undefined;
      return {
        accountId: account.id,
        email,
        askedOn,
        tokenHash: hashOfToken(holderToken(keys, { accountId: account.id, email, askedOn })),
        // All that was due until today was sent.
        reminded: [5, 10, 13].filter((days) => days <= (unconfirmedFor ?? 0)).length,
        confirmedAt: confirmed ? new Date(`${askedOn}T12:00:00Z`) : null,
        suspends: isSuspended({ askedOn, reminded: 0, confirmed }, today),
      };
    });
    const rows = names.map((name): HeldRow => {
      const client = clients[name.client];
      const group = groups[name.client];
      if (!client || !group) throw new Error(`${name.name} is of no client`);
      const suspended = checks.find(({ email }) => email === client.contact.email)?.suspends === true;
      return heldRow(name, booked, { client, studio, groupId: group.id, suspended }, today);
    });
    await atRegistries(shareOf(rows, names, new Map([studio, ...clients].map((one) => [one.id, one.contact])), keys));
    const since = new Date(`${booked[0]?.on ?? today}T08:00:00Z`);
    const contactOf = new Map(rows.map(({ name, contacts }) => [name, contacts]));
    await store.since(transaction, account.id, since);
    await store.addContacts(transaction, account.id, [studio, ...clients], since);
    await store.addGroups(transaction, account.id, groups);
    await store.addHolderChecks(
      transaction,
      checks.map(({ suspends: _suspends, ...check }) => check),
    );
    await store.addOrders(transaction, account, studio.id, booked, ({ name, payment: { kind, years }, line }) => {
      const contacts = contactOf.get(name);
      return kind === 'register' && contacts ? { years, privacy: line.privacy, contacts } : { years };
    });
    await store.addInvoices(transaction, account, studioContact, booked);
    await store.addNames(transaction, account.id, rows);
    return true;
  }
}

interface HeldBy {
  readonly client: KeptContact;
  readonly studio: KeptContact;
  readonly groupId: string;
  readonly suspended: boolean;
}

/** A name as it is held today, by what was paid for it. */
function heldRow(
  of: StudioName,
  booked: readonly BookedOrder[],
  { client, studio, groupId, suspended }: HeldBy,
  today: IsoDate,
): HeldRow {
  const { name, extension, registeredOn, expiresOn, privacy, autoRenew, locked, nameservers } = of;
  const { lifecycle } = extension;
  const orders = booked.filter(({ operations }) => operations.some((done) => done.name === name));
  const [first] = orders;
  if (!first) throw new Error(`${name} was never paid for`);
  const stage = stageOf(expiresOn, lifecycle, today);
  if (stage === 'free') throw new Error(`${name} is nobody’s any more`);
  const care = careOf(of, today);
  const careOn = nextCareOn({ expiresOn, autoRenew, care }, lifecycle, today);
  return {
    id: randomUUID(),
    name,
    orderId: first.id,
    contactId: client.id,
    contacts: contactsOf(client.id, studio.id),
    groupId,
    registeredOn,
    expiresOn,
    privacy,
    autoRenew,
    currency: studioCurrency,
    locked,
    delegation: nameservers === null ? null : { nameservers, hosts: [], ds: [] },
    suspended,
    stage,
    nextStageOn: nextStageOn(expiresOn, lifecycle, today),
    care,
    careOn: careOn ?? null,
    log: [
      ...orders.flatMap(({ on, isByClock, operations }) =>
        operations
          .filter((done) => done.name === name)
          .map(({ payment: { kind, years, until } }) => ({
            at: new Date(`${on}T10:00:00Z`),
            isByClock,
            what: { type: kind === 'register' ? 'registered' : 'renewed', years, expiresOn: until } as const,
          })),
      ),
      ...stagesSince(expiresOn, extension, stage),
    ],
  };
}

/** Everything about its renewal until today was seen to: what renews by itself soon was told. */
function careOf({ extension, expiresOn, autoRenew, privacy, failedOn }: StudioName, today: IsoDate): RenewalCare {
  if (!autoRenew || daysBetween(today, expiresOn) > 60) return { seenTo: today };
  const inCurrency = (cents: number) => convert(cents, studioCurrency, rateOf(studioCurrency));
  const { prices, yearlyFee, privacy: hidden } = extension;
  const paysPrivacy = privacy && hidden.policy === 'priced';
  const net = inCurrency(prices.renew) + inCurrency(yearlyFee) + (paysPrivacy ? inCurrency(hidden.price) : 0);
  const { country } = studioContact;
  const taxed = taxRate({ country, kind: 'business', isNew: false }, () => false);
  const told = {
    on: addDays(expiresOn, -60),
    amount: chargeToTell(net, taxed.rate),
    currency: studioCurrency,
  } as const;
  return { seenTo: today, told, ...(failedOn === undefined ? {} : { failed: { on: failedOn } }) };
}

function stagesSince(expiresOn: IsoDate, { lifecycle }: WholeExtension, stage: HeldStage): HeldRow['log'] {
  const at = (day: IsoDate) => new Date(`${day}T00:00:00Z`);
  const inGrace = { at: at(expiresOn), isByClock: true, what: { type: 'grace' } } as const;
  if (stage === 'active') return [];
  if (stage === 'grace') return [inGrace];
  const from = addDays(expiresOn, lifecycle.autoRenewGraceDays);
  return [inGrace, { at: at(from), isByClock: true, what: { type: 'redemption' } }];
}

/** What registries know of it: each name with its contacts, which are there once for each registry. */
function shareOf(
  rows: readonly HeldRow[],
  names: readonly StudioName[],
  contacts: ReadonlyMap<string, Contact>,
  keys: Keyring,
): RegistryShare {
  const registries = new Map(names.map(({ name, extension }) => [name, extension.registry]));
  const made = new Map<string, RegistryShare['contacts'][number]>();
  const domains = rows.map((row) => {
    const { name, orderId, contacts: of, privacy, registeredOn, expiresOn, locked, suspended, delegation } = row;
    const registry = registries.get(name) ?? '';
    if (!of || !orderId) throw new Error(`${name} has no contacts, or no order`);
    const handles = contactHandles(of, privacy);
    for (const role of contactRoles) {
      const contact = contacts.get(of[role]);
      const handle = contactHandle(of[role], privacy);
      if (!contact) throw new Error(`${name} has lost a contact`);
      const code = authCode(keys, of[role], handle);
      const written = eppContact(contact, handle, privacy, code, needsLatin(registry));
      made.set(`${registry} ${handle}`, { registry, contact: written });
    }
    const statuses = [...(locked ? ['clientTransferProhibited'] : []), ...(suspended ? ['clientHold'] : [])];
    return {
      name,
      registry,
      registrant: handles.registrant,
      contacts: (['admin', 'tech', 'billing'] as const).map((type) => ({ type, id: handles[type] })),
      authCode: authCode(keys, orderId, name),
      statuses: statuses.length > 0 ? statuses : ['ok'],
      nameservers: delegation?.nameservers ?? null,
      createdAt: `${registeredOn}T10:00:00.000Z`,
      expiresAt: `${expiresOn}T10:00:00.000Z`,
    };
  });
  return { domains, contacts: [...made.values()] };
}
