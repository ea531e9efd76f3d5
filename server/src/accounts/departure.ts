import { randomBytes } from 'node:crypto';
import type { Language } from '@tienda/core/accounts/language';
import type { ShownHolderCheck } from '@tienda/core/contacts/holderCheck';
import type { ShownOffer } from '@tienda/core/names/shownOffer';
import type { ShownWatch } from '@tienda/core/names/shownWatch';
import type { Invoice } from '@tienda/core/orders/invoice';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import type { ShownBalance, ShownTopUp } from '@tienda/core/orders/topUp';
import type { BalanceService } from '../balance/service';
import type { BasketStore, KeptLine } from '../basket/store';
import type { KeptCardStore } from '../cards/store';
import type { Clock } from '../clock/clock';
import type { ContactStore, StoredContact } from '../contacts/store';
import type { HolderChecks } from '../holders/service';
import { Problem } from '../http/problem';
import type { InvoiceStore } from '../invoices/store';
import type { HeldName, NameStore } from '../names/store';
import type { OfferService } from '../offers/service';
import type { OrderService } from '../orders/service';
import type { AgreedVersion } from '../orders/store';
import type { WatchService } from '../watches/service';
import type { Sessions } from './sessions';
import type { AccountStore } from './store';

export interface DepartureParts {
  readonly accounts: AccountStore;
  readonly sessions: Sessions;
  readonly basket: BasketStore;
  readonly contacts: ContactStore;
  readonly holders: HolderChecks;
  readonly names: NameStore;
  readonly orders: OrderService;
  readonly invoices: InvoiceStore;
  readonly balance: BalanceService;
  readonly cards: KeptCardStore;
  readonly watches: WatchService;
  readonly offers: OfferService;
  readonly clock: Clock;
}

/** All that is kept of an account. */
export interface AccountExport {
  /** ISO 8601 instant. */
  readonly exportedAt: string;
  readonly account: {
    readonly email: string;
    readonly autoRenew: boolean;
    readonly marketing: boolean;
    readonly language: Language;
    readonly createdAt: Date;
    readonly twoStepSince: Date | null;
  };
  readonly signedIn: readonly { readonly agent: string; readonly createdAt: Date; readonly seenAt: Date | null }[];
  readonly contacts: readonly StoredContact[];
  readonly holderChecks: readonly ShownHolderCheck[];
  readonly names: readonly HeldName[];
  readonly orders: readonly ShownOrder[];
  readonly agreements: readonly AgreedVersion[];
  readonly invoices: readonly Invoice[];
  readonly balance: ShownBalance;
  readonly topUps: readonly ShownTopUp[];
  readonly cards: readonly { readonly last4: string }[];
  readonly basket: readonly KeptLine[];
  readonly watches: readonly ShownWatch[];
  readonly offers: readonly ShownOffer[];
}

/** Taking everything along, and closing an account (GDPR, articles 15, 17 and 20). */
export class Departure {
  constructor(private readonly parts: DepartureParts) {}

  /** All that is kept of the account, but for what nobody may see: digests and secrets. */
  async everything(accountId: string): Promise<AccountExport> {
    const { accounts, sessions, basket, contacts, holders, names, orders, invoices, balance } = this.parts;
    const { cards, watches, offers, clock } = this.parts;
    const account = await accounts.byId(accountId);
    if (!account) throw new Error('The account is gone');
    const { email, autoRenew, marketing, language, createdAt, twoStepSince, basketId } = account;
    return {
      exportedAt: clock.now().toISOString(),
      account: { email, autoRenew, marketing, language, createdAt, twoStepSince },
      signedIn: (await sessions.ofAccount(accountId)).map(({ agent, createdAt, seenAt }) => ({
        agent,
        createdAt,
        seenAt,
      })),
      contacts: await contacts.ofAccount(accountId, true),
      holderChecks: await holders.list(accountId),
      names: await names.ofAccount(accountId),
      orders: await orders.list(accountId),
      agreements: await orders.agreed(accountId),
      invoices: (await invoices.ofAccount(accountId)).map(({ invoice }) => invoice),
      balance: await balance.show(accountId),
      topUps: await balance.list(accountId),
      cards: (await cards.ofAccount(accountId)).map(({ last4 }) => ({ last4 })),
      basket: await basket.lines(basketId),
      watches: await watches.list(accountId),
      offers: await offers.list(accountId),
    };
  }

  /**
   * Closes the account: nobody can get in any more, and the person is taken out of it. Orders and invoices stay,
   * with the addresses printed on them, as long as tax law wants.
   *
   * @throws Problem 409 where names, money or an order under way would be lost
   */
  async close(accountId: string): Promise<void> {
    const { accounts, sessions, basket, contacts, names, orders, balance, cards, watches, offers, clock } = this.parts;
    const held = await names.ofAccount(accountId);
    if (held.length > 0)
      throw stays(
        `${held.length === 1 ? 'One name is' : `${held.length} names are`} held by it: move what it holds away first.`,
      );
    if ((await orders.list(accountId)).some(({ ended }) => !ended))
      throw stays('An order is under way: wait for its end.');
    const { balances } = await balance.show(accountId);
    if (balances.some(({ amount }) => amount > 0)) throw stays('There is money on its balance: spend it first.');
    if ((await offers.list(accountId)).some(({ state }) => state.at === 'sent'))
      throw stays('An offer waits for its answer: withdraw it first.');
    const account = await accounts.byId(accountId);
    if (account) await basket.empty(account.basketId);
    for (const { name } of await watches.list(accountId)) await watches.end(accountId, name);
    for (const { id } of await cards.ofAccount(accountId)) await cards.forget(accountId, id);
    await offers.forget(accountId);
    for (const { id } of await contacts.ofAccount(accountId)) await contacts.forget(accountId, id, clock.now());
    await accounts.change(accountId, {
      email: `closed-${accountId}`,
      passwordHash: `closed ${randomBytes(16).toString('hex')}`,
      marketing: false,
      twoStepSecret: null,
      twoStepSince: null,
      recoveryHashes: [],
      closedAt: clock.now(),
    });
    await sessions.endAll(accountId);
  }
}

function stays(detail: string): Problem {
  return new Problem(409, 'account-in-use', 'The account is still needed', detail);
}
