import { contactsOf, type NameContacts } from '@tienda/core/contacts/roles';
import { eppContact } from '@tienda/core/contacts/eppContact';
import { needsLatin } from '@tienda/core/contacts/latin';
import type { EppDomainInfo } from '@tienda/core/epp/objects';
import { isoDate } from '@tienda/core/time/isoDate';
import { failureWords } from '@tienda/core/orders/failureWords';
import type { Failure, OrderLine } from '@tienda/core/orders/order';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import type { CatalogueReader } from '../catalogue/catalogue';
import type { Clock } from '../clock/clock';
import type { ContactStore } from '../contacts/store';
import { keeperOf } from '../gateways/registry/keeper';
import { RegistrySilent, type Registries, type RegistryGateway } from '../gateways/registry/registryGateway';
import type { AvailabilityStore } from '../search/store';
import type { Keyring } from '../secrets/keyring';
import { amountText } from '../texts/texts';
import type { OrderRecorder } from './recorder';
import { authCode, authCodes, contactHandle, contactHandles, eppDomain, isOurs, transactionOf } from './registration';
import type { OrderHead, OrderStore } from './store';

/** What a name of an order is known by at its registry. */
interface Identity {
  readonly registry: RegistryGateway;
  readonly contacts: NameContacts;
  /** The registry's ids for them. */
  readonly handles: NameContacts;
  readonly code: string;
  /** The code, and what it was under older keys. */
  readonly codes: readonly string[];
  readonly transaction: string;
}

export interface RegistrarParts {
  readonly orders: OrderStore;
  readonly recorder: OrderRecorder;
  readonly contacts: ContactStore;
  readonly availability: AvailabilityStore;
  readonly catalogue: CatalogueReader;
  readonly registries: Registries;
  readonly clock: Clock;
  readonly keys: Keyring;
  /** Called after every step; tests end the process here. */
  readonly afterwards?: (head: OrderHead) => void;
}

/**
 * Registers the names of orders. Whatever a registry answers or leaves unanswered, what happened is found out by
 * asking it, never by guessing.
 */
export class Registrar {
  constructor(private readonly parts: RegistrarParts) {}

  /**
   * Registers one name. Where it was sent before and the answer never came, the registry is asked whose the
   * name is before anything is sent again.
   *
   * @throws RegistrySilent
   */
  async register(head: OrderHead, line: OrderLine, sentBefore: boolean): Promise<void> {
    const { registry, contacts, handles, code, codes, transaction } = this.identify(head, line);
    if (sentBefore) {
      const found = await registry.info(line.name);
      if (found && isOurs(found, handles.registrant, codes)) return this.found(head, line, found);
    }
    for (const id of new Set(Object.values(contacts))) {
      const refusal = await this.needContact(head, registry, id, line.privacy);
      if (refusal !== undefined) return this.notRegistered(head, line, failureOf({ cause: 'refused', said: refusal }));
    }
    if (!sentBefore) await this.parts.recorder.record(head, { type: 'sent', name: line.name });
    const outcome = await registry.create(eppDomain(line, handles, code), transaction);
    this.parts.afterwards?.(head);
    switch (outcome.type) {
      case 'created':
        return this.registered(head, line, outcome.expiresAt);
      case 'pending':
        return this.pending(head, line);
      case 'refused':
        return this.refused(head, line, registry, outcome.reason);
      case 'exists': {
        const found = await registry.info(line.name);
        if (!found) throw new RegistrySilent(`${line.name} both exists and does not`);
        if (isOurs(found, handles.registrant, codes)) return this.found(head, line, found);
        return this.notRegistered(head, line, failureOf({ cause: 'taken' }));
      }
    }
  }

  /**
   * Sees whether the registry has decided on a name that it looks at first.
   *
   * @returns false where it has not
   * @throws RegistrySilent
   */
  async decided(head: OrderHead, line: OrderLine): Promise<boolean> {
    const { registry, handles, codes, transaction } = this.identify(head, line);
    const found = await registry.info(line.name);
    if (found && isOurs(found, handles.registrant, codes)) {
      if (isPending(found)) return false;
      await this.registered(head, line, found.expiresAt);
      return true;
    }
    await this.hear(registry);
    const decision = await this.parts.orders.decision(line.name, transaction);
    const said = decision && !decision.done ? { said: decision.text } : {};
    await this.notRegistered(head, line, failureOf({ cause: 'refused', ...said }));
    return true;
  }

  /**
   * Takes the messages off a registry's queue, each kept before it is taken: none gets lost.
   *
   * @returns orders that wait for what was heard
   */
  async hear(registry: RegistryGateway): Promise<string[]> {
    const concerned: string[] = [];
    for (let message = await registry.message(); message; message = await registry.message()) {
      const { id, text, result } = message;
      await this.parts.orders.keepMessage(registry.id, message);
      if (result?.transaction) {
        const { name, done, transaction } = result;
        concerned.push(...(await this.parts.orders.keepDecision({ name, done, transaction, text })));
      }
      await registry.takeMessage(id);
    }
    return concerned;
  }

  /** The registry was silent for too long: the money goes elsewhere. */
  async giveUp(head: OrderHead, name: string): Promise<void> {
    await this.parts.recorder.record(head, { type: 'notRegistered', name, ...failureOf({ cause: 'silent' }) });
  }

  private identify(head: OrderHead, line: OrderLine): Identity {
    const { registry } = keeperOf(line.name, this.parts.catalogue.current(), this.parts.registries);
    const contacts = contactsOf(head.contactId, head.differing[line.name]);
    return {
      registry,
      contacts,
      handles: contactHandles(contacts, line.privacy),
      code: authCode(this.parts.keys, head.id, line.name),
      codes: authCodes(this.parts.keys, head.id, line.name),
      transaction: transactionOf(head.id, line.name),
    };
  }

  /** Makes a contact at the registry, or finds it there. @returns why the registry refuses it for good @throws RegistrySilent */
  private async needContact(
    head: OrderHead,
    registry: RegistryGateway,
    id: string,
    privacy: boolean,
  ): Promise<string | undefined> {
    const contact = await this.parts.contacts.find(head.accountId, id);
    if (!contact) throw new Error(`Order ${head.number} has lost a contact`);
    const handle = contactHandle(id, privacy);
    return registry.needContact(
      eppContact(contact, handle, privacy, authCode(this.parts.keys, id, handle), needsLatin(registry.id)),
    );
  }

  /** The name is there and ours: registered, or being looked at. */
  private found(head: OrderHead, line: OrderLine, info: EppDomainInfo): Promise<void> {
    return isPending(info) ? this.pending(head, line) : this.registered(head, line, info.expiresAt);
  }

  private async pending(head: OrderHead, line: OrderLine): Promise<void> {
    await this.seenTaken(line);
    await this.parts.recorder.record(head, { type: 'pending', name: line.name });
  }

  private async registered(head: OrderHead, line: OrderLine, expiresAt: string): Promise<void> {
    const expiresOn = isoDate(new Date(expiresAt));
    await this.seenTaken(line);
    await this.parts.recorder.record(head, { type: 'registered', name: line.name, expiresOn });
  }

  /** Before the event is told, so that whoever hears of it sees the name taken. */
  private seenTaken({ name }: OrderLine): Promise<void> {
    return this.parts.availability.keep(new Map([[name, { status: 'taken' }]]), this.parts.clock.now());
  }

  /** A refusal for good. Where the price is not the one that was shown any more, that is why. */
  private async refused(head: OrderHead, line: OrderLine, registry: RegistryGateway, reason: string): Promise<void> {
    let answer: RegistryAnswer | undefined;
    await registry.check([line.name], (answers) => {
      answer = answers.get(line.name);
    });
    if (!answer || answer.status === 'unknown') throw new RegistrySilent(`${line.name} was refused and not explained`);
    await this.parts.availability.keep(new Map([[line.name, answer]]), this.parts.clock.now());
    const asks = otherPrice(line, answer);
    if (asks) await this.notRegistered(head, line, failureOf({ cause: 'price', asks }));
    else if (answer.status === 'taken') await this.notRegistered(head, line, failureOf({ cause: 'taken' }));
    else await this.notRegistered(head, line, failureOf({ cause: 'refused', said: reason }));
  }

  private async notRegistered(head: OrderHead, { name }: OrderLine, failure: Failure): Promise<void> {
    await this.parts.recorder.record(head, { type: 'notRegistered', name, ...failure });
  }
}

/** With the reason as a sentence, for those who keep to the interface. */
function failureOf(what: Omit<Failure, 'reason'>): Failure {
  return { ...what, reason: failureWords(what, 'en', (cents) => amountText(cents, 'USD')) };
}

function isPending({ statuses }: EppDomainInfo): boolean {
  return statuses.includes('pendingCreate');
}

/** The price that the registry asks, where it is another than was shown. */
function otherPrice({ premium: shown }: OrderLine, { premium: now }: RegistryAnswer): RegistryAnswer['premium'] {
  return shown && shown.register === now?.register && shown.renew === now.renew ? undefined : now;
}
