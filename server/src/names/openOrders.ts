import type { Logger } from 'pino';
import type { AccountStore } from '../people/accounts/store';
import type { Attention } from '../platform/attention/attention';
import type { BalanceStore } from '../money/balance/store';
import type { BasketStore } from '../money/basket/store';
import type { PaymentWays } from '../money/cards/service';
import type { CatalogueReader } from '../find/catalogue/catalogue';
import type { Clock } from '../platform/clock/clock';
import type { Config } from '../platform/config';
import type { ContactStore } from '../people/contacts/store';
import type { Database } from '../platform/db/database';
import { awaitsProvider } from '@tienda/core/orders/paymentState';
import { Heartbeat } from '../platform/db/heartbeat';
import type { BrokerGateway } from '../gateways/broker/broker';
import type { PaymentGateway } from '../gateways/payments/paymentGateway';
import type { Registries } from '../gateways/registry/registryGateway';
import type { GroupStore } from './groups/store';
import type { HolderChangeEnds } from './holderChanges/ends';
import type { HolderChecks } from './holders/service';
import type { HearsOfPayment } from '../money/payments/notices';
import type { InvoiceStore } from '../money/invoices/store';
import { everyProcess, Sweeper, type Chore } from '../platform/jobs/sweeper';
import type { Outbox } from '../platform/outbox/outbox';
import type { NameStore } from './held/store';
import { agreedBy } from './agreements/store';
import { GivingBack } from './givingBack/service';
import { GivingBackStore } from './givingBack/store';
import { waitsMail } from './moves/mails';
import type { Moves } from './moves/service';
import { MovingAway } from './movesAway/service';
import { MoveAwayStore } from './movesAway/store';
import { Asking } from './operations/asking';
import { Deleting } from './operations/deleting';
import { OperationDesk } from './operations/desk';
import { RegistryMessages } from './operations/messages';
import { Registering } from './operations/registering';
import { Renewing } from './operations/renewing';
import { Restoring } from './operations/restoring';
import { TransferringIn } from './operations/transferring';
import { TransferringOut } from './operations/transferringOut';
import { Updating } from './operations/updating';
import { OperationStore } from './operations/store';
import type { QuoteService } from '../money/quotes/service';
import type { QuoteStore } from '../money/quotes/store';
import type { CodeUseStore } from '../money/promotions/store';
import type { AvailabilityStore } from '../find/search/store';
import type { Keyring } from '../platform/secrets/keyring';
import { Cashier } from './orders/cashier';
import { clockAtRest } from './orders/clockAtRest';
import { OrderChecks } from './orders/checks';
import { OrderRecorder } from './orders/recorder';
import { OrderPayments } from './orders/payments';
import { OrderService } from './orders/service';
import { OrderStore } from './orders/store';

/** What orders are made of, and what they need. */
export interface OrderParts {
  readonly config: Config;
  readonly database: Database;
  readonly clock: Clock;
  readonly log: Logger;
  readonly attention: Attention;
  readonly accounts: AccountStore;
  readonly contacts: ContactStore;
  readonly groups: Pick<GroupStore, 'need'>;
  readonly holders: HolderChecks;
  readonly holderChanges: HolderChangeEnds;
  readonly catalogue: CatalogueReader;
  readonly availability: AvailabilityStore;
  readonly registries: Registries;
  readonly names: NameStore;
  readonly moves: Moves;
  readonly quotes: QuoteService;
  readonly quoteStore: QuoteStore;
  readonly basket: BasketStore;
  readonly codeUses: CodeUseStore;
  readonly balances: BalanceStore;
  readonly invoices: InvoiceStore;
  readonly payments: PaymentGateway;
  readonly broker: BrokerGateway;
  readonly ways: PaymentWays;
  readonly outbox: Outbox;
  readonly codeKeys: Keyring;
}

/** Orders, their payments, and their operations at the registries, at work. */
export interface Orders {
  readonly service: OrderService;
  readonly payments: OrderPayments;
  /** The contact that the latest order of an account was billed to. */
  readonly billedLast: (accountId: string) => Promise<string | undefined>;
  readonly operations: OperationStore;
  /** Asks for what costs nothing. */
  readonly asking: Asking;
  readonly givingBack: GivingBack;
  readonly movingAway: MovingAway;
  /** Waits until what the clock ordered is done, or cannot go on for now. */
  readonly clockAtRest: () => Promise<void>;
  readonly paid: HearsOfPayment;
  /** What falls due by itself, and is done by one process at a time. */
  readonly chores: readonly Chore[];
  /** Takes up what is to be done. */
  start(): void;
  stop(): Promise<void>;
}

/** Puts them together: what is paid for wakes the registries' lanes, what has ended there wakes the cashier. */
export async function openOrders(parts: OrderParts): Promise<Orders> {
  const { config, database, clock, log, attention, registries, codeKeys: keys } = parts;
  const { leaseSeconds } = config;
  const store = new OrderStore(database, clock, leaseSeconds);
  const operations = new OperationStore(database, clock, leaseSeconds);
  const afterwards = config.dieAfter > 0 ? await deathAfter(config.dieAfter, config.dieOf, store) : undefined;
  const dying = afterwards ? { afterwards } : {};
  const recorder = new OrderRecorder({
    ...parts,
    orders: store,
    operations,
    publicUrl: config.publicUrl,
    funded: (lanes) => lanes.forEach((lane) => desk.wake(lane)),
    settled: (orderId) => cashier.wake(orderId),
    ...dying,
  });
  const record = recorder.operationHappened.bind(recorder);
  const begin = recorder.heldBegun.bind(recorder);
  const givingBack = new GivingBack({ ...parts, store: new GivingBackStore(database), operations });
  const movingAway = new MovingAway({
    ...parts,
    store: new MoveAwayStore(database),
    operations,
    publicUrl: config.publicUrl,
  });
  const messages = new RegistryMessages(operations, (lane) => desk.wake(lane));
  const desk = new OperationDesk({
    store: operations,
    heartbeat: new Heartbeat(leaseSeconds, (ids) => operations.extend(ids), log),
    work: {
      register: new Registering({ ...parts, keys, record, messages, ...dying }),
      update: new Updating({ ...parts, record, keys }),
      delete: new Deleting({ record: givingBack.happened.bind(givingBack), begin, registries }),
      renew: new Renewing({ record, registries, begin, ...dying }),
      transferIn: new TransferringIn({
        ...parts,
        keys,
        record,
        codeIn: (sealed) => parts.moves.codeIn(sealed),
        saleOf: (offer) => parts.broker.buy(offer),
        remind: async ({ orderId, order, account }, until) => {
          if (!orderId || !order) return;
          const mail = waitsMail(account, order.number, until, `${config.publicUrl}/orders/${orderId}`);
          await parts.outbox.send('mail', `order ${orderId} waits`, mail);
        },
        ...dying,
      }),
      transferOut: new TransferringOut({
        ...parts,
        record: movingAway.happened.bind(movingAway),
        remind: movingAway.remind.bind(movingAway),
      }),
      restore: new Restoring({ ...parts, record, begin, ...dying }),
    },
    attention,
    clock,
    log,
  });
  const cashier = new Cashier({
    ...parts,
    orders: store,
    recorder,
    heartbeat: new Heartbeat(leaseSeconds, (ids) => store.extend(ids), log),
    ...(afterwards ? { afterwards: ({ id }) => afterwards(id) } : {}),
  });
  const service = new OrderService({
    ...parts,
    orders: store,
    agreements: (accountId) => agreedBy(database, accountId),
    cashier,
    checks: new OrderChecks(parts.catalogue),
    publicUrl: config.publicUrl,
    ...dying,
  });
  const rounds = new Sweeper(
    everyProcess,
    [
      { name: 'operations', run: () => desk.lookAround() },
      { name: 'payments', run: () => cashier.lookAround() },
    ],
    leaseSeconds * 1000,
    log,
  );
  return {
    service,
    payments: new OrderPayments(service, cashier, parts.ways, config.publicUrl),
    billedLast: (accountId) => store.billedLast(accountId),
    givingBack,
    movingAway,
    operations,
    asking: new Asking(operations, parts.catalogue, (registry) => desk.wake(registry)),
    clockAtRest: () => clockAtRest(store),
    paid: async ({ type, intent, reference }) => {
      const head = await store.head(reference);
      if (!head) return 'other';
      const isHeard = type !== 'intent.paid' || (await cashier.paidLate(head.id, intent));
      // What is known already needs no other look.
      if (type === 'intent.paid' || head.silentSince !== null || awaitsProvider(head.payment))
        await cashier.push(head.id);
      return isHeard ? 'heard' : 'busy';
    },
    chores: [...registries.values()].map((registry) => ({
      name: `messages of ${registry.id}`,
      run: () => messages.hear(registry),
    })),
    start: () => rounds.start(),
    stop: async () => {
      await Promise.all([rounds.stop(), desk.stop(), cashier.stop()]);
    },
  };
}

/**
 * Ends the process without any closing after so many steps of a quote's order: how tests show that nothing gets lost.
 *
 * @returns what every step is told to, with the id of its order
 */
async function deathAfter(steps: number, quoteId: string, orders: OrderStore): Promise<(orderId: string) => void> {
  let order = await orders.ofQuote(quoteId);
  let left = steps;
  const count = (orderId: string) => {
    if (orderId === order) left -= 1;
    if (left === 0) process.kill(process.pid, 'SIGKILL');
  };
  return (orderId) => {
    if (order !== undefined) return count(orderId);
    // Placed in this very life.
    void orders.ofQuote(quoteId).then((id) => {
      order = id;
      count(orderId);
    });
  };
}
