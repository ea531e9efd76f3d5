import { allOf, owner } from '@tienda/core/accounts/actor';
import type { ShownHolderCheck } from '@tienda/core/contacts/holderCheck';
import type { NameGroup } from '@tienda/core/names/nameGroup';
import { isOpenOffer } from '@tienda/core/names/offer';
import type { ShownOffer } from '@tienda/core/names/shownOffer';
import type { ShownOrder } from '@tienda/core/orders/shownOrder';
import type { HandOvers } from '@tienda/core/transfers/handOver';
import type { ShownMove } from '@tienda/core/transfers/shownMove';
import { isoDate, type IsoDate } from '@tienda/core/time/isoDate';
import type { Find } from '../find/openFind';
import type { Gateways } from '../gateways/openGateways';
import type { Money } from '../money/openMoney';
import { paymentNoticeRoutes } from '../money/payments/notices';
import type { KeptOfAccounts } from '../people/accounts/departure';
import type { ReachCheck } from '../people/helpers/service';
import type { People } from '../people/openPeople';
import type { Platform, Wing } from '../platform/openPlatform';
import { Keyring } from '../platform/secrets/keyring';
import { Aliases } from './aliases/service';
import { AliasStore } from './aliases/store';
import { calendarRoutes } from './calendar/routes';
import { Certificates } from './certificates/service';
import { CertificateStore } from './certificates/store';
import { changeRoutes } from './changes/routes';
import { NameChanges } from './changes/service';
import { NameLives } from './held/lives';
import { givingBackRoutes } from './givingBack/routes';
import { reachCheck } from './groups/reach';
import { groupRoutes } from './groups/routes';
import { GroupStore } from './groups/store';
import { nameRoutes } from './held/routes';
import type { HeldName, NameStore } from './held/store';
import { NameViews } from './held/views';
import { HolderChangeEnds } from './holderChanges/ends';
import { handOverRoutes } from './handOvers/routes';
import { HandingOver } from './handOvers/service';
import { HandOverStore } from './handOvers/store';
import { holderChangeRoutes } from './holderChanges/routes';
import { HolderChanges } from './holderChanges/service';
import { HolderChangeStore } from './holderChanges/store';
import { holderRoutes } from './holders/routes';
import { HolderChecks } from './holders/service';
import { HolderCheckStore } from './holders/store';
import { nameListRoutes } from './lists/routes';
import { NameLists } from './lists/store';
import { logOf } from './log/store';
import { lookRoutes } from './looks/routes';
import { RegistryLooks } from './looks/service';
import { mailForwardRoutes } from './mailForwards/routes';
import { MailForwards } from './mailForwards/service';
import { MailForwardStore, type AskedTarget } from './mailForwards/store';
import { MailTrials } from './mailForwards/trial';
import { offerRoutes } from './offers/routes';
import { OfferService } from './offers/service';
import { OfferStore } from './offers/store';
import { pointRoutes } from './points/routes';
import { Pointing } from './points/service';
import { ManyZones } from './points/many';
import { manyZoneRoutes } from './points/manyRoutes';
import { ZoneReadings } from './points/reading';
import { NameserverLooks } from './points/nameservers';
import { Sights } from './points/sight';
import { Visits } from './points/visits';
import { signingRoutes } from './signing/routes';
import { Signings } from './signing/service';
import { SigningStore } from './signing/store';
import { statementRoutes } from './statements/routes';
import { StatementStore } from './statements/store';
import { CallingOff } from './moves/callingOff';
import { MoveStore } from './moves/store';
import { moveRoutes } from './moves/routes';
import { moveAwayRoutes } from './movesAway/routes';
import type { Moves } from './moves/service';
import { openOrders } from './openOrders';
import { tellOfCards } from './endingCards/service';
import { EndingCards } from './endingCards/store';
import { PriceRises } from './priceRises/service';
import { RiseStore } from './priceRises/store';
import { Renewals } from './renewals/service';
import { CareStore } from './renewals/store';
import { ZoneStore } from './zones/store';
import { orderRoutes } from './orders/routes';
import type { AgreedVersion } from './agreements/store';

/** What is kept of an account here. */
export interface NamesExport {
  readonly holderChecks: readonly ShownHolderCheck[];
  readonly names: readonly HeldName[];
  readonly groups: readonly NameGroup[];
  readonly mailTargets: readonly AskedTarget[];
  readonly moves: readonly ShownMove[];
  readonly handOvers: HandOvers;
  readonly orders: readonly ShownOrder[];
  readonly agreements: readonly AgreedVersion[];
  readonly offers: readonly ShownOffer[];
}

/** What falls due as days pass, for a clock that is moved on by many of them. */
export interface Days {
  /** The day on which something falls due next about any name. */
  next(): Promise<IsoDate | undefined>;
  /** Sees to all that has fallen due, and waits until it is done, as long as that is not long. */
  seeTo(): Promise<void>;
}

/** Names that are held, and all that is done to get and keep them. */
export interface Names extends Wing {
  readonly kept: KeptOfAccounts<NamesExport>;
  readonly reachProblems: ReachCheck;
  readonly days: Days;
  /** Takes up what is to be done. */
  start(): void;
  stop(): Promise<void>;
}

export async function openNames(
  platform: Platform,
  gateways: Gateways,
  people: People,
  find: Find,
  money: Money,
  held: NameStore,
  moves: Moves,
): Promise<Names> {
  const { config, log, database, notifications, idempotency, attention, outbox, clock, codeKeys } = platform;
  const { registries, broker, dns, sites, authority, mailTrier } = gateways;
  const { accounts, contacts } = people;
  const { catalogue, search } = find;
  const { publicUrl } = config;
  const needed = { database, accounts, catalogue, outbox, clock, attention, log, publicUrl };
  const checks = new HolderCheckStore(database);
  const holders = new HolderChecks({ ...needed, store: checks, names: held, registries, keys: codeKeys });
  const lives = new NameLives({ ...needed, names: held, registries });
  const offers = new OfferService({ ...needed, store: new OfferStore(database), broker, search, moves });
  const groups = new GroupStore(database);
  const handing = { changes: new HolderChangeStore(database), holders, names: held, accounts, outbox, clock };
  const ends = new HolderChangeEnds(handing);
  const shared = { ...platform, ...gateways, ...people, ...find, ...money };
  const orders = await openOrders({ ...shared, groups, holders, holderChanges: ends, names: held, moves });
  const { givingBack, asking } = orders;
  const keys = codeKeys;
  const holderChanges = new HolderChanges({ ...handing, database, ends, contacts, asking, catalogue, keys, publicUrl });
  const views = new NameViews(
    catalogue,
    contacts,
    clock,
    (name) => givingBack.offer(name),
    (name) => holderChanges.ofName(name),
  );
  const changes = new NameChanges({
    groups,
    names: held,
    asking,
    catalogue,
    accounts,
    outbox,
    keys: codeKeys,
    clock,
  });
  const cards = { database, cards: new EndingCards(database), outbox, clock, publicUrl };
  const priceRises = new PriceRises({ store: new RiseStore(database), catalogue, outbox, clock, publicUrl });
  const rises = (today: IsoDate) => catalogue.renewableBefore(today);
  const zones = new ZoneStore(database, config.sites.forwarders);
  const certificateStore = new CertificateStore(database);
  const [resolver = { address: '127.0.0.1', port: 53 }] = config.dns.resolvers;
  const aliases = new Aliases({ store: new AliasStore(database), zones, dns, resolver, clock });
  const mailForwardStore = new MailForwardStore(database);
  const mailParts = { names: held, zones, accounts };
  const mailForwards = new MailForwards({ ...mailParts, store: mailForwardStore, outbox, clock, publicUrl, keys });
  const handingOver = new HandingOver({
    ...needed,
    store: new HandOverStore(database),
    names: held,
    contacts,
    holders,
    mailForwards,
    asking,
  });
  const mailTrials = new MailTrials({ ...mailParts, dns, resolver, mail: mailTrier });
  const pointing = new Pointing({
    aliases,
    mailForwards,
    outbox,
    database,
    names: held,
    zones,
    certificates: certificateStore,
    clock,
  });
  const { reachable, forwarders } = config.sites;
  const many = new ManyZones({ pointing, names: held, zones, aliases });
  const elsewhere = { names: held, dns, resolver, ...config.dns };
  const nameservers = new NameserverLooks(elsewhere);
  const readings = new ZoneReadings({ ...elsewhere, looks: nameservers });
  const visits = new Visits({ pointing, dns, sites, resolver, reachable, forwarders });
  const sealing = new Keyring(config.sealingKeys);
  const certificates = new Certificates({ store: certificateStore, authority, keys: sealing, attention });
  const signings = new Signings({
    database,
    store: new SigningStore(database),
    zones,
    names: held,
    asking,
    dns,
    resolver,
    nameServers: config.dns.nameServers,
    dnsPort: config.dns.port,
    clock,
  });
  const care = new CareStore(database);
  const renewals = new Renewals({
    ...money,
    ...needed,
    store: care,
    orders: orders.service,
    billedLast: orders.billedLast,
    contacts,
  });
  outbox.carriedBy('autoRenewal', renewals.paying);
  outbox.carriedBy('renewalUnpaid', renewals.telling);
  outbox.carriedBy('sale', offers.settling);
  return {
    kept: {
      exported: async ({ id }) => ({
        holderChecks: await holders.list(owner(id)),
        names: await held.ofAccount(allOf(id)),
        groups: await groups.ofAccount(id),
        mailTargets: await mailForwardStore.ofAccount(id),
        moves: await moves.list(owner(id)),
        handOvers: await handingOver.list(owner(id)),
        orders: await orders.service.list(owner(id)),
        agreements: await orders.service.agreed(owner(id)),
        offers: await offers.list(owner(id)),
      }),
      whyNeeded: async ({ id }) => {
        const names = (await held.ofAccount(allOf(id))).length;
        if (names > 0)
          return {
            because: 'names',
            detail: `${names === 1 ? 'One name is' : `${names} names are`} held by it: move what it holds away first.`,
          };
        if ((await orders.service.list(owner(id))).some(({ ended }) => !ended))
          return { because: 'order', detail: 'An order is under way: wait for its end.' };
        if ((await offers.list(owner(id))).some(({ state }) => isOpenOffer(state)))
          return { because: 'offer', detail: 'An offer is open: withdraw it first.' };
        return undefined;
      },
      forgotten: async ({ id }) => {
        await offers.forget(owner(id));
        await groups.forget(id);
        await mailForwardStore.forget(id);
        await moves.forgetAll(id);
        await handing.changes.forget(id);
        await handingOver.forget(id);
      },
    },
    reachProblems: reachCheck(groups, held),
    days: {
      next: () => care.nextDay(),
      seeTo: async () => {
        await lives.lookAround();
        await zones.endLeft(isoDate(clock.now()));
        await holderChanges.lookAround();
        await handingOver.lookAround();
        await renewals.lookAround();
        await tellOfCards(cards);
        await priceRises.lookAround();
        await signings.lookAround();
        await outbox.flush();
        await orders.clockAtRest();
        await outbox.flush();
      },
    },
    routes: [
      ...orderRoutes(orders.service, orders.payments, notifications),
      ...paymentNoticeRoutes(config.noticeSecret, [orders.paid, money.topUpPaid]),
      ...moveRoutes(moves, new CallingOff({ store: new MoveStore(database), registries, catalogue, ...orders })),
      ...moveAwayRoutes(orders.movingAway, asking),
      ...handOverRoutes(handingOver, people.proven),
      ...holderRoutes(holders),
      ...holderChangeRoutes(holderChanges, held),
      ...offerRoutes(offers, idempotency),
      ...nameListRoutes(new NameLists(database, rises), views, catalogue, clock),
      ...nameRoutes(held, views, (heldId) => logOf(database, heldId)),
      ...pointRoutes(
        pointing,
        new Sights({ pointing, zones, dns, clock, ...config.dns }),
        visits,
        nameservers,
        readings,
      ),
      ...manyZoneRoutes(pointing, many),
      ...signingRoutes(signings, pointing),
      ...mailForwardRoutes(mailForwards, mailTrials),
      ...lookRoutes(new RegistryLooks(registries, catalogue, attention), held),
      ...calendarRoutes({ accounts, names: held, catalogue, clock, keys: codeKeys, publicUrl }),
      ...givingBackRoutes(givingBack, held, asking, idempotency),
      ...groupRoutes(groups, contacts),
      ...statementRoutes({ groups, store: new StatementStore(database), views, accounts, press: money.press, clock }),
      ...changeRoutes(changes, held, views, people.proven),
    ],
    chores: [
      { name: 'offers', run: () => offers.lookAround() },
      { name: 'names', run: () => lives.lookAround() },
      // What moved away goes on here for a while.
      { name: 'zones left', run: () => zones.endLeft(isoDate(clock.now())) },
      { name: 'moves', run: () => moves.lookAround() },
      { name: 'renewals', run: () => renewals.lookAround() },
      { name: 'cards', run: () => tellOfCards(cards) },
      { name: 'price rises', run: () => priceRises.lookAround() },
      { name: 'holders', run: () => holders.lookAround() },
      // What became of mails is told for a month; mails live in the world's time.
      { name: 'forwarded mail', run: () => mailForwardStore.sweepOut(new Date(Date.now() - 30 * 86_400_000)) },
      { name: 'aliases', run: () => aliases.lookAround() },
      { name: 'signing', run: () => signings.lookAround() },
      { name: 'certificates', run: () => certificates.lookAround() },
      { name: 'hand-overs', run: () => handingOver.lookAround() },
      { name: 'holder changes', run: () => holderChanges.lookAround() },
      ...orders.chores,
    ],
    start: () => orders.start(),
    stop: () => orders.stop(),
  };
}
