import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { Contact } from '@tienda/core/contacts/contact';
import { invoiceNumber, invoiceOf, type Invoice } from '@tienda/core/orders/invoice';
import type { OperationRequest } from '@tienda/core/operations/operations';
import type { NameEvent } from '@tienda/core/names/nameEvent';
import type { Account } from '../../people/accounts/store';
import type { Database, Transaction } from '../../platform/db/database';
import {
  account,
  contact,
  customerOrder,
  heldName,
  holderCheck,
  invoice,
  invoiceCounter,
  nameGroup,
  nameLog,
  operation,
  orderEvent,
} from '../../platform/db/schema';
import { transactionOf } from '../../names/operations/identity';
import { beginZones } from '../../names/zones/store';
import type { BookedOperation, BookedOrder } from './bookkeeping';

/** Rows of one table that go in together. */
const atOnce = 1000;

/** A contact that is kept, by the place of what it is of. */
export interface KeptContact {
  readonly id: string;
  readonly contact: Contact;
}

/** A name as it is held in the end. */
export type HeldRow = Omit<typeof heldName.$inferInsert, 'id' | 'accountId'> & {
  readonly id: string;
  readonly log: readonly { readonly at: Date; readonly isByClock: boolean; readonly what: NameEvent }[];
};

/** Writes down a past that did not happen here: in one transaction, many rows at once. */
export class StudioStore {
  constructor(private readonly database: Database) {}

  /** In one transaction, and one after the other: the names can be held once. */
  alone<Result>(action: (transaction: Transaction) => Promise<Result>): Promise<Result> {
    return this.database.transaction(async (transaction) => {
      await transaction.execute(sql`select pg_advisory_xact_lock(hashtextextended('studio', 0))`);
      return action(transaction);
    });
  }

  /** True where the account holds or held anything. */
  async hasNames(transaction: Transaction, accountId: string): Promise<boolean> {
    return (await transaction.$count(heldName, eq(heldName.accountId, accountId))) > 0;
  }

  /** True where anybody holds one of the names. */
  async areHeld(transaction: Transaction, names: readonly string[]): Promise<boolean> {
    const held = and(inArray(heldName.name, [...names]), isNull(heldName.leftAt));
    return (await transaction.$count(heldName, held)) > 0;
  }

  /** The account was opened on a day in the past. */
  async since(transaction: Transaction, accountId: string, createdAt: Date): Promise<void> {
    await transaction.update(account).set({ createdAt }).where(eq(account.id, accountId));
  }

  async addContacts(transaction: Transaction, accountId: string, contacts: readonly KeptContact[], at: Date) {
    await transaction
      .insert(contact)
      .values(contacts.map(({ id, contact: of }) => ({ id, accountId, contact: { ...of }, createdAt: at })));
  }

  async addGroups(
    transaction: Transaction,
    accountId: string,
    groups: readonly Omit<typeof nameGroup.$inferInsert, 'accountId'>[],
  ): Promise<void> {
    await transaction.insert(nameGroup).values(groups.map((group) => ({ ...group, accountId })));
  }

  async addHolderChecks(transaction: Transaction, checks: readonly (typeof holderCheck.$inferInsert)[]): Promise<void> {
    await transaction.insert(holderCheck).values([...checks]);
  }

  /** Orders with their events and operations, in the order given. @param requestOf what was asked of the registry */
  async addOrders(
    transaction: Transaction,
    { id: accountId }: Account,
    buyerId: string,
    booked: readonly BookedOrder[],
    requestOf: (done: BookedOperation) => OperationRequest,
  ): Promise<void> {
    const at = ({ on }: BookedOrder) => new Date(`${on}T10:00:00Z`);
    const who = ({ isByClock }: BookedOrder) => ({ type: isByClock ? 'clock' : 'owner' }) as const;
    await inParts(booked, (some) =>
      transaction.insert(customerOrder).values(
        some.map((one) => {
          const { payment, told, lines: _lines, ...terms } = one.order;
          return {
            id: one.id,
            accountId,
            quoteId: one.id,
            contactId: buyerId,
            way: { type: 'card', token: 'made up' } as const,
            agreements: [],
            placedAt: at(one),
            placedBy: who(one),
            terms,
            payment,
            told,
            open: 0,
            ended: true,
          };
        }),
      ),
    );
    const events = booked.flatMap((one) => one.events.map((event) => ({ orderId: one.id, event, at: at(one) })));
    await inParts(events, (some) => transaction.insert(orderEvent).values(some));
    const operations = booked.flatMap((one) =>
      one.operations.map((done) => ({
        id: done.id,
        accountId,
        orderId: one.id,
        askedBy: who(one),
        kind: done.payment.kind,
        name: done.name,
        registry: done.registry,
        request: requestOf(done),
        line: done.line,
        state: done.state,
        transaction: transactionOf(done.id),
        createdAt: at(one),
      })),
    );
    await inParts(operations, (some) => transaction.insert(operation).values(some));
  }

  /** Invoices of orders, under the numbers that follow those of their years. */
  async addInvoices(
    transaction: Transaction,
    { id: accountId, language }: Account,
    buyer: Invoice['buyer'],
    booked: readonly BookedOrder[],
  ): Promise<void> {
    const numbers = new Map<number, number>();
    await transaction.execute(sql`lock table ${invoiceCounter} in exclusive mode`);
    for (const { year, last, kind } of await transaction.select().from(invoiceCounter))
      if (kind === 'invoice') numbers.set(year, last);
    const heads = await transaction
      .select({ id: customerOrder.id, number: customerOrder.number })
      .from(customerOrder)
      .where(eq(customerOrder.accountId, accountId));
    const orderNumbers = new Map(heads.map(({ id, number }) => [id, number]));
    const rows = booked.flatMap(({ id, on, order }) => {
      const content = invoiceOf(order);
      if (!content) return [];
      const year = Number(on.slice(0, 4));
      const last = (numbers.get(year) ?? 0) + 1;
      numbers.set(year, last);
      const number = invoiceNumber(year, last);
      const orderNumber = orderNumbers.get(id) ?? 0;
      const printed: Invoice = { ...content, number, issuedOn: on, orderNumber, buyer, language };
      const issuedAt = new Date(`${on}T10:00:00Z`);
      return { kind: 'invoice' as const, number, accountId, orderId: id, invoice: printed, issuedAt };
    });
    await inParts(rows, (some) => transaction.insert(invoice).values(some));
    for (const [year, last] of numbers)
      await transaction
        .insert(invoiceCounter)
        .values({ kind: 'invoice', year, last })
        .onConflictDoUpdate({ target: [invoiceCounter.kind, invoiceCounter.year], set: { last } });
  }

  async addNames(transaction: Transaction, accountId: string, names: readonly HeldRow[]): Promise<void> {
    await inParts(names, (some) =>
      transaction.insert(heldName).values(some.map(({ log: _log, ...held }) => ({ ...held, accountId }))),
    );
    const logged = names.flatMap(({ id, log }) =>
      log.map(({ at, isByClock, what }) => ({
        heldId: id,
        at,
        who: { type: isByClock ? 'clock' : 'owner' } as const,
        what,
      })),
    );
    await inParts(logged, (some) => transaction.insert(nameLog).values(some));
    const served = names.filter(({ leftAt }) => !leftAt).map(({ name }) => name);
    await inParts(served, (some) => beginZones(transaction, some, new Date()));
  }
}

async function inParts<Row>(rows: readonly Row[], insert: (some: Row[]) => PromiseLike<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += atOnce) await insert(rows.slice(from, from + atOnce));
}
