import type { NameContacts } from '@tienda/core/contacts/roles';
import type { EppDomainInfo } from '@tienda/core/epp/objects';
import type { RegistryAnswer } from '@tienda/core/names/availability';
import { failureWords } from '@tienda/core/orders/failureWords';
import type { Failure } from '@tienda/core/operations/operation';
import type { OperationEvent } from '@tienda/core/operations/operations';
import { register, type RegisterRequest, type RegisterState } from '@tienda/core/operations/register';
import { isoDate } from '@tienda/core/time/isoDate';
import type { Clock } from '../../platform/clock/clock';
import { registryOf } from '../../gateways/registry/keeper';
import { RegistrySilent, type Registries, type RegistryGateway } from '../../gateways/registry/registryGateway';
import type { AvailabilityStore } from '../../find/search/store';
import type { Keyring } from '../../platform/secrets/keyring';
import { amountText } from '../../platform/texts/texts';
import type { OperationWork } from './desk';
import { needContacts } from './contacts';
import { authCode, authCodes, contactHandles, eppDomain, isOurs } from './identity';
import type { RegistryMessages } from './messages';
import type { TakenOperation } from './store';

export interface RegisteringParts {
  readonly record: (operation: TakenOperation, event: OperationEvent) => Promise<TakenOperation>;
  readonly availability: AvailabilityStore;
  readonly registries: Registries;
  readonly messages: RegistryMessages;
  readonly clock: Clock;
  readonly keys: Keyring;
  /** Called after every command that changes something; tests end the process here. */
  readonly afterwards?: (orderId: string) => void;
}

/** A name that is being registered, and what it is known by at its registry. */
interface Subject {
  readonly operation: TakenOperation;
  readonly request: RegisterRequest;
  readonly registry: RegistryGateway;
  /** The registry's ids of the contacts. */
  readonly handles: NameContacts;
  readonly code: string;
  /** The code, and what it was under older keys. */
  readonly codes: readonly string[];
}

/**
 * Registers names. Whatever a registry answers or leaves unanswered, what happened is found out by asking it, never by
 * guessing.
 */
export class Registering implements OperationWork {
  constructor(private readonly parts: RegisteringParts) {}

  async step(operation: TakenOperation): Promise<TakenOperation> {
    const subject = this.subjectOf(operation);
    const effect = register.effect(operation.state as RegisterState);
    if (!effect) return operation;
    return effect.do === 'register'
      ? this.register(subject, effect.askFirst && !operation.isFirst)
      : this.decided(subject);
  }

  async giveUp(operation: TakenOperation): Promise<void> {
    await this.parts.record(operation, { type: 'givenUp', ...failureOf({ cause: 'silent' }) });
  }

  /** @throws RegistrySilent */
  private async register(subject: Subject, askFirst: boolean): Promise<TakenOperation> {
    const { operation, request, registry, handles, code } = subject;
    const { name } = operation;
    if (askFirst) {
      const found = await registry.info(name);
      if (found && this.isOurs(subject, found)) return this.found(operation, found);
    }
    const refusal = await needContacts(operation, registry, request.contacts, request.privacy, this.parts.keys);
    if (refusal !== undefined) return this.refused(operation, { cause: 'refused', said: refusal });
    const outcome = await registry.create(eppDomain(name, request, handles, code), operation.transaction);
    if (operation.orderId) this.parts.afterwards?.(operation.orderId);
    switch (outcome.type) {
      case 'created':
        return this.done(operation, outcome.expiresAt);
      case 'pending':
        return this.pending(operation);
      case 'refused':
        return this.explained(subject, outcome.reason);
      case 'exists': {
        const found = await registry.info(name);
        if (!found) throw new RegistrySilent(`${name} both exists and does not`);
        return this.isOurs(subject, found) ? this.found(operation, found) : this.refused(operation, { cause: 'taken' });
      }
    }
  }

  /**
   * Sees whether the registry has decided on a name that it looks at first.
   *
   * @returns the same where it has not
   * @throws RegistrySilent
   */
  private async decided(subject: Subject): Promise<TakenOperation> {
    const { operation, registry } = subject;
    const found = await registry.info(operation.name);
    if (found && this.isOurs(subject, found))
      return isPending(found) ? operation : this.done(operation, found.expiresAt);
    // Its words may still be in the queue.
    await this.parts.messages.hear(registry);
    const decision = operation.decision ?? (await this.parts.messages.decisionOf(operation));
    const said = decision && !decision.done ? { said: decision.text } : {};
    return this.refused(operation, { cause: 'refused', ...said });
  }

  private subjectOf(operation: TakenOperation): Subject {
    const registry = registryOf(operation, this.parts.registries);
    const request = operation.request as RegisterRequest;
    const of = operation.orderId ?? operation.id;
    const { keys } = this.parts;
    return {
      operation,
      request,
      registry,
      handles: contactHandles(request.contacts, request.privacy),
      code: authCode(keys, of, operation.name),
      codes: authCodes(keys, of, operation.name),
    };
  }

  private isOurs({ handles, codes }: Subject, found: EppDomainInfo): boolean {
    return isOurs(found, handles.registrant, codes);
  }

  /** The name is there and ours: registered, or being looked at. */
  private found(operation: TakenOperation, info: EppDomainInfo): Promise<TakenOperation> {
    return isPending(info) ? this.pending(operation) : this.done(operation, info.expiresAt);
  }

  private async pending(operation: TakenOperation): Promise<TakenOperation> {
    if (operation.state.at === 'pending') return operation;
    await this.parts.availability.keep(new Map([[operation.name, { status: 'taken' }]]), this.parts.clock.now());
    return this.parts.record(operation, { type: 'pending' });
  }

  private done(operation: TakenOperation, expiresAt: string): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'done', expiresOn: isoDate(new Date(expiresAt)) });
  }

  /** A refusal for good. Where the price is not the one that was shown any more, that is why. */
  private async explained({ operation, registry, request }: Subject, said: string): Promise<TakenOperation> {
    const { name } = operation;
    let answer: RegistryAnswer | undefined;
    await registry.check([name], (answers) => {
      answer = answers.get(name);
    });
    if (!answer || answer.status === 'unknown') throw new RegistrySilent(`${name} was refused and not explained`);
    await this.parts.availability.keep(new Map([[name, answer]]), this.parts.clock.now());
    const asks = otherPrice(request, answer);
    if (asks) return this.refused(operation, { cause: 'price', asks });
    return this.refused(operation, answer.status === 'taken' ? { cause: 'taken' } : { cause: 'refused', said });
  }

  private refused(operation: TakenOperation, why: Omit<Failure, 'reason'>): Promise<TakenOperation> {
    return this.parts.record(operation, { type: 'refused', ...failureOf(why) });
  }
}

/** With the reason as a sentence, for those who keep to the interface. */
export function failureOf(why: Omit<Failure, 'reason'>): Failure {
  return { ...why, reason: failureWords(why, 'en', (cents) => amountText(cents, 'USD')) };
}

function isPending({ statuses }: EppDomainInfo): boolean {
  return statuses.includes('pendingCreate');
}

/** The price that the registry asks, where it is another than was shown. */
function otherPrice({ premium: shown }: RegisterRequest, { premium: now }: RegistryAnswer): RegistryAnswer['premium'] {
  return shown && shown.register === now?.register && shown.renew === now.renew ? undefined : now;
}
