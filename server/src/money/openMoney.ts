import { owner } from '@tienda/core/accounts/actor';
import type { Invoice } from '@tienda/core/orders/invoice';
import type { ShownBalance, ShownTopUp } from '@tienda/core/orders/topUp';
import type { Find } from '../find/openFind';
import type { Gateways } from '../gateways/openGateways';
import type { KeptOfAccounts } from '../people/accounts/departure';
import type { Custom } from '../people/accounts/entrance';
import type { People } from '../people/openPeople';
import type { Platform, Wing } from '../platform/openPlatform';
import { mailCarrier } from '../platform/outbox/mail';
import { balanceRoutes } from './balance/routes';
import { BalanceService } from './balance/service';
import { BalanceStore } from './balance/store';
import { basketRoutes } from './basket/routes';
import { BasketService } from './basket/service';
import { BasketStore, type KeptLine } from './basket/store';
import { cardRoutes } from './cards/routes';
import { PaymentWays } from './cards/service';
import { KeptCardStore } from './cards/store';
import { Press } from './papers/press';
import { Papers } from './invoices/papers';
import { invoiceRoutes } from './invoices/routes';
import { InvoiceStore } from './invoices/store';
import type { HearsOfPayment } from './payments/notices';
import { promotionRoutes } from './promotions/routes';
import { CodeUseStore } from './promotions/store';
import type { HeldNames, MovableNames } from './basket/renewals';
import { quoteRoutes } from './quotes/routes';
import { refundCarrier } from './payments/refunds';
import { QuoteService } from './quotes/service';
import { QuoteStore } from './quotes/store';

/** What is kept of an account here. */
export interface MoneyExport {
  readonly invoices: readonly Invoice[];
  readonly balance: ShownBalance;
  readonly topUps: readonly ShownTopUp[];
  readonly cards: readonly { readonly last4: string }[];
  readonly basket: readonly KeptLine[];
}

/** What something costs, and where the money for it comes from. */
export interface Money extends Wing {
  readonly quotes: QuoteService;
  readonly quoteStore: QuoteStore;
  readonly codeUses: CodeUseStore;
  readonly basket: BasketStore;
  readonly balances: BalanceStore;
  readonly invoices: InvoiceStore;
  readonly press: Press;
  readonly ways: PaymentWays;
  readonly topUpPaid: HearsOfPayment;
  readonly custom: Custom;
  readonly kept: KeptOfAccounts<MoneyExport>;
  close(): Promise<void>;
}

export function openMoney(
  platform: Platform,
  { payments, mail }: Gateways,
  { accounts }: People,
  { catalogue, search }: Find,
  held: HeldNames,
  moves: MovableNames,
): Money {
  const { config, database, leases, sessions, idempotency, attention, outbox, clock } = platform;
  const invoices = new InvoiceStore(database);
  const press = new Press();
  const papers = new Papers(invoices, press, config.publicUrl);
  outbox.carriedBy(
    'mail',
    mailCarrier(mail, (document) => papers.mailed(document)),
  );
  outbox.carriedBy('refund', refundCarrier(payments));
  const basket = new BasketStore(database);
  const codeUses = new CodeUseStore(database);
  const quoteStore = new QuoteStore(database);
  const quotes = new QuoteService(catalogue, search, held, moves, quoteStore, codeUses, clock);
  const cards = new KeptCardStore(database);
  const ways = new PaymentWays(cards, payments, clock);
  const balances = new BalanceStore(database);
  const balance = new BalanceService(leases, balances, payments, ways, attention, clock, config.publicUrl);
  return {
    quotes,
    quoteStore,
    codeUses,
    basket,
    balances,
    invoices,
    press,
    ways,
    topUpPaid: async ({ reference }) => ((await balance.advance(reference)) ? 'heard' : 'other'),
    custom: {
      isNew: (accountId) => codeUses.isNew(accountId),
      codesUsed: (accountId) => codeUses.ofAccount(accountId),
      moveBasket: (from, to) => basket.merge(from, to),
    },
    kept: {
      exported: async ({ id: accountId, basketId }) => ({
        invoices: (await invoices.ofAccount(accountId)).map(({ invoice }) => invoice),
        balance: await balance.show(owner(accountId)),
        topUps: await balance.list(owner(accountId)),
        cards: (await cards.ofAccount(accountId)).map(({ last4 }) => ({ last4 })),
        basket: await basket.lines(basketId),
      }),
      whyNeeded: async ({ id: accountId }) => {
        const { balances: sums } = await balance.show(owner(accountId));
        if (!sums.some(({ amount }) => amount > 0)) return undefined;
        return { because: 'balance', detail: 'There is money on its balance: spend it first.' };
      },
      forgotten: async ({ id: accountId, basketId }) => {
        await basket.empty(basketId);
        for (const { id } of await cards.ofAccount(accountId)) await cards.forget(accountId, id);
      },
    },
    routes: [
      ...quoteRoutes(quotes),
      ...promotionRoutes(codeUses),
      ...basketRoutes(new BasketService(basket, catalogue, search, held, moves, clock), sessions, accounts),
      ...balanceRoutes(balance, idempotency),
      ...invoiceRoutes(invoices, papers),
      ...cardRoutes(cards),
    ],
    chores: [{ name: 'top-ups', run: () => balance.lookAround() }],
    close: () => press.close(),
  };
}
