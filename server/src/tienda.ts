import { readFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import type Koa from 'koa';
import type { Logger } from 'pino';
import { Departure } from './accounts/departure';
import { ownAccountRoutes } from './accounts/mine';
import { entranceRoutes } from './accounts/routes';
import { AccountService } from './accounts/service';
import { KnownDevices } from './accounts/devices';
import { Sessions } from './accounts/sessions';
import { Entrance } from './accounts/entrance';
import { AccountStore } from './accounts/store';
import { TwoStep } from './accounts/twoStep';
import { Attention } from './attention/attention';
import { balanceRoutes } from './balance/routes';
import { BalanceService } from './balance/service';
import { BalanceStore } from './balance/store';
import { basketRoutes } from './basket/routes';
import { BasketService } from './basket/service';
import { BasketStore } from './basket/store';
import { cardRoutes } from './cards/routes';
import { PaymentWays } from './cards/service';
import { KeptCardStore } from './cards/store';
import { CatalogueReader } from './catalogue/catalogue';
import { catalogueRoutes } from './catalogue/routes';
import { DemoClock } from './clock/clock';
import type { Config } from './config';
import { contactRoutes } from './contacts/routes';
import { ContactStore } from './contacts/store';
import { openDatabase } from './db/database';
import { sweepOut } from './db/housekeeping';
import { Leases } from './db/leases';
import { Notifications } from './db/notifications';
import { demoRoutes, sendClock } from './demo/routes';
import { SmtpMail } from './gateways/mail/mailGateway';
import { HttpBroker } from './gateways/broker/broker';
import { HttpPayments } from './gateways/payments/httpPayments';
import { RdapClient } from './gateways/rdap/rdapClient';
import { EppRegistry } from './gateways/registry/eppRegistry';
import type { Registries } from './gateways/registry/registryGateway';
import { createApp } from './http/app';
import { healthRoutes, Readiness } from './http/health';
import { Cookies } from './http/cookies';
import { Limits } from './http/limits';
import { Idempotency } from './http/idempotency';
import { ideaRoutes } from './ideas/routes';
import { IdeaService } from './ideas/service';
import { WordFile } from './words/wordFile';
import { holderRoutes } from './holders/routes';
import { HolderChecks } from './holders/service';
import { HolderCheckStore } from './holders/store';
import { attachmentOf, invoiceRoutes } from './invoices/routes';
import { Press } from './invoices/press';
import { InvoiceStore } from './invoices/store';
import { Sweeper } from './jobs/sweeper';
import { lookupRoutes } from './lookup/routes';
import { Outbox } from './mails/outbox';
import { OutgoingMailStore } from './mails/store';
import { nameRoutes } from './names/routes';
import { NameLives } from './names/lives';
import { NameStore } from './names/store';
import { offerRoutes } from './offers/routes';
import { OfferService } from './offers/service';
import { OfferStore } from './offers/store';
import { openOrders } from './orders/openOrders';
import { orderRoutes } from './orders/routes';
import { paymentNoticeRoutes } from './payments/notices';
import { promotionRoutes } from './promotions/routes';
import { CodeUseStore } from './promotions/store';
import { quoteRoutes } from './pricing/routes';
import { QuoteService } from './pricing/service';
import { QuoteStore } from './pricing/store';
import { Keyring } from './secrets/keyring';
import { searchRoutes } from './search/routes';
import { SearchService } from './search/service';
import { AvailabilityStore } from './search/store';
import { watchRoutes } from './watches/routes';
import { WatchService } from './watches/service';
import { WatchStore } from './watches/store';
import { NameChanges } from './zones/changes';
import { ZoneIndex } from './zones/service';

const version = '0.1.0';

/** How long chores and orders under way are waited for when the server closes. */
const closingMs = 4000;

export interface Tienda {
  readonly app: Koa;
  readonly clock: DemoClock;
  readonly accounts: AccountService;
  /** No more visitors are to be sent here. */
  drain(): void;
  close(): Promise<void>;
}

/** Puts the parts together: stores on the database, services on stores, routes on services. */
export async function openTienda(config: Config, log: Logger): Promise<Tienda> {
  const { pool, database } = await openDatabase(
    config.databaseUrl,
    config.databaseConnections,
    config.directDatabaseUrl,
  );
  const leases = new Leases(database, config.leaseSeconds, log);
  const notifications = new Notifications(config.directDatabaseUrl, log);
  await notifications.open();
  const clock = await DemoClock.open(database, notifications, log);
  const registries = openRegistries(config);
  const mail = new SmtpMail('127.0.0.1', config.smtpPort);

  const catalogue = new CatalogueReader(clock);
  const attention = new Attention(database, clock, log);
  const limits = new Limits(pool, config.limits);
  const cookies = new Cookies(config.isSecure);
  const codeKeys = new Keyring(config.codeKeys);
  const invoices = new InvoiceStore(database);
  const press = new Press();
  const mails = new OutgoingMailStore(database);
  const outbox = new Outbox(mails, mail, (document) => attachmentOf(invoices, press, document), attention, clock, log);
  const sessions = new Sessions(database, clock, cookies, limits);
  const devices = new KnownDevices(database, cookies, clock);
  const accounts = new AccountStore(database);
  const accountService = new AccountService({ database, store: accounts, sessions, devices, outbox, clock });
  const basket = new BasketStore(database);
  const contacts = new ContactStore(database);
  const names = new NameStore(database);
  const availability = new AvailabilityStore(database);
  const zoneSource = { url: config.zonesUrl, password: config.registryPassword };
  const zones = new ZoneIndex(pool, zoneSource, config.zonesDirectory, log);
  await zones.open(notifications);
  const changes = new NameChanges((day) => names.registeredSince(day), clock, log);
  await changes.open(notifications);
  const words = new WordFile(config.words);
  const search = new SearchService(catalogue, registries, zones, changes, availability, words, clock);
  const rdap = new RdapClient(config.rdapUrl);
  const watches = new WatchService(new WatchStore(database), catalogue, rdap, search, accounts, outbox, clock);
  const broker = new HttpBroker(config.brokerUrl, config.brokerKey);
  const offers = new OfferService(new OfferStore(database), broker, catalogue, search, accounts, outbox, clock);
  const quoteStore = new QuoteStore(database);
  const codeUses = new CodeUseStore(database);
  const quotes = new QuoteService(catalogue, search, names, quoteStore, codeUses, clock);
  const payments = new HttpPayments(config.paymentsUrl, config.paymentsKey, config.noticeUrl);
  const cards = new KeptCardStore(database);
  const ways = new PaymentWays(cards, payments, clock);
  const balances = new BalanceStore(database);
  const balance = new BalanceService(leases, balances, payments, ways, attention, clock, config.publicUrl);
  const holders = new HolderChecks({
    database,
    store: new HolderCheckStore(database),
    names,
    accounts,
    catalogue,
    registries,
    outbox,
    clock,
    publicUrl: config.publicUrl,
    keys: codeKeys,
  });
  const lives = new NameLives(names, catalogue, registries, clock);
  const orders = await openOrders({
    config,
    database,
    clock,
    log,
    attention,
    accounts,
    contacts,
    holders,
    catalogue,
    availability,
    registries,
    names,
    quotes,
    quoteStore,
    basket,
    codeUses,
    balances,
    invoices,
    payments,
    ways,
    outbox,
    keys: codeKeys,
  });
  const sweeper = new Sweeper(
    leases,
    [
      { name: 'zone index', run: () => zones.refresh() },
      { name: 'watches', run: () => watches.lookAround() },
      { name: 'offers', run: () => offers.lookAround() },
      { name: 'names', run: () => lives.lookAround() },
      { name: 'top-ups', run: () => balance.lookAround() },
      { name: 'holders', run: () => holders.lookAround() },
      { name: 'mail', run: () => outbox.flush() },
      ...orders.chores,
      { name: 'housekeeping', run: () => sweepOut(database, clock) },
    ],
    config.sweepSeconds * 1000,
    log,
  );
  const entrance = new Entrance({ sessions, devices, limits, basket, codeUses, clock, config, log });
  const twoStep = new TwoStep(database, accounts, outbox, clock, new Keyring(config.sealingKeys));
  const readiness = new Readiness();
  const departure = new Departure({
    accounts,
    sessions,
    basket,
    contacts,
    holders,
    names,
    orders: orders.service,
    invoices,
    balance,
    cards,
    watches,
    offers,
    clock,
  });
  const idempotency = new Idempotency(database, clock);
  const routes = [
    ...healthRoutes(database, registries, attention, readiness, version),
    ...catalogueRoutes(catalogue),
    ...searchRoutes(search, log),
    ...quoteRoutes(quotes),
    ...promotionRoutes(codeUses),
    ...basketRoutes(new BasketService(basket, catalogue, search, names, clock), sessions, accounts),
    ...entranceRoutes(accountService, accounts, twoStep, sessions, entrance),
    ...ownAccountRoutes(accountService, accounts, twoStep, sessions, entrance, departure),
    ...contactRoutes(contacts, clock),
    ...orderRoutes(orders.service, notifications, idempotency),
    ...paymentNoticeRoutes(config.noticeSecret, orders, balance),
    ...balanceRoutes(balance, idempotency),
    ...invoiceRoutes(invoices, press),
    ...cardRoutes(cards),
    ...holderRoutes(holders),
    ...lookupRoutes(rdap, catalogue),
    ...ideaRoutes(new IdeaService(catalogue, words, search), log),
    ...watchRoutes(watches),
    ...offerRoutes(offers, idempotency),
    ...nameRoutes(names, contacts, catalogue, clock),
    ...(config.demo ? demoRoutes(config, clock) : []),
  ];
  if (config.demo) await sendClock(config, clock);
  orders.start();
  sweeper.start();
  return {
    app: createApp(config, routes, sessions, limits, log, version),
    clock,
    accounts: accountService,
    drain: () => readiness.close(),
    close: async () => {
      // What is under way is taken up again by another process, or by this one the next time.
      await Promise.race([Promise.all([sweeper.stop(), orders.stop()]), pause(closingMs, undefined, { ref: false })]);
      for (const registry of registries.values()) registry.close();
      await press.close();
      await notifications.close();
      await pool.end();
    },
  };
}

function openRegistries(config: Config): Registries {
  const certificate = readFileSync(config.registryCertificate, 'utf8');
  return new Map(
    config.registries.map(({ id, port, sessions, namesPerCheck, feesPerCheck }) => {
      const address = {
        host: config.registryHost,
        port,
        certificate,
        clientId: 'tienda',
        password: config.registryPassword,
        timeoutMs: config.registryTimeoutMs,
      };
      return [id, new EppRegistry(id, address, sessions, namesPerCheck, feesPerCheck)];
    }),
  );
}
