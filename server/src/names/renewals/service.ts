import type { Logger } from 'pino';
import { clockOf } from '@tienda/core/accounts/actor';
import type { WholeExtension } from '@tienda/core/catalogue/extension';
import { toULabel } from '@tienda/core/idna/idna';
import { isOrganisation } from '@tienda/core/contacts/contactKind';
import {
  chargeToTell,
  dueCare,
  isCovered,
  isWaiting,
  nextCareOn,
  nextTryOn,
  waitAfterNotice,
  type Charge,
  type DueCare,
  type RenewalCare,
} from '@tienda/core/lifecycle/renewalCare';
import { canRenew } from '@tienda/core/lifecycle/stage';
import type { Currency } from '@tienda/core/money/money';
import type { QuoteRequest } from '@tienda/core/pricing/quoteRequest';
import { grouped } from '@tienda/core/text/grouped';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { CatalogueReader } from '../../find/catalogue/catalogue';
import type { BalanceStore } from '../../money/balance/store';
import type { PaymentWays } from '../../money/cards/service';
import type { QuoteService } from '../../money/quotes/service';
import type { AccountStore } from '../../people/accounts/store';
import type { ContactStore, StoredContact } from '../../people/contacts/store';
import type { Attention } from '../../platform/attention/attention';
import type { Clock } from '../../platform/clock/clock';
import type { Database } from '../../platform/db/database';
import type { Carrier, Leaving } from '../../platform/outbox/leaving';
import type { Outbox } from '../../platform/outbox/outbox';
import { extensionOfHeld } from '../held/extension';
import type { ToldName } from '../held/mails';
import type { OrderService } from '../orders/service';
import type { CaredName, CareStore } from './store';
import { careMail, unpaidMail, type ToldRenewal } from './mails';

export interface RenewalParts {
  readonly database: Database;
  readonly store: CareStore;
  readonly orders: Pick<OrderService, 'place' | 'find'>;
  /** The contact that an account's latest order was billed to. */
  readonly billedLast: (accountId: string) => Promise<string | undefined>;
  readonly quotes: Pick<QuoteService, 'bind' | 'ofRenewals'>;
  readonly accounts: AccountStore;
  readonly contacts: ContactStore;
  readonly ways: Pick<PaymentWays, 'kept'>;
  readonly balances: Pick<BalanceStore, 'balances'>;
  readonly catalogue: CatalogueReader;
  readonly outbox: Outbox;
  readonly clock: Clock;
  readonly attention: Attention;
  readonly log: Logger;
  readonly publicUrl: string;
}

/** Names of an account that are looked at, and paid for, together. */
const together = 500;
const accountsAtOnce = 100;
/** How long a renewal that fell due is tried to be ordered, before someone has to look at it. */
const patienceMs = 24 * 3600_000;

/**
 * Looks after renewals as they fall due: tells what will be charged, pays what was told, reminds of what ends. What is to
 * be paid is written down with that it was seen to, and carried out from there: a server that dies forgets none of it.
 */
export class Renewals {
  constructor(private readonly parts: RenewalParts) {}

  /** Every name about whose renewal something falls due today, account by account. */
  async lookAround(): Promise<void> {
    const { store, clock, log, attention } = this.parts;
    const today = isoDate(clock.now());
    for (;;) {
      const due = await store.dueFor(today, accountsAtOnce);
      for (const accountId of due)
        await this.seeTo(accountId, today).catch(async (fault: unknown) => {
          // Other accounts are not held up; what fell due today is caught up with.
          log.error(
            { err: fault, accountId },
            'the renewals of an account could not be seen to; trying again tomorrow',
          );
          await attention.raise(`renewals ${accountId}`, `Renewals of account ${accountId} could not be seen to`);
          await store.putOff(accountId, today);
        });
      if (due.length < accountsAtOnce) return;
    }
  }

  /** Pays for what fell due. */
  readonly paying: Carrier<Leaving['autoRenewal']> = {
    patienceMs,
    carry: (content, key) => this.pay(content, key),
    remains: (content) => ({ ...content, names: [] }),
  };

  /** Tells of what nothing paid. */
  readonly telling: Carrier<Leaving['renewalUnpaid']> = {
    patienceMs,
    carry: (content) => this.unpaid(content),
    remains: (content) => content,
  };

  private async seeTo(accountId: string, today: IsoDate): Promise<void> {
    const { database, store, accounts, outbox, publicUrl } = this.parts;
    const account = await accounts.byId(accountId);
    const contact = await this.billedTo(accountId);
    if (!account) throw new Error('there is nobody to tell');
    for (;;) {
      const held = await store.due(accountId, today, together);
      const charges = await this.charges(accountId, contact, held);
      const looked = held.map((name) => {
        const extension = this.extensionOf(name.name);
        const { lifecycle } = extension;
        const charge = charges.get(name.name);
        const due: DueCare = charge
          ? dueCare(name, lifecycle, today, charge)
          : { tells: false, reminds: false, tries: false, care: { ...name.care, seenTo: today } };
        const careOn = nextCareOn({ ...name, care: due.care }, lifecycle, today) ?? null;
        return { name, extension, due, after: { ...name, before: name.care, care: due.care, careOn } };
      });
      await database.transaction(async (transaction) => {
        const seen = await store.set(
          transaction,
          looked.map(({ after }) => after),
        );
        const told = looked.filter(({ name }) => seen.has(name.id));
        const concerned = told.flatMap(({ name, extension, due }): ToldRenewal[] =>
          due.tells || due.reminds ? [{ ...this.shown(name, extension), due, before: name.care.told }] : [],
        );
        const part = told[0]?.name.id ?? '';
        if (concerned.length > 0)
          await outbox.put(
            transaction,
            'mail',
            `renewals ${accountId} ${today} ${part}`,
            careMail(account, concerned, today, `${publicUrl}/names`),
          );
        const tried = told.filter(({ due, name }) => due.tries && !name.isAtWork).map(({ name }) => name);
        for (const [currency, some] of grouped(tried, ({ currency }) => currency))
          await outbox.put(transaction, 'autoRenewal', `renewal ${accountId} ${today} ${currency} ${part}`, {
            accountId,
            day: today,
            currency,
            names: some.map(({ name }) => name),
          });
      });
      outbox.soon();
      if (held.length < together) return;
    }
  }

  /**
   * Orders the renewals that fell due on a day, once for its key. What costs more than was told meanwhile is told anew
   * instead; what is at work, was renewed, or is not to be renewed any more, is left out.
   */
  private async pay({ accountId, day, currency, names: wanted }: Leaving['autoRenewal'], key: string): Promise<void> {
    const { store, quotes, orders, balances, ways, clock } = this.parts;
    const contact = await this.billedTo(accountId);
    const today = isoDate(clock.now());
    const due = (await store.among(accountId, wanted)).filter(
      ({ autoRenew, stage, isAtWork, care }) =>
        autoRenew &&
        canRenew(stage) &&
        !isAtWork &&
        care.told !== undefined &&
        (care.seenTo ?? '') >= day &&
        !isWaiting(care, today),
    );
    const charges = await this.charges(accountId, contact, due);
    const isTold = ({ name, care }: CaredName) => {
      const charge = charges.get(name);
      return charge !== undefined && isCovered(care.told, charge);
    };
    const covered = due.filter(isTold);
    await this.tellDearer(
      accountId,
      due.filter((name) => charges.has(name.name) && !isTold(name)),
      charges,
    );
    if (covered.length === 0) return;
    const quote = await quotes.bind(this.request(currency, contact, covered), clockOf(accountId));
    const balance = (await balances.balances(accountId)).find((one) => one.currency === currency)?.amount ?? 0;
    const [card, ...otherCards] = balance >= quote.total ? [] : await ways.kept(accountId);
    if (balance < quote.total && card === undefined) return this.tellUnpaid(accountId, covered, key);
    await orders.place(
      clockOf(accountId),
      { key, request: key },
      {
        quoteId: quote.id,
        contactId: contact.id,
        agreements: [],
        ...(card === undefined
          ? { payment: { method: 'balance' } }
          : { payment: { method: 'card', card }, otherCards, ...(balance > 0 ? { balance } : {}) }),
      },
    );
  }

  /** A price rose between the morning's look and the payment: told, and waited for. */
  private async tellDearer(
    accountId: string,
    dearer: readonly CaredName[],
    charges: ReadonlyMap<string, Charge>,
  ): Promise<void> {
    const { database, store, accounts, outbox, publicUrl, clock } = this.parts;
    const account = dearer.length > 0 ? await accounts.byId(accountId) : undefined;
    if (!account) return;
    const today = isoDate(clock.now());
    const told = dearer.flatMap((name) => {
      const charge = charges.get(name.name);
      if (!charge) return [];
      const extension = this.extensionOf(name.name);
      const waitUntil = waitAfterNotice(name.expiresOn, extension.lifecycle, today);
      const care: RenewalCare = { ...name.care, told: { on: today, ...charge }, waitUntil };
      const careOn = nextCareOn({ ...name, care }, extension.lifecycle, today) ?? null;
      const due: DueCare = { tells: true, reminds: false, tries: false, care };
      return [
        {
          after: { ...name, before: name.care, care, careOn },
          shown: { ...this.shown(name, extension), due, before: name.care.told },
        },
      ];
    });
    await database.transaction(async (transaction) => {
      await store.set(
        transaction,
        told.map(({ after }) => after),
      );
      const mail = careMail(
        account,
        told.map(({ shown }) => shown),
        today,
        `${publicUrl}/names`,
      );
      await outbox.put(transaction, 'mail', `renewals ${accountId} ${today} dearer ${dearer[0]?.id}`, mail);
    });
    outbox.soon();
  }

  private async unpaid({ accountId, orderId }: Leaving['renewalUnpaid']): Promise<void> {
    const { lines, payment } = await this.parts.orders.find(clockOf(accountId), orderId);
    const held = await this.parts.store.among(
      accountId,
      lines.map(({ name }) => name),
    );
    const said = payment.at === 'declined' ? payment.reason : '';
    await this.tellUnpaid(accountId, held, `order ${orderId} unpaid, told`, { orderId, said });
  }

  /** What happened, and what happens next and when; another way to pay is one tap from there. */
  private async tellUnpaid(
    accountId: string,
    held: readonly CaredName[],
    key: string,
    by?: { readonly orderId: string; readonly said: string },
  ): Promise<void> {
    const { database, store, accounts, outbox, publicUrl, clock } = this.parts;
    const account = await accounts.byId(accountId);
    // What was renewed meanwhile begins anew with nothing told.
    const unpaid = held.filter(({ care }) => care.told !== undefined);
    if (!account || unpaid.length === 0) return;
    const today = isoDate(clock.now());
    const failed = { on: today, ...(by ? { orderId: by.orderId } : {}) };
    const shown = unpaid.map((name) => {
      const extension = this.extensionOf(name.name);
      return { ...this.shown(name, extension), nextTry: nextTryOn(name, extension.lifecycle, today) };
    });
    const url = by ? `${publicUrl}/orders/${by.orderId}` : `${publicUrl}/names`;
    await database.transaction(async (transaction) => {
      await store.set(
        transaction,
        unpaid.map((name) => ({ ...name, before: name.care, care: { ...name.care, failed } })),
      );
      await outbox.put(transaction, 'mail', `${key}, told`, unpaidMail(account, shown, by?.said, url));
    });
    outbox.soon();
  }

  /** What the renewal of each name costs today, tax included; none for one that cannot be renewed. */
  private async charges(
    accountId: string,
    contact: StoredContact,
    held: readonly CaredName[],
  ): Promise<ReadonlyMap<string, Charge>> {
    const charges = new Map<string, Charge>();
    for (const [currency, some] of grouped(held, ({ currency }) => currency)) {
      const { lines, tax, problems } = await this.parts.quotes.ofRenewals(
        this.request(currency, contact, some),
        clockOf(accountId),
      );
      const refused = new Set(problems.map(({ pointer }) => some[Number(pointer.split('/')[2])]?.name));
      for (const { name, net } of lines)
        if (!refused.has(name)) charges.set(name, { amount: chargeToTell(net, tax.rate), currency });
    }
    return charges;
  }

  private request(currency: Currency, contact: StoredContact, names: readonly CaredName[]): QuoteRequest {
    const { country, kind, vatId } = contact;
    return {
      currency,
      codes: [],
      use: null,
      customer: {
        country,
        kind: isOrganisation(kind) ? 'business' : 'person',
        isNew: false,
        ...(vatId === undefined ? {} : { vatId }),
      },
      items: names.map(({ name, privacy, autoRenew }) => ({
        name,
        action: 'renew',
        years: Math.min(...this.extensionOf(name).terms.renew),
        privacy,
        autoRenew,
      })),
    };
  }

  /** Who was billed last, among the contacts that are kept; where none is, among those that were forgotten since. */
  private async billedTo(accountId: string): Promise<StoredContact> {
    const { contacts, billedLast } = this.parts;
    const [kept, last] = await Promise.all([contacts.ofAccount(accountId), billedLast(accountId)]);
    const known = kept.length > 0 ? kept : await contacts.ofAccount(accountId, true);
    const billed = known.find(({ id }) => id === last) ?? known[0];
    if (!billed) throw new Error('there is nobody to bill');
    return billed;
  }

  private extensionOf(name: string): WholeExtension {
    return extensionOfHeld(name, this.parts.catalogue);
  }

  private shown({ name, expiresOn }: CaredName, { lifecycle }: WholeExtension): ToldName {
    return { unicode: toULabel(name), expiresOn, lifecycle };
  }
}
