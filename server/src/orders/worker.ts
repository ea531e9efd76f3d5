import type pg from 'pg';
import { eppContact } from '@tienda/core/contacts/eppContact';
import { effects, fromEvents, type Order, type OrderEffect, type OrderLine } from '@tienda/core/orders/order';
import { isoDate } from '@tienda/core/lifecycle/isoDate';
import { domainName } from '@tienda/core/names/domainName';
import type { AccountStore } from '../accounts/store';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../clock/clock';
import type { ContactStore } from '../contacts/store';
import { exclusively } from '../db/database';
import type { MailGateway } from '../gateways/mail/mailGateway';
import { PaymentSilent, type PaymentGateway } from '../gateways/payments/paymentGateway';
import { RegistrySilent, type Registries } from '../gateways/registry/registryGateway';
import type { NameStore } from '../names/store';
import type { AvailabilityStore } from '../search/store';
import { orderMail } from './mails';
import { authCode, contactHandle, eppDomain, isOurs, transactionOf } from './registration';
import type { OrderHead, OrderStore } from './store';

export interface WorkerParts {
  readonly pool: pg.Pool;
  readonly orders: OrderStore;
  readonly contacts: ContactStore;
  readonly names: NameStore;
  readonly accounts: AccountStore;
  readonly availability: AvailabilityStore;
  readonly catalogue: CatalogueReader;
  readonly registries: Registries;
  readonly payments: PaymentGateway;
  readonly mail: MailGateway;
  readonly clock: Clock;
  readonly secret: string;
}

/** Stands for the intent of an order that costs nothing: the payment provider is not asked for it. */
const nothingDue = 'nothing-due';

/** Carries out what the state machine in core says is next, one order at a time per order. */
export class OrderWorker {
  constructor(private readonly parts: WorkerParts) {}

  /**
   * Moves an order on as far as it goes.
   *
   * @returns true where something outside was silent or another process has the order: try again later
   */
  async advance(orderId: string): Promise<boolean> {
    const again = await exclusively(this.parts.pool, `order ${orderId}`, () => this.advanceAlone(orderId));
    return again ?? true;
  }

  private async advanceAlone(orderId: string): Promise<boolean> {
    const { orders } = this.parts;
    const head = await orders.head(orderId);
    if (!head || head.ended) return false;
    for (;;) {
      const order = fromEvents((await orders.events(orderId)).map(({ event }) => event));
      const due = effects(order);
      if (due.length === 0) {
        await orders.end(orderId);
        return false;
      }
      const done = await Promise.all(due.map((effect) => this.attempt(head, order, effect)));
      if (done.includes(false)) return true;
    }
  }

  /** False where the outside gave no usable answer. */
  private async attempt(head: OrderHead, order: Order, effect: OrderEffect): Promise<boolean> {
    try {
      await this.carryOut(head, order, effect);
      return true;
    } catch (fault) {
      if (fault instanceof RegistrySilent || fault instanceof PaymentSilent) return false;
      throw fault;
    }
  }

  private async carryOut(head: OrderHead, order: Order, effect: OrderEffect): Promise<void> {
    const { orders, payments, clock } = this.parts;
    const { payment } = order;
    switch (effect.type) {
      case 'authorise': {
        if (order.total === 0) {
          await orders.append(head.id, { type: 'authorised', intent: nothingDue }, clock.now());
          return;
        }
        const request = { amount: order.total, currency: order.currency, token: head.cardToken, reference: head.id };
        const answer = await payments.authorise(request, `${head.id} authorise`);
        await orders.append(head.id, answer, clock.now());
        return;
      }
      case 'register': {
        const line = order.lines.find(({ name }) => name === effect.name);
        if (line) await this.register(head, line, line.state.at === 'sent');
        return;
      }
      case 'capture':
        if (payment.at !== 'authorised') return;
        await payments.capture(payment.intent, effect.amount, `${head.id} capture`);
        await orders.append(head.id, { type: 'captured', amount: effect.amount }, clock.now());
        return;
      case 'void':
        if (payment.at !== 'authorised') return;
        if (payment.intent !== nothingDue) await payments.void(payment.intent, `${head.id} void`);
        await orders.append(head.id, { type: 'voided' }, clock.now());
        return;
      case 'tell': {
        const account = await this.parts.accounts.byId(head.accountId);
        if (account) await this.parts.mail.send(orderMail(account.email, head.number, order));
        await orders.append(head.id, { type: 'told' }, clock.now());
      }
    }
  }

  /**
   * Registers one name. Where it was sent before and the answer never came, the registry is asked whose the
   * name is before anything is sent again.
   */
  private async register(head: OrderHead, line: OrderLine, sentBefore: boolean): Promise<void> {
    const { orders, contacts, catalogue, registries, clock, secret } = this.parts;
    const read = domainName(line.name, catalogue.current());
    const contact = await contacts.find(head.accountId, head.contactId);
    const registry = read.kind === 'name' ? registries.get(read.extension.registry) : undefined;
    if (!registry || !contact) throw new Error(`${line.name} cannot be sent: no registry or no contact`);
    const handle = contactHandle(head.contactId, line.privacy);
    const code = authCode(secret, head.id, line.name);

    if (sentBefore) {
      const found = await registry.info(line.name);
      if (found && isOurs(found, handle, code)) return this.registered(head, line, found.expiresAt);
    }
    await registry.needContact(eppContact(contact, handle, line.privacy, authCode(secret, head.contactId, handle)));
    if (!sentBefore) await orders.append(head.id, { type: 'sent', name: line.name }, clock.now());
    const outcome = await registry.create(eppDomain(line, handle, code), transactionOf(head.id, line.name));
    if (outcome.type === 'created') return this.registered(head, line, outcome.expiresAt);
    if (outcome.type === 'refused') return this.notRegistered(head, line, `The registry refused: ${outcome.reason}.`);
    const found = await registry.info(line.name);
    if (!found) throw new RegistrySilent(`${line.name} both exists and does not`);
    if (isOurs(found, handle, code)) return this.registered(head, line, found.expiresAt);
    return this.notRegistered(head, line, 'Someone else registered it a moment earlier.');
  }

  private async registered(head: OrderHead, line: OrderLine, expiresAt: string): Promise<void> {
    const { orders, names, availability, clock } = this.parts;
    const now = clock.now();
    const expiresOn = isoDate(new Date(expiresAt));
    const { name, privacy, autoRenew, premium } = line;
    await orders.append(head.id, { type: 'registered', name, expiresOn }, now, (transaction) =>
      names.add(transaction, {
        name,
        accountId: head.accountId,
        orderId: head.id,
        contactId: head.contactId,
        registeredOn: isoDate(now),
        expiresOn,
        privacy,
        autoRenew,
        premiumRenew: premium?.renew ?? null,
      }),
    );
    await availability.keep(new Map([[name, { status: 'taken' }]]), now);
  }

  private async notRegistered(head: OrderHead, { name }: OrderLine, reason: string): Promise<void> {
    await this.parts.orders.append(head.id, { type: 'notRegistered', name, reason }, this.parts.clock.now());
  }
}
